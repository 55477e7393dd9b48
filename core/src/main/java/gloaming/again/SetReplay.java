package gloaming.again;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.library.Library;
import gloaming.look.Refused;
import gloaming.picture.kernel.Exit;
import gloaming.play.Crossing;
import gloaming.play.OutputFade;
import gloaming.play.OwnMix;
import gloaming.sound.Sound;
import gloaming.tape.SetFile;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/**
 * A set as the audience saw it, from its recording. Time only goes on: {@link #at} takes moments that grow. One thread at a time.
 */
public final class SetReplay {
    /** A cue of the set and when it began, in seconds from its beginning. */
    public record Mark(String name, double at) {}

    /** A picture in 8-bit sRGB, top row first; valid until the next. */
    public record Shown(byte[] rgb, int width, int height) {}

    /** What a player shows, at the size it has. */
    private static final class Screen {
        byte[] rgb = {};
        int width;
        int height;

        byte[] sized(int width, int height) {
            this.width = width;
            this.height = height;
            if (rgb.length != 3 * width * height) rgb = new byte[3 * width * height];
            return rgb;
        }
    }

    private final Crew crew;
    private final Function<String, Crossing.Grey> orders;
    private final int width;
    private final int height;
    private final Map<Integer, TapePlayer> players = new HashMap<>();
    private final ArrayDeque<SetEvent> events = new ArrayDeque<>();
    private final List<Mark> marks = new ArrayList<>();
    private final long begins;
    private final long ends;
    private SetEvent.Taken taken;
    private TapePlayer now;
    private TapePlayer before;
    private Crossing crossing = Crossing.FADE;
    private SetEvent.Light light = new SetEvent.Light(0, 1, 1, 0);
    private boolean frozen;
    /** How far a hand has brought the last take, or not a number where it goes by time. */
    private double hand = Double.NaN;

    private final Screen of = new Screen();
    private final Screen held = new Screen();
    private final Screen shown = new Screen();

    /**
     * @param pieces all of the set, as {@link SetFile#read} gives them
     * @param sounds what was heard, by its name
     * @param camera the pictures of the camera, or null where there are none
     * @param orders the lights of pictures along which one look came after another; may give null
     * @param width and height of the pictures; 0 leaves each the size it had
     */
    public SetReplay(
            List<SetFile.Piece> pieces,
            Crew crew,
            Library library,
            Function<String, Sound> sounds,
            CameraFile camera,
            Function<String, Crossing.Grey> orders,
            int width,
            int height) {
        this.crew = crew;
        this.orders = orders;
        this.width = width;
        this.height = height;
        for (SetFile.Piece piece : pieces)
            if (piece.kind() == SetFile.Kind.EVENT)
                events.add(SetEvent.read(new String(piece.bytes(), StandardCharsets.UTF_8)));
        if (!(events.peek() instanceof SetEvent.Begins first)) throw new Refused("The recording has no beginning.");
        begins = first.at();
        ends = events.stream().mapToLong(SetEvent::at).max().orElse(begins);
        // Whoever never came on air is not played.
        Set<Integer> aired = new HashSet<>();
        for (SetEvent event : events) {
            if (event instanceof SetEvent.Taken take) aired.add(take.player());
            if (event instanceof SetEvent.CueBegan cue) marks.add(new Mark(cue.name(), seconds(cue.at())));
        }
        Map<String, LiveTape> live = new HashMap<>();
        for (SetFile.Piece piece : pieces) if (piece.kind() == SetFile.Kind.SOUND) LiveTape.add(piece.bytes(), live);
        Function<String, Sound> all =
                name -> live.containsKey(name) ? live.get(name).heard() : sounds.apply(name);
        CameraTape shots = new CameraTape(camera);
        for (SetFile.Piece piece : pieces) if (piece.kind() == SetFile.Kind.CAMERA) shots.add(piece.bytes());
        for (int player : aired) players.put(player, new TapePlayer(crew, library, all, shots, width, height));
        for (TapePlayer player : players.values()) player.counts(begins);
        for (SetFile.Piece piece : pieces) {
            boolean own = piece.kind() == SetFile.Kind.TAPE || piece.kind() == SetFile.Kind.LOOK;
            TapePlayer player = own ? players.get(piece.player()) : null;
            if (player != null) player.add(piece);
        }
    }

