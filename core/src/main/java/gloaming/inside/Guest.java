package gloaming.inside;

import gloaming.desk.Outside;
import gloaming.flow.Picture;
import gloaming.library.Library;
import gloaming.library.NestedLibrary;
import gloaming.look.Blend;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.play.Within;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Frame;
import gloaming.step.SnapshotEdits;
import java.util.List;

/** A look as it plays within another, for one step or for several that show the same in step. */
final class Guest {
    /** How far apart, in seconds, times are that count as one. */
    private static final double SAME = 1e-6;

    /** What a step wants to be shown, but for what it sets on the strip. */
    record Showing(String look, String lane, String snapshot, String strip, double detail, double rate) {}

    private final Player player;
    /** How many steps have asked for it in the last frame in which any did. */
    private int askers;

    private Showing showing;
    /** What is shown in truth: what was wanted last and could be. */
    private Showing shown;

    private Library outer;
    private String wanted;
    private Look playing;
    private String refused;
    private List<Strip.Entry> entries = List.of();
    /** What is said where other things lie on the look's strip than its steps know of, or null. */
    private String changed;

    private boolean sets;
    private Outside outside = Outside.NOTHING;
    private long frames;
    /** The frame of the look around in which it was last worked out or held. */
    private long seen = -1;

    private double time;
    private double dt;
    /** Seconds that passed without a frame since its last picture. */
    private double halt;

    /** How far its own time is ahead of the time around it, in seconds: until its next picture, where those are fewer. */
    private double ahead;

    /** Which of the times between two of its pictures it is. */
    private double turn = Double.NaN;

    private Picture made;
    /** Set by the thread that works it out, and left so where that never comes back. */
    private volatile boolean busy;

    Guest(Player player) {
        this.player = player;
    }

    /** What its steps want from now on. */
    void show(Showing wants) {
        if (showing == null || !wants.strip.equals(showing.strip)) {
            entries = Strip.entries(wants.strip);
            outside = new Outside(entries.size());
        }
        showing = wants;
    }

    /** Whether several steps have it: in this frame, or in the one before where this one is its first. */
    boolean shared(Frame frame) {
        return asked(frame) || askers > 1;
    }

    /** Whether a step that wants this, now, can go on with this one, which others have too. */
    boolean suits(Showing other, Object[] set, Frame frame) {
        return other.equals(showing) && !Strip.sets(entries, set) && (!asked(frame) || inStep(frame));
    }

    /** Whether a step that begins to show this, now, can come to this one. */
    boolean takes(Showing other, Object[] set, Frame frame) {
        return asked(frame) && !sets && suits(other, set, frame);
    }

    /** Whether it has been worked out for this frame. */
    private boolean asked(Frame frame) {
        return seen == Within.frame(frame);
    }

    /** Whether nobody has asked for it since the frame before. */
    boolean rests(Frame frame) {
        return seen < Within.frame(frame) - 1;
    }

    private boolean inStep(Frame frame) {
        return Math.abs(frame.time() - time) < SAME && Math.abs(frame.dt() - dt) < SAME;
    }

    /** Whether it is being worked out at this moment: for a step whose turn it is that means by one that stands, and is given up. */
    boolean stands() {
        return busy;
    }

    /** Its picture in this frame, or null while there is none; the same for all that have it. */
    Picture picture(Object[] set, Frame frame) {
        boolean again = asked(frame);
        askers = again ? askers + 1 : 1;
        if (!again) {
            busy = true;
            try {
                goOn(set, frame);
            } finally {
                busy = false;
            }
        }
        if (refused != null) frame.trouble("goes on as it was: " + refused);
        else if (changed != null) frame.trouble(changed);
        return made;
    }

    private void goOn(Object[] set, Frame frame) {
        // A lane's time goes on at the end of a frame.
        if (made != null) {
            ahead -= dt;
            double between = frame.time() - time - dt;
            if (between > SAME) halt += between;
        }
        time = frame.time();
        dt = frame.dt();
        seen = Within.frame(frame);
        if (outer != frame.library() || !showing.look.equals(wanted)) {
            wanted = null;
            player.library(NestedLibrary.within(frame.library(), showing.look));
            outer = frame.library();
            wanted = showing.look;
        }
        // Not read yet: what was there stays, and at first nothing.
        Look stands = frame.library().look(showing.look);
        boolean other = stands != null && take(stands);
        if (playing == null) return;
        Strip.give(entries, set, outside);
        sets = Strip.sets(entries, set);
        double now = showing.rate > 0 ? Math.floor(time * showing.rate + SAME) : Double.NaN;
        if (made != null && !other && dt > 0 && now == turn) return;
        // So that it has come to the time of its next picture by then.
        double on = showing.rate > 0 ? (now + 1) / showing.rate - time : dt;
        double step = dt > 0 ? Math.max(0, on - ahead) : 0;
        int height = (int) Math.max(1, Math.rint(frame.height() * showing.detail));
        int width = (int) Math.max(1, Math.rint(height * (double) playing.width() / playing.height()));
        Moment at = new Moment(frames++, time, step, time, halt);
        halt = 0;
        made = player.play(at, width, height, Sound.SILENCE, Onlooker.NOBODY);
        ahead += step;
        turn = now;
    }

    /** Goes on with what is shown now; whether that is another than before. */
    private boolean take(Look now) {
        if (showing.equals(shown) && now == playing) return false;
        try {
            player.outside(outside);
            Look part = Strip.bound(part(now), entries);
            if (shown != null && showing.look.equals(shown.look)) player.load(part);
            else player.begin(part);
            playing = now;
            shown = showing;
            // Who takes nothing from it need not know.
            changed = entries.isEmpty() || Strip.holds(now, entries)
                    ? null
                    : "knows the strip of '" + now.name() + "' as it was; beside 'Its strip', take what lies on it now";
            refused = null;
            return true;
        } catch (Refused e) {
            // A rule that it breaks now is told where it is edited.
            refused = e.getMessage();
            return false;
        }
    }

    /** The look as it stands here: with one of its snapshots, and one of its lanes in place of its mix. */
    private Look part(Look whole) {
        Look part = whole;
        String snapshot = showing.snapshot;
        if (!snapshot.isEmpty()) {
            Snapshots.Snapshot found = whole.snapshots().all().stream()
                    .filter(each -> each.name().equalsIgnoreCase(snapshot))
                    .findFirst()
                    .orElseThrow(
                            () -> new Refused("'" + whole.name() + "' has no snapshot called '" + snapshot + "'."));
            part = new SnapshotEdits(Catalogue.all()).called(whole, found.id());
        }
        String lane = showing.lane;
        if (lane.isEmpty()) return part;
        Lane found = whole.lanesIn(null).stream()
                .filter(each -> each.name().equalsIgnoreCase(lane))
                .findFirst()
                .orElseThrow(() -> new Refused("'" + whole.name() + "' has no lane called '" + lane + "'."));
        return part.withMix(List.of(Layer.of("shown", found.id(), Blend.OVER, 1)));
    }
}
