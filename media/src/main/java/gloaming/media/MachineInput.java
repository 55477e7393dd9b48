package gloaming.media;

import gloaming.sound.LiveSound;
import java.util.ArrayList;
import java.util.List;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.Mixer;
import javax.sound.sampled.TargetDataLine;

/** The machine's own sound inputs, where it has any. */
public final class MachineInput implements AutoCloseable {
    private static final int RATE = 48_000;
    private static final AudioFormat FORMAT = new AudioFormat(RATE, 16, 1, true, false);
    /** Samples that are read at once: five milliseconds. */
    private static final int BLOCK = RATE / 200;

    private final LiveSound sound;
    private final TargetDataLine line;
    private volatile boolean closed;

    private MachineInput(String name, TargetDataLine line) {
        this.line = line;
        sound = new LiveSound(name, RATE);
        Thread.ofPlatform().name("sound-input").daemon().start(this::read);
    }

    /** The names of the inputs there are. */
    public static List<String> names() {
        List<String> names = new ArrayList<>();
        DataLine.Info wanted = new DataLine.Info(TargetDataLine.class, FORMAT);
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (AudioSystem.getMixer(info).isLineSupported(wanted)) names.add(info.getName());
        }
        return names;
    }

    /** Opens the input of that name; {@link Unreadable} with a sentence where it cannot. */
    public static MachineInput open(String name) throws Unreadable {
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (!info.getName().equals(name)) continue;
            try {
                TargetDataLine line = (TargetDataLine)
                        AudioSystem.getMixer(info).getLine(new DataLine.Info(TargetDataLine.class, FORMAT));
                line.open(FORMAT, 8 * BLOCK);
                line.start();
                return new MachineInput(name, line);
            } catch (LineUnavailableException | IllegalArgumentException e) {
                throw new Unreadable("The sound input '" + name + "' cannot be opened; another program may have it.");
            }
        }
        throw new Unreadable("There is no sound input '" + name + "' on this machine any more; choose another.");
    }

    public LiveSound sound() {
        return sound;
    }

    private void read() {
        byte[] bytes = new byte[2 * BLOCK];
        float[] samples = new float[BLOCK];
        while (!closed) {
            int count = line.read(bytes, 0, bytes.length) / 2;
            for (int i = 0; i < count; i++) {
                samples[i] = (short) (bytes[2 * i] & 255 | bytes[2 * i + 1] << 8) / 32_768f;
            }
            sound.write(samples, count);
        }
    }

    @Override
    public void close() {
        closed = true;
        line.close();
    }
}
