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
    /** Sizes whose room is kept: as many as there are outputs of different sizes, mostly. */
    private static final int SIZES = 4;

    private static final int WARM_WIDTH = 64;
    private static final int WARM_HEIGHT = 36;

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
    private int done;
    private int strikes;
    private volatile String trouble = "";

    /** A mix by a text; where it does not compile, that is its trouble. */
    public OwnMix(String text) {
        this.text = text;
        PictureMix.Result result = PictureMix.of(text);
        mix = result.mix();
        if (mix == null) trouble = "cannot be taken, " + result.problems().getFirst();
    }

    /** Has been through it once, small: the first picture that is seen does not wait for that. */
    public OwnMix warmed() {
        byte[] small = new byte[WARM_WIDTH * WARM_HEIGHT * 3];
        cross(small, WARM_WIDTH, WARM_HEIGHT, small, WARM_WIDTH, WARM_HEIGHT, 0.5, small);
        return this;
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
        try {
            Room room = rooms.computeIfAbsent(
                    (long) width << 32 | height,
                    size -> new Room(
                            new Picture(width, height), new Picture(width, height), new Picture(width, height)));
            OutputFade.light(before, beforeWidth, beforeHeight, room.before());
            OutputFade.light(next, width, height, room.next());
            crew.limit(done < FIRST ? FIRST_NS : MAY_TAKE_NS);
            mix.run(room.before(), room.next(), room.out(), part, crew);
            OutputFade.code(room.out(), out);
            done++;
            return true;
        } catch (Crew.Overtime | Operation.TooLong e) {
            if (++strikes >= STRIKES) trouble = "takes too long for a picture; it is a fade now";
        } catch (RuntimeException e) {
            strikes = STRIKES;
            trouble = "failed; it is a fade now";
        } finally {
            crew.unlimited();
        }
        return false;
    }
}
