package gloaming.media;

import gloaming.desk.Osc;
import gloaming.desk.Outbox;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.concurrent.locks.LockSupport;
import java.util.function.DoubleSupplier;
import java.util.function.Supplier;

/** Tells other programs and devices what the look has to say: what changed, at most a hundred times a second, and the beat as a MIDI clock. */
public final class ControlSender implements AutoCloseable {
    private static final long EVERY_NS = 10_000_000;
    private static final long TICK_NS = 1_000_000;
    private static final int TICKS = 24;

    private final Outbox outbox;
    private final Supplier<OscPort> osc;
    private final MidiPorts midi;
    private final DoubleSupplier beat;
    private final Thread thread;
    private volatile int oscTo;
    private volatile boolean clock;
    private volatile boolean closed;

    /** {@code osc} gives the port to send from, or null; {@code beat} the beats of the show now. */
    public ControlSender(Outbox outbox, Supplier<OscPort> osc, MidiPorts midi, DoubleSupplier beat) {
        this.outbox = outbox;
        this.osc = osc;
        this.midi = midi;
        this.beat = beat;
        thread = Thread.ofPlatform().name("teller").daemon().start(this::run);
    }

    /** Sends OSC to this port of the machine, 0 for nowhere. */
    public void oscTo(int port) {
        oscTo = port;
    }

    /** Whether MIDI ports are told the beat. */
    public void clock(boolean on) {
        clock = on;
        LockSupport.unpark(thread);
    }

    private void run() {
        long next = System.nanoTime();
        long told = Long.MIN_VALUE;
        while (!closed) {
            boolean ticks = clock;
            LockSupport.parkNanos(ticks ? TICK_NS : EVERY_NS);
            if (ticks) {
                long tick = (long) Math.floor(beat.getAsDouble() * TICKS);
                // After a leap it goes on from there: a clock that catches up would race.
                if (tick > told && tick - told < TICKS) midi.tick();
                told = tick;
            }
            long now = System.nanoTime();
            if (now < next) continue;
            next = now + EVERY_NS;
            for (Outbox.Slot slot : outbox.slots()) if (slot.changed()) tell(slot.name(), slot.value());
        }
    }

    private void tell(String name, double value) {
        if (name.startsWith("midi ")) {
            midi.tell(name.substring(5), value);
            return;
        }
        String address = name.startsWith("osc ") ? name.substring(4) : name;
        OscPort from = osc.get();
        int port = oscTo;
        if (from == null || port <= 0 || !address.startsWith("/")) return;
        from.send(
                Osc.message(address.replace(' ', '/'), (float) value),
                new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
    }

    @Override
    public void close() {
        closed = true;
        LockSupport.unpark(thread);
    }
}
