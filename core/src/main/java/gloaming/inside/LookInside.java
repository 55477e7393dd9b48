package gloaming.inside;

import gloaming.desk.Outside;
import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.library.Fit;
import gloaming.library.Library;
import gloaming.library.NestedLibrary;
import gloaming.look.Blend;
import gloaming.look.Id;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.play.Within;
import gloaming.sound.Sound;
import gloaming.step.ByRows;
import gloaming.step.Catalogue;
import gloaming.step.Choice;
import gloaming.step.DynamicSettings;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.SnapshotEdits;
import gloaming.step.StepInfo;
import java.util.List;

/**
 * Another look of the show as a picture: it has a player of its own that hears what this look hears and goes by the time of the lane, and an
 * edit of it goes on where it is.
 */
@Id("look-inside")
@StepInfo(
        name = "Look",
        does = "Shows another look of this show, as it plays, as a picture.",
        ifBlack = "choose a look",
        find = "look within nested composition precomp sub scene inside screen embed whole look as picture",
        notice = "A whole look as a picture: choose one.")
@DynamicSettings(Strip.class)
public record LookInside(
        @Id("look") @Choice(initial = "", medium = "look", says = "Which look; none that shows this one.")
        String look,

        @Id("fit")
        @Choice(initial = "fit", says = "Whole, over all of the frame, drawn to its shape, or in its own size.")
        Fit fit,

        @Id("detail")
        @Range(
                min = 0.05,
                max = 1,
                initial = 1,
                byRatio = true,
                says = "The part of this look's height at which it is worked out: less is faster.")
        double detail,

        @Id("lane") @Choice(initial = "", says = "What leaves one of its lanes, by its name, in place of its mix.")
        String lane,

        @Id("snapshot") @Choice(initial = "", says = "One of its snapshots, by its name, as which it stands here.")
        String snapshot,

        @Id(value = "strip", label = "Its strip")
        @Choice(initial = "", strip = true, says = "What lies on its strip can be set here, and follow what is here.")
        String strip,

        Object[] own)
        implements Operation<Nothing, Picture, LookInside.Memory> {

    /** The player, and what it plays. */
    public static final class Memory {
        private Player player;
        private Library outer;
        private Look playing;
        private String part = "";
        private String wanted;
        private String ref = "";
        private long frame;
        private String refused;
        /** What of its strip is given from here, and by which text. */
        private List<Strip.Entry> entries = List.of();

        private Outside outside = Outside.NOTHING;
        private String strip = "";
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        Picture out = frame.picture();
        if (look.isEmpty()) return out.clear();
        if (memory.player == null) memory.player = Within.player(frame);
        if (memory.outer != frame.library() || !look.equals(memory.wanted)) {
            memory.wanted = null;
            memory.player.library(NestedLibrary.within(frame.library(), look));
            memory.outer = frame.library();
            memory.wanted = look;
        }
        // Not read yet: what was there stays, and at first nothing.
        Look now = frame.library().look(look);
        if (now == null && memory.playing == null) return out.clear();
        if (now != null) take(now, memory);
        if (memory.refused != null) frame.trouble("goes on as it was: " + memory.refused);
        if (memory.playing == null) return out.clear();
        Strip.give(memory.entries, own, memory.outside);
        int height = (int) Math.max(1, Math.rint(frame.height() * detail));
        double shape = (double) memory.playing.width() / memory.playing.height();
        int width = (int) Math.max(1, Math.rint(height * shape));
        Moment moment = new Moment(memory.frame++, frame.time(), frame.dt());
        Picture made = memory.player.play(moment, width, height, Sound.SILENCE, Onlooker.NOBODY);
        if (made.sameSize(out)) return out.copyFrom(made);
        return laid(made, out, frame);
    }

    private void take(Look now, Memory memory) {
        String part = lane + "/" + snapshot;
        boolean same = look.equals(memory.ref) && part.equals(memory.part) && strip.equals(memory.strip);
        if (same && now == memory.playing) return;
        try {
            if (!strip.equals(memory.strip)) {
                memory.strip = strip;
                memory.entries = Strip.entries(strip);
                memory.outside = new Outside(memory.entries.size());
                memory.player.outside(memory.outside);
            }
            Look shown = Strip.bound(part(now), memory.entries);
            if (look.equals(memory.ref)) memory.player.load(shown);
            else memory.player.begin(shown);
            memory.playing = now;
            memory.part = part;
            memory.ref = look;
            memory.refused = null;
        } catch (Refused e) {
            // A rule that it breaks now is told where it is edited.
            memory.refused = e.getMessage();
        }
    }

    /** The look as it stands here: with one of its snapshots, and one of its lanes in place of its mix. */
    private Look part(Look whole) {
        Look part = whole;
        if (!snapshot.isEmpty()) {
            Snapshots.Snapshot found = whole.snapshots().all().stream()
                    .filter(each -> each.name().equalsIgnoreCase(snapshot))
                    .findFirst()
                    .orElseThrow(
                            () -> new Refused("'" + whole.name() + "' has no snapshot called '" + snapshot + "'."));
            part = new SnapshotEdits(Catalogue.all()).called(whole, found.id());
        }
        if (lane.isEmpty()) return part;
        Lane found = whole.lanesIn(null).stream()
                .filter(each -> each.name().equalsIgnoreCase(lane))
                .findFirst()
                .orElseThrow(() -> new Refused("'" + whole.name() + "' has no lane called '" + lane + "'."));
        return part.withMix(List.of(Layer.of("shown", found.id(), Blend.OVER, 1)));
    }

    private Picture laid(Picture made, Picture out, Frame frame) {
        Fit.Box box = fit.lay(made.width, made.height, out.width, out.height, frame.renderScale());
        if (fit == Fit.STRETCH) {
            frame.crew().each(out.height, ByRows.STRIP, (from, to) -> stretched(made, out, from, to));
            return out;
        }
        double scale = box.height() / out.height;
        Border border = fit == Fit.FILL ? Border.HOLD : Border.EMPTY;
        Sampler.Move move = Sampler.move(made, scale, 0, 0, 0, border, 1, out.height);
        frame.crew().each(out.height, ByRows.STRIP, (from, to) -> move.rows(out, from, to));
        return out;
    }

    private static void stretched(Picture made, Picture out, int from, int to) {
        for (int y = from; y < to; y++) {
            double sy = (y + 0.5) / out.height * made.height - 0.5;
            for (int x = 0; x < out.width; x++) {
                double sx = (x + 0.5) / out.width * made.width - 0.5;
                for (int c = 0; c < 4; c++)
                    out.plane(c)[y * out.width + x] = Sampler.at(made, made.plane(c), sx, sy, Border.HOLD);
            }
        }
    }
}
