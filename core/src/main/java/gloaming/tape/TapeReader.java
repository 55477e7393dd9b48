package gloaming.tape;

import gloaming.look.Refused;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Reads what a {@link Tape} wrote, piece by piece; a piece ends with a frame or its print. {@link Refused} for bytes that are none. */
public final class TapeReader {
    private static final int MOST_NUMBERS = 64;

    private final List<String> controls = new ArrayList<>();
    private byte[] bytes = {};
    private int at;
    private long stamp;
    private long index;
    private double time;
    private double dt;
    private double sound;
    private long heard;
    private long saw;
    private int width;
    private int height;

    /** Goes on with the next bytes of the tape; all before have been read. */
    public void feed(byte[] next) {
        bytes = next;
        at = 0;
    }

    /** The next event, or null where the bytes are at their end. */
    public TapeEvent next() {
        if (at >= bytes.length) return null;
        try {
            return read();
        } catch (IndexOutOfBoundsException e) {
            throw new Refused("The recording is damaged: it ends in the middle of an event.");
        }
    }

    private TapeEvent read() {
        int event = bytes[at++];
        return switch (event) {
            case TapeEvent.LOOK -> {
                int number = (int) number();
                int flags = bytes[at++];
                double seconds = real();
                yield new TapeEvent.LookIs(number, (flags & 1) != 0, seconds, (flags & 2) != 0, bytes[at++], real());
            }
            case TapeEvent.FORGET -> new TapeEvent.Forget();
            case TapeEvent.BEATS -> new TapeEvent.Beats(reals(bytes[at++]));
            case TapeEvent.SOUND -> new TapeEvent.SoundIs(text(), real());
            case TapeEvent.CONTROL -> {
                int place = (int) number();
                String name = text();
                if (place < 0 || place >= Tape.MOST_CONTROLS || place > controls.size())
                    throw new Refused("The recording is damaged: a control has no place.");
                if (place == controls.size()) controls.add(name);
                else controls.set(place, name);
                yield new TapeEvent.ControlIs(name, reals(gloaming.desk.Control.STATE));
            }
            case TapeEvent.VALUE -> new TapeEvent.Value(controls.get((int) number()), real(), 0);
            case TapeEvent.TURN -> new TapeEvent.Value(controls.get((int) number()), real(), real());
            case TapeEvent.WATCHED -> {
                int n = (int) number();
                Set<String> lanes = new HashSet<>();
                for (int i = 0; i < n; i++) lanes.add(text());
                yield new TapeEvent.Watched(lanes);
            }
            case TapeEvent.FRAME -> frame();
            case TapeEvent.HEARD -> {
                heard += number();
                yield new TapeEvent.Heard(heard, bytes[at++] != 0);
            }
            case TapeEvent.SAW -> {
                saw += number();
                yield new TapeEvent.Saw(saw, bytes[at++] != 0);
            }
            case TapeEvent.PRINT -> new TapeEvent.Print((int) number(), true);
            case TapeEvent.SUM -> new TapeEvent.Print((int) number(), false);
            case TapeEvent.MIDDLE -> {
                controls.clear();
                stamp = index = heard = saw = 0;
                time = dt = sound = 0;
                width = height = 0;
                yield new TapeEvent.Middle();
            }
            case TapeEvent.BROKEN -> new TapeEvent.Broken();
            default -> throw new Refused("The recording is damaged: there is no event " + event + ".");
        };
    }

    private TapeEvent.Frame frame() {
        int flags = bytes[at++];
        stamp += number();
        index += number();
        double before = dt;
        time = (flags & TapeEvent.TIME_GOES_ON) != 0 ? time + before : real();
        if ((flags & TapeEvent.SAME_STEP) == 0) dt = real();
        sound = (flags & TapeEvent.SOUND_GOES_ON) != 0 ? sound + before : real();
        if ((flags & TapeEvent.SAME_SIZE) == 0) {
            width = (int) number();
            height = (int) number();
        }
        boolean sparing = (flags & TapeEvent.SPARING) != 0;
        boolean seen = (flags & TapeEvent.SEEN) != 0;
        return new TapeEvent.Frame(stamp, index, time, dt, sound, width, height, sparing, seen);
    }

    private long number() {
        long bits = 0;
        for (int shift = 0; shift < MOST_NUMBERS; shift += 7) {
            byte b = bytes[at++];
            bits |= (long) (b & 127) << shift;
            if (b >= 0) return bits >>> 1 ^ -(bits & 1);
        }
        throw new Refused("The recording is damaged: a number has no end.");
    }

    private double real() {
        long bits = 0;
        for (int i = 0; i < 8; i++) bits = bits << 8 | bytes[at++] & 255;
        return Double.longBitsToDouble(bits);
    }

    private double[] reals(int n) {
        if (n < 0) throw new Refused("The recording is damaged: less than no numbers.");
        double[] all = new double[n];
        for (int i = 0; i < n; i++) all[i] = real();
        return all;
    }

    private String text() {
        int n = (int) number();
        if (n < 0 || n > bytes.length - at) throw new Refused("The recording is damaged: a name has no end.");
        String text = new String(bytes, at, n, StandardCharsets.UTF_8);
        at += n;
        return text;
    }
}
