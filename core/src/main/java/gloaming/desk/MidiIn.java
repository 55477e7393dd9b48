package gloaming.desk;

/**
 * Puts what a MIDI port says into the inbox: {@code midi PORT/CHANNEL/note/60}, {@code …/cc/21}, {@code …/bend}, {@code …/pressure},
 * {@code …/program}; values 0 to 1, pitch bend -1 to 1.
 *
 * <p>Controllers 0 to 31 become 14 bit as soon as their second half, 32 numbers above, has come. As a turn, 1 to 63 count up and 127 to
 * 65 down, as endless encoders send them. Takes the beats of a clock as well, time code, and of MIDI show control (MIDI 1.0 recommended
 * practice RP-002) the command GO: {@code msc go}, and {@code msc go 12} where it names a cue.
 */
public final class MidiIn {
    /** Told of a clock that comes in: its tempo, 0 when it stops, and whether a beat is now. */
    public interface Beats {
        void clock(double tempo, boolean beat);
    }

    private static final int TICKS = 24;
    private static final int LONGEST_CUE = 20;

    private final String port;
    private final Inbox inbox;
    private final Beats beats;
    private final int[][] coarse = new int[16][32];
    private final boolean[][] fine = new boolean[16][32];
    private final String[][] notes = new String[16][128];
    private final String[][] controllers = new String[16][128];
    private final long[] times = new long[TICKS];
    private int tick;
    private boolean runs;
    private long messages;

    public MidiIn(String port, Inbox inbox, Beats beats) {
        this.port = port;
        this.inbox = inbox;
        this.beats = beats;
    }

    /** Takes one message at a moment in nanoseconds; what it does not know is passed over. */
    public synchronized void take(byte[] m, int length, long nanos) {
        if (length < 1) return;
        messages++;
        int status = m[0] & 255;
        if (status >= 0xf0) {
            if (status == 0xf0) exclusive(m, length);
            else if (status == 0xf1 && length > 1) inbox.timeCode().quarter(m[1] & 127, nanos);
            else system(status, nanos);
            return;
        }
        int channel = status & 15;
        int a = length > 1 ? m[1] & 127 : 0;
        int b = length > 2 ? m[2] & 127 : 0;
        switch (status & 0xf0) {
            case 0x80 -> arrive(note(channel, a), 0);
            case 0x90 -> arrive(note(channel, a), b / 127.0);
            case 0xa0 -> arrive("midi " + port + "/" + (channel + 1) + "/touch/" + a, b / 127.0);
            case 0xb0 -> controller(channel, a, b);
            case 0xc0 -> arrive("midi " + port + "/" + (channel + 1) + "/program", a);
            case 0xd0 -> arrive("midi " + port + "/" + (channel + 1) + "/pressure", a / 127.0);
            // The middle is 8192, and the upper end one less far from it than the lower.
            case 0xe0 -> {
                int bend = (b << 7 | a) - 8192;
                arrive("midi " + port + "/" + (channel + 1) + "/bend", bend < 0 ? bend / 8192.0 : bend / 8191.0);
            }
            default -> {}
        }
    }

    private void controller(int channel, int number, int value) {
        if (number < 32) {
            coarse[channel][number] = value;
            // The second half follows at once where there is one.
            if (!fine[channel][number]) inbox.arrive(name(channel, number), value / 127.0, turn(value));
            return;
        }
        if (number < 64 && controllers[channel][number - 32] != null) {
            fine[channel][number - 32] = true;
            int whole = coarse[channel][number - 32] << 7 | value;
            inbox.arrive(name(channel, number - 32), whole / 16383.0, 0);
            return;
        }
        inbox.arrive(name(channel, number), value / 127.0, turn(value));
    }

    /** An encoder's step as a part of a whole turn of 128. */
    private static double turn(int value) {
        return (value < 64 ? value : value - 128) / 128.0;
    }

    private void arrive(String name, double value) {
        inbox.arrive(name, value, value);
    }

    private String note(int channel, int note) {
        String name = notes[channel][note];
        if (name == null) notes[channel][note] = name = "midi " + port + "/" + (channel + 1) + "/note/" + note;
        return name;
    }

    private String name(int channel, int number) {
        String name = controllers[channel][number];
        if (name == null) controllers[channel][number] = name = "midi " + port + "/" + (channel + 1) + "/cc/" + number;
        return name;
    }

    private void system(int status, long nanos) {
        switch (status) {
            case 0xfa -> {
                runs = true;
                tick = 0;
            }
            case 0xfb -> runs = true;
            case 0xfc -> {
                runs = false;
                tick = 0;
                beats.clock(0, false);
            }
            case 0xf8 -> {
                long before = times[tick % TICKS];
                times[tick % TICKS] = nanos;
                boolean whole = tick >= TICKS;
                double tempo = whole && nanos > before ? 60e9 / (nanos - before) : 0;
                // Some clocks send their ticks without ever saying start.
                boolean beat = tick % TICKS == 0;
                tick++;
                if (tempo >= 20 && tempo <= 400) beats.clock(tempo, beat);
            }
            default -> {}
        }
    }

    /** Real-time messages for all: a time code that is wound, and the cues of show control. */
    private void exclusive(byte[] m, int length) {
        if (length < 6 || m[1] != 0x7f) return;
        if (m[3] == 1 && m[4] == 1) inbox.timeCode().wound();
        if (m[3] != 2 || m[5] != 1) return;
        StringBuilder cue = new StringBuilder();
        for (int i = 6; i < length && cue.length() < LONGEST_CUE; i++) {
            boolean number = m[i] >= '0' && m[i] <= '9' || m[i] == '.';
            if (!number) break;
            cue.append((char) m[i]);
        }
        press(cue.isEmpty() ? "msc go" : "msc go " + cue);
    }

    private void press(String name) {
        inbox.arrive(name, 1, 0);
        inbox.arrive(name, 0, 0);
    }

    /** Whether a clock that comes in has been started. */
    public boolean runs() {
        return runs;
    }

    public synchronized long messages() {
        return messages;
    }

    public String port() {
        return port;
    }
}
