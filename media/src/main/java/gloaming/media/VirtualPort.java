package gloaming.media;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.Receiver;
import javax.sound.midi.Transmitter;

/**
 * A MIDI port inside the program: what the stand-in pad plays comes out of its transmitters as from any device, and what is sent to it is
 * heard by whoever draws the pad.
 */
public final class VirtualPort implements MidiDevice {
    private final Info info;
    private final List<Transmitter> transmitters = new CopyOnWriteArrayList<>();
    private final Consumer<MidiMessage> told;
    private boolean open;

    /** {@code told} hears what is sent to it. */
    public VirtualPort(String name, Consumer<MidiMessage> told) {
        this.info = new Info(name, "Gloaming", "A port inside the program", "1") {};
        this.told = told;
    }

    /** Plays a message, as if a hand had. */
    public void play(MidiMessage message) {
        for (Transmitter transmitter : transmitters) {
            Receiver receiver = transmitter.getReceiver();
            if (receiver != null) receiver.send(message, getMicrosecondPosition());
        }
    }

    @Override
    public Info getDeviceInfo() {
        return info;
    }

    @Override
    public void open() {
        open = true;
    }

    @Override
    public void close() {
        open = false;
        transmitters.forEach(Transmitter::close);
    }

    @Override
    public boolean isOpen() {
        return open;
    }

    @Override
    public long getMicrosecondPosition() {
        return System.nanoTime() / 1_000;
    }

    @Override
    public int getMaxReceivers() {
        return -1;
    }

    @Override
    public int getMaxTransmitters() {
        return -1;
    }

    @Override
    public Receiver getReceiver() {
        return new Receiver() {
            @Override
            public void send(MidiMessage message, long timeStamp) {
                told.accept(message);
            }

            @Override
            public void close() {
                // It has nothing to give up.
            }
        };
    }

    @Override
    public List<Receiver> getReceivers() {
        return List.of();
    }

    @Override
    public Transmitter getTransmitter() {
        Transmitter transmitter = new Transmitter() {
            private volatile Receiver receiver;

            @Override
            public void setReceiver(Receiver receiver) {
                this.receiver = receiver;
            }

            @Override
            public Receiver getReceiver() {
                return receiver;
            }

            @Override
            public void close() {
                transmitters.remove(this);
            }
        };
        transmitters.add(transmitter);
        return transmitter;
    }

    @Override
    public List<Transmitter> getTransmitters() {
        return transmitters;
    }
}
