package gloaming.again;

import gloaming.look.Refused;
import gloaming.sound.LatchedSound;
import gloaming.sound.LiveSound;
import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.util.Map;
import java.util.TreeMap;

/** What came in live while a set was recorded, by the numbers of its samples; what was not recorded is silent. */
final class LiveTape {
    private final String name;
    private final int rate;
    private final TreeMap<Long, short[]> pieces = new TreeMap<>();
    /** The piece that was asked last, and where it begins. */
    private short[] last = {};

    private long from;

    private LiveTape(String name, int rate) {
        this.name = name;
        this.rate = rate;
    }

    /** Takes up a piece of a set's sound into those by their names. */
    static void add(byte[] piece, Map<String, LiveTape> all) {
        try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(piece))) {
            String name = in.readUTF();
            int rate = in.readInt();
            if (rate < 8_000 || rate > 192_000) throw new Refused("The recording is damaged: its sound has no rate.");
            long from = in.readLong();
            short[] samples = new short[in.available() / 2];
            for (int i = 0; i < samples.length; i++) samples[i] = in.readShort();
            all.computeIfAbsent(name, n -> new LiveTape(n, rate)).pieces.put(from, samples);
        } catch (IOException e) {
            throw new Refused("The recording is damaged: its sound ends too early.");
        }
    }

    private float at(long index) {
        if (index < from || index >= from + last.length) {
            Map.Entry<Long, short[]> piece = pieces.floorEntry(index);
            if (piece == null || index >= piece.getKey() + piece.getValue().length) return 0;
            from = piece.getKey();
            last = piece.getValue();
        }
        return last[(int) (index - from)] / LiveSound.STEPS;
    }

    /** The same as one player heard it. */
    Heard heard() {
        return new Heard(this);
    }

    /** What one player hears of it, frame by frame. */
    static final class Heard extends LatchedSound {
        private final LiveTape tape;

        private Heard(LiveTape tape) {
            this.tape = tape;
        }

        @Override
        public String name() {
            return tape.name;
        }

        @Override
        public int rate() {
            return tape.rate;
        }

        @Override
        public float sample(long at) {
            return tape.at(at);
        }
    }
}
