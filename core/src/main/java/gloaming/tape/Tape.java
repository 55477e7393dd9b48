package gloaming.tape;

import gloaming.desk.Control;
import gloaming.desk.Inbox;
import gloaming.look.Look;
import gloaming.sound.BeatClock;
import gloaming.sound.Louder;
import gloaming.sound.Sound;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;

/**
 * What comes into a player, frame by frame, in a ring of bytes that its thread fills and one other thread empties; {@link TapeReader} reads it.
 *
 * <p>It is always written, so that a set that begins later has the players from their beginnings. Where nobody empties it in time it is cut:
 * whoever empties it then asks for all that stands, and what had moved before is not known. Nothing waits, and a steady frame allocates nothing.
 */
public final class Tape implements Inbox.Follower {
    /** Bytes that wait to be taken, at most: half an hour of a player at rest. */
    static final int ROOM = 1 << 19;

    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_EVENT = 1 << 15;
    /** Looks that wait to be taken, at most. */
    private static final int MOST_LOOKS = 4_096;

    /** Controls that are told of, at most; what a flood of names brings beyond is left out. */
    static final int MOST_CONTROLS = 4_096;

    /** Lanes that are told of as watched, at most. */
    static final int MOST_WATCHED = 400;

    /** A look as it was from a moment on. */
    public record Stood(int number, Look look) {}

    private final byte[] ring = new byte[ROOM];
    private final ConcurrentLinkedQueue<Stood> looks = new ConcurrentLinkedQueue<>();
    private volatile long written;
    private volatile long taken;
    private volatile boolean cut;
    private volatile boolean asked;

    // The player's thread's.
    private long at;
    private int numbers;
    private final Map<String, Integer> controls = new HashMap<>();
    private long stamp;
    private long index;
    private double time;
    private double dt;
    private double sound;
    private long heard;
    private long saw;
    private int width;
    private int height;

    /** Whether whoever empties it asks for all that stands, which is to be told before the next frame. */
    public boolean asked() {
        return asked;
    }

    /** All that stands is told next; what moved until now is not known. */
    public void fromTheMiddle() {
        asked = false;
        controls.clear();
        // What is told as the way from what was told before begins at nothing: that may have been lost.
        stamp = index = heard = saw = 0;
        time = dt = sound = 0;
        width = height = 0;
        begin(TapeEvent.MIDDLE);
    }

    /**
     * The look is another from the next frame on.
     *
     * @param anew whether nothing is taken over from the one before
     * @param seconds how long settings take to get there, or 0; in beats where {@code beats} says so
     * @param ahead how many seconds of that are over
     */
    public void look(Look look, boolean anew, double seconds, boolean beats, int way, double ahead) {
        if (!begin(TapeEvent.LOOK)) return;
        if (looks.size() >= MOST_LOOKS) {
            cut();
            return;
        }
        looks.add(new Stood(numbers, look));
        number(numbers++);
        put((anew ? 1 : 0) | (beats ? 2 : 0));
        real(seconds);
        put(way);
        real(ahead);
    }

    /** All memory is forgotten before the next frame. */
    public void forget() {
        begin(TapeEvent.FORGET);
    }

    /** The beat stands otherwise than it went by itself. */
    public void beats(BeatClock clock) {
        if (!begin(TapeEvent.BEATS)) return;
        double[] state = clock.state();
        put(state.length);
        for (double value : state) real(value);
    }

    /** What is heard is another sound, known by its name. */
    public void sound(Sound heard) {
        if (!begin(TapeEvent.SOUND)) return;
        text(heard.source().name());
        real(heard instanceof Louder louder ? louder.factor() : 1);
    }

    /** What comes in live stands so in the next frame: so many samples, and whether any still come. */
    public void heard(long samples, boolean comes) {
        if (!begin(TapeEvent.HEARD)) return;
        number(samples - heard);
        put(comes ? 1 : 0);
        heard = samples;
    }

    /** The camera shows the picture of a number from the next frame on, or none at 0, and whether more come. */
    public void saw(long picture, boolean comes) {
        if (!begin(TapeEvent.SAW)) return;
        number(picture - saw);
        put(comes ? 1 : 0);
        saw = picture;
    }

