package gloaming.play;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.shader.PictureMix;
import gloaming.step.Operation;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Mixes two pictures by a shader of the artist's own, in linear light. Whatever is wrong with it costs a sentence and never the
 * picture: it leaves what it cannot mix to a plain fade, from then on all. One thread at a time; anybody reads its trouble.
 */
public final class OwnMix {
    private static final long MAY_TAKE_NS = 80_000_000;
    /** While the machine's code for it is cold. */
    private static final long FIRST_NS = 400_000_000;

    private static final int FIRST = 4;
    private static final int STRIKES = 3;
    /** A picture that takes longer than this, twice running, is worked out smaller from then on: the rate is kept and the size gives way. */
    private static final long SLOW_NS = 40_000_000;

    private static final int SMALLEST = 2;
    /** Sizes whose room is kept: as many as there are outputs of different sizes, mostly. */
    private static final int SIZES = 4;

    private static final int WARM_WIDTH = 640;
    private static final int WARM_HEIGHT = 360;
    /** Pictures that are drawn in advance, and nanoseconds for all of them. */
    private static final int WARM = 8;

    private static final long WARM_NS = 4_000_000_000L;

    /** The pictures of one size. */
    private record Room(Picture before, Picture next, Picture out) {}

    private final String text;
    private final PictureMix mix;
    private final Crew crew = new Crew(1);
    private final Map<Long, Room> rooms = new LinkedHashMap<>(8, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Room> eldest) {
            return size() > SIZES;
        }
    };
    /** The picture that was mixed last. */
    private byte[] last = {};

    private int done;
    private int strikes;
    private int slow;
    /** How many times smaller it is worked out, across and up. */
    private int smaller = 1;

    private volatile String trouble = "";

    /** A mix by a text; where it does not compile, that is its trouble. */
    public OwnMix(String text) {
        this.text = text;
        PictureMix.Result result = PictureMix.of(text);
        mix = result.mix();
        if (mix == null) trouble = "cannot be taken, " + result.problems().getFirst();
    }

    /**
     * Goes through a text in advance, so that the machine's code for it is there when it is needed; takes up to some seconds. Nothing where
     * the text does not compile.
     */
    public static void warm(String text) {
        PictureMix mix = PictureMix.of(text).mix();
        if (mix == null) return;
        Picture before = new Picture(WARM_WIDTH, WARM_HEIGHT);
        Picture next = new Picture(WARM_WIDTH, WARM_HEIGHT);
        Picture out = new Picture(WARM_WIDTH, WARM_HEIGHT);
        byte[] rgb = new byte[WARM_WIDTH * WARM_HEIGHT * 3];
        Crew crew = new Crew(1);
        crew.limit(WARM_NS);
        try {
            for (int i = 0; i < WARM && !crew.late(); i++) {
                OutputFade.light(rgb, WARM_WIDTH, WARM_HEIGHT, before);
                mix.run(before, next, out, (i + 0.5) / WARM, crew);
                OutputFade.code(out, rgb, WARM_WIDTH, WARM_HEIGHT);
            }
        } catch (RuntimeException e) {
            // What is wrong with it is said when it is seen.
            return;
        }
    }

    public String text() {
        return text;
    }

    /** What is wrong with it, in words that go on after its name; empty where nothing is. */
    public String trouble() {
        return trouble;
    }

    /** As {@link OutputFade#cross}; false, and nothing written, where it has to be mixed otherwise. */
    boolean cross(
            byte[] before,
            int beforeWidth,
            int beforeHeight,
            byte[] next,
            int width,
            int height,
            double part,
            byte[] out) {
        if (mix == null || strikes >= STRIKES) return false;
        long begun = System.nanoTime();
        try {
            int w = Math.max(1, width / smaller);
            int h = Math.max(1, height / smaller);
            Room room = rooms.computeIfAbsent(
                    (long) w << 32 | h, size -> new Room(new Picture(w, h), new Picture(w, h), new Picture(w, h)));
            OutputFade.light(before, beforeWidth, beforeHeight, room.before());
            OutputFade.light(next, width, height, room.next());
            crew.limit(done < FIRST ? FIRST_NS : MAY_TAKE_NS);
            mix.run(room.before(), room.next(), room.out(), part, crew);
            OutputFade.code(room.out(), out, width, height);
            if (done++ >= FIRST) held(System.nanoTime() - begun);
            if (last.length != out.length) last = new byte[out.length];
            System.arraycopy(out, 0, last, 0, out.length);
            return true;
        } catch (Crew.Overtime | Operation.TooLong e) {
            if (smaller < SMALLEST) smaller *= 2;
            else if (++strikes >= STRIKES) trouble = "takes too long for a picture; it is a fade now";
        } catch (RuntimeException e) {
            strikes = STRIKES;
            trouble = "failed; it is a fade now";
        } finally {
            crew.unlimited();
        }
        // One picture of a fade among those of the change would be seen as a flicker: the one before stands for it.
        if (strikes >= STRIKES || last.length != out.length) return false;
        System.arraycopy(last, 0, out, 0, out.length);
        return true;
    }

    private void held(long nanos) {
        slow = nanos > SLOW_NS ? slow + 1 : 0;
        if (slow < 2 || smaller >= SMALLEST) return;
        smaller *= 2;
        slow = 0;
    }
}
