package gloaming.media;

import gloaming.desk.Inbox;
import gloaming.desk.MidiIn;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.Sequencer;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Synthesizer;
import javax.sound.midi.Transmitter;

/** The MIDI ports of this machine and those inside the program: all that can be heard are heard, all that take messages can be told. */
public final class MidiPorts implements AutoCloseable {
    /** At most so many ports. */
    private static final int MOST = 32;

    private final Inbox inbox;
    private final MidiIn.Beats beats;
    private final Map<String, MidiIn> ins = new LinkedHashMap<>();
    private final Map<String, Receiver> outs = new LinkedHashMap<>();
    private final List<MidiDevice> opened = new ArrayList<>();
    private final List<String> troubles = new ArrayList<>();

    public MidiPorts(Inbox inbox, MidiIn.Beats beats) {
        this.inbox = inbox;
        this.beats = beats;
    }

    /** Opens the ports of the machine that are not open yet; those that cannot be opened are passed over and named. */
    public synchronized void look() {
        troubles.clear();
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            try {
                MidiDevice device = MidiSystem.getMidiDevice(info);
                if (device instanceof Sequencer || device instanceof Synthesizer) continue;
                add(device);
            } catch (MidiUnavailableException | IllegalArgumentException e) {
                troubles.add("The MIDI port '" + info.getName() + "' cannot be opened; another program may have it.");
            }
        }
    }

    /** Opens a device, both ways as far as it goes, under its own name or a numbered one. */
    public synchronized void add(MidiDevice device) throws MidiUnavailableException {
        boolean known = opened.stream().anyMatch(d -> d.getDeviceInfo().equals(device.getDeviceInfo()));
        if (known || opened.size() >= MOST) return;
        device.open();
        opened.add(device);
        if (device.getMaxTransmitters() != 0) {
            String name = free(name(device), ins.keySet());
            MidiIn in = new MidiIn(name, inbox, beats);
            ins.put(name, in);
            Transmitter transmitter = device.getTransmitter();
            transmitter.setReceiver(new Ear(in));
        }
        if (device.getMaxReceivers() != 0) outs.put(free(name(device), outs.keySet()), device.getReceiver());
    }

    private static String name(MidiDevice device) {
        String name = device.getDeviceInfo().getName().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9.-]+", "-");
        name = name.replaceAll("^-+|-+$", "");
        return name.isEmpty() ? "port" : name.substring(0, Math.min(40, name.length()));
    }

    private static String free(String name, java.util.Set<String> taken) {
        String free = name;
        for (int i = 2; taken.contains(free); i++) free = name + "-" + i;
        return free;
    }

    private record Ear(MidiIn in) implements Receiver {
        @Override
        public void send(MidiMessage message, long timeStamp) {
            in.take(message.getMessage(), message.getLength(), System.nanoTime());
        }

        @Override
        public void close() {
            // The port is closed by whoever opened it.
        }
    }

    public synchronized List<MidiIn> ins() {
        return List.copyOf(ins.values());
    }

    public synchronized List<String> outs() {
        return List.copyOf(outs.keySet());
    }

    /** Sentences about ports that could not be opened. */
    public synchronized List<String> troubles() {
        return List.copyOf(troubles);
    }

    /**
     * Tells a port: {@code name} is {@code PORT/CHANNEL/note/60}, {@code …/cc/21}, {@code …/bend}, {@code …/program} or {@code
     * …/pressure}, values as they come in. False where there is no such port or no such thing to tell.
     */
    public synchronized boolean tell(String name, double value) {
        String[] parts = name.split("/");
        if (parts.length < 3) return false;
        Receiver to = outs.get(parts[0]);
        if (to == null) return false;
        try {
            int channel = Integer.parseInt(parts[1]) - 1;
            int number = parts.length > 3 ? Integer.parseInt(parts[3]) : 0;
            int seven = (int) Math.rint(Math.clamp(value, 0.0, 1.0) * 127);
            ShortMessage message = switch (parts[2]) {
                case "note" ->
                    new ShortMessage(seven > 0 ? ShortMessage.NOTE_ON : ShortMessage.NOTE_OFF, channel, number, seven);
                case "cc" -> new ShortMessage(ShortMessage.CONTROL_CHANGE, channel, number, seven);
                case "program" ->
                    new ShortMessage(ShortMessage.PROGRAM_CHANGE, channel, (int) Math.clamp(value, 0.0, 127.0), 0);
                case "pressure" -> new ShortMessage(ShortMessage.CHANNEL_PRESSURE, channel, seven, 0);
                case "bend" -> {
                    double at = Math.clamp(value, -1.0, 1.0);
                    int bend = 8192 + (int) Math.rint(at < 0 ? at * 8192 : at * 8191);
                    yield new ShortMessage(ShortMessage.PITCH_BEND, channel, bend & 127, bend >> 7);
                }
                default -> null;
            };
            if (message == null) return false;
            to.send(message, -1);
            return true;
        } catch (NumberFormatException | InvalidMidiDataException e) {
            return false;
        }
    }

    /** Tells every port one tick of the clock, 24 of which are a beat. */
    public synchronized void tick() {
        try {
            ShortMessage tick = new ShortMessage(ShortMessage.TIMING_CLOCK);
            outs.values().forEach(out -> out.send(tick, -1));
        } catch (InvalidMidiDataException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public synchronized void close() {
        opened.forEach(MidiDevice::close);
        opened.clear();
        ins.clear();
        outs.clear();
    }
}