    private double seconds(long nanos) {
        return (nanos - begins) / 1e9;
    }

    /** Seconds from its beginning to its end. */
    public double seconds() {
        return seconds(ends);
    }

    /** The cues that began, in their order. */
    public List<Mark> marks() {
        return marks;
    }

    /** Whether all that came on air is known from its beginning. */
    public boolean exact() {
        return players.values().stream().allMatch(TapePlayer::exact);
    }

    /** How all pictures that were played so far compare with what they were. */
    public TapePlayer.Compared compared() {
        int same = 0;
        int others = 0;
        double first = Double.NaN;
        for (TapePlayer player : players.values()) {
            same += player.compared().same();
            others += player.compared().others();
            if (Double.isNaN(first)) first = player.compared().firstOther();
        }
        return new TapePlayer.Compared(same, others, first);
    }

    /** What the audience saw so many seconds after the beginning, or null before there was a picture. */
    public Shown at(double seconds) {
        long nanos = begins + Math.round(seconds * 1e9);
        while (!events.isEmpty() && events.peek().at() <= nanos) take(events.poll());
        for (TapePlayer player : players.values()) player.until(nanos, () -> {});
        if (frozen && shown.width > 0) return lit(nanos);
        if (now == null || now.picture() == null) return shown.width == 0 ? null : lit(nanos);
        show(nanos);
        return lit(nanos);
    }

    private void take(SetEvent event) {
        switch (event) {
            case SetEvent.Taken e -> taken(e);
            case SetEvent.Handed e -> hand = e.weight();
            case SetEvent.Light e -> light = e;
            case SetEvent.Frozen e -> frozen = e.on();
            case SetEvent.Begins e -> {}
            case SetEvent.Plays e -> {}
            case SetEvent.CueBegan e -> {}
            case SetEvent.Until e -> {}
            case SetEvent.Ends e -> {}
        }
    }

    private void taken(SetEvent.Taken e) {
        boolean fading = before != null && part(e.at()) < 1;
        // A take in the middle of a fade goes on from what was seen then.
        if (shown.width > 0) System.arraycopy(shown.rgb, 0, held.sized(shown.width, shown.height), 0, shown.rgb.length);
        before = fading ? null : now;
        now = players.get(e.player());
        taken = e;
        hand = Double.NaN;
        crossing = new Crossing(
                e.way(),
                e.curve(),
                e.soft(),
                e.picture(),
                e.picture().isEmpty() ? null : orders.apply(e.picture()),
                e.code().isEmpty() ? null : new OwnMix(e.code()));
    }

    private double part(long nanos) {
        if (!Double.isNaN(hand)) return hand;
        return taken == null || taken.seconds() <= 0
                ? 1
                : Math.clamp((nanos - taken.at()) / 1e9 / taken.seconds(), 0.0, 1.0);
    }

    private void show(long nanos) {
        double part = part(nanos);
        encode(now, of);
        int w = width > 0 ? width : of.width;
        int h = height > 0 ? height : of.height;
        if (part < 1 && before != null && before.picture() != null) encode(before, held);
        byte[] out = shown.sized(w, h);
        // Whatever has another shape stands in the middle of black.
        OutputFade.mix(of.rgb, of.width, of.height, new byte[out.length], w, h, 0, out);
        if (part < 1 && held.width > 0)
            OutputFade.cross(crossing, held.rgb, held.width, held.height, out, w, h, part, out);
    }

    private void encode(TapePlayer player, Screen into) {
        Picture picture = player.picture();
        Exit.rgb(picture, picture.width, picture.height, into.sized(picture.width, picture.height), crew);
    }

    private Shown lit(long nanos) {
        double way = light.seconds() <= 0 ? 1 : Math.clamp((nanos - light.at()) / 1e9 / light.seconds(), 0.0, 1.0);
        double now = light.from() + (light.to() - light.from()) * way;
        if (now >= 1) return new Shown(shown.rgb, shown.width, shown.height);
        byte[] out = new byte[shown.rgb.length];
        OutputFade.mix(new byte[out.length], shown.width, shown.height, shown.rgb, shown.width, shown.height, now, out);
        return new Shown(out, shown.width, shown.height);
    }
}