    @Override
    public void stands(Control control) {
        boolean room = controls.size() < MOST_CONTROLS || controls.containsKey(control.name());
        if (!room || !begin(TapeEvent.CONTROL)) return;
        number(controls.computeIfAbsent(control.name(), name -> controls.size()));
        text(control.name());
        for (double value : control.state()) real(value);
    }

    @Override
    public void came(Control control, double value, double turn) {
        Integer known = controls.get(control.name());
        if (known == null) stands(control);
        else if (begin(turn == 0 ? TapeEvent.VALUE : TapeEvent.TURN)) {
            number(known);
            real(value);
            if (turn != 0) real(turn);
        }
    }

    /** These lanes are worked out for whoever looks, even if the mix does not need them. */
    public void watched(List<String> lanes) {
        if (lanes.size() > MOST_WATCHED || !begin(TapeEvent.WATCHED)) return;
        number(lanes.size());
        lanes.forEach(this::text);
    }

    /** A frame begins; all that was told before is true in it. */
    public void frame(
            long nanos,
            long index,
            double time,
            double dt,
            double sound,
            int width,
            int height,
            boolean sparing,
            boolean seen) {
        if (!begin(TapeEvent.FRAME)) return;
        int flags = seen ? TapeEvent.SEEN : 0;
        if (sparing) flags |= TapeEvent.SPARING;
        if (time == this.time + this.dt) flags |= TapeEvent.TIME_GOES_ON;
        if (dt == this.dt) flags |= TapeEvent.SAME_STEP;
        if (sound == this.sound + this.dt) flags |= TapeEvent.SOUND_GOES_ON;
        if (width == this.width && height == this.height) flags |= TapeEvent.SAME_SIZE;
        put(flags);
        number(nanos - stamp);
        number(index - this.index);
        if ((flags & TapeEvent.TIME_GOES_ON) == 0) real(time);
        if ((flags & TapeEvent.SAME_STEP) == 0) real(dt);
        if ((flags & TapeEvent.SOUND_GOES_ON) == 0) real(sound);
        if ((flags & TapeEvent.SAME_SIZE) == 0) {
            number(width);
            number(height);
        }
        stamp = nanos;
        this.index = index;
        this.time = time;
        this.dt = dt;
        this.sound = sound;
        this.width = width;
        this.height = height;
        written = at;
    }

    /** What the picture of the last frame came to, so that one can tell whether it is the same again. */
    public void print(int print) {
        if (!begin(TapeEvent.SUM)) return;
        number(print);
        written = at;
    }

    /** Something kept the player from what it should have made: from here on it is not the same again. */
    public void broken() {
        begin(TapeEvent.BROKEN);
    }

    private boolean begin(int event) {
        if (cut || asked) return false;
        if (at - taken > ROOM - LONGEST_EVENT) {
            cut();
            return false;
        }
        put(event);
        return true;
    }

    private void cut() {
        cut = true;
        at = written;
    }

    private void put(int value) {
        ring[(int) (at++ & (ROOM - 1))] = (byte) value;
    }

    /** Seven bits a byte, the sign in the lowest. */
    private void number(long value) {
        long bits = value << 1 ^ value >> 63;
        while ((bits & ~127L) != 0) {
            put((int) (bits & 127 | 128));
            bits >>>= 7;
        }
        put((int) bits);
    }

    private void real(double value) {
        long bits = Double.doubleToLongBits(value);
        for (int i = 0; i < 8; i++) put((int) (bits >>> (56 - 8 * i)));
    }

    private void text(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        int n = Math.min(bytes.length, LONGEST_NAME);
        number(n);
        for (int i = 0; i < n; i++) put(bytes[i]);
    }

    /** The looks that stood since this was asked last, then all bytes; those of looks are there first. */
    public byte[] take() {
        if (cut) return null;
        long to = written;
        int n = (int) (to - taken);
        byte[] out = new byte[n];
        for (int i = 0; i < n; i++) out[i] = ring[(int) (taken + i & (ROOM - 1))];
        taken = to;
        return out;
    }

    /** The next look that the bytes taken so far may speak of, or null. */
    public Stood takeLook() {
        return looks.poll();
    }

    /** After it was cut: what waits is given up, and all that stands is asked for. */
    public void anew() {
        taken = written;
        asked = true;
        cut = false;
    }
}
