package gloaming.desk;

import java.util.concurrent.atomic.LongAdder;

/**
 * Puts what OSC packets say into the inbox: a control for each address, or for each of its several arguments.
 *
 * <p>{@code /mill/xy} with two numbers becomes {@code osc /mill/xy 1} and {@code osc /mill/xy 2}. A pattern moves all known addresses it
 * means. A message without arguments is a press.
 */
public final class OscIn implements Osc.Sink {
    /** What keeps a message until its time has come. */
    public interface Keeper {
        /** Takes a copy of a packet for a moment in seconds since 1970; false when there is no room. */
        boolean keep(byte[] packet, double seconds);
    }

    /** Messages for a moment further away are played at once. */
    private static final double LATEST = 60;

    private static final double SOON = 0.002;
    private static final int LONGEST = 180;

    private final Inbox inbox;
    private final Keeper keeper;
    private final LongAdder packets = new LongAdder();
    private final LongAdder malformed = new LongAdder();
    private volatile String lastFault = "";
    private String address;
    private int arguments;

    public OscIn(Inbox inbox, Keeper keeper) {
        this.inbox = inbox;
        this.keeper = keeper;
    }

    /** Takes a packet; one that is malformed is counted and changes nothing else. One thread at a time. */
    public synchronized void take(byte[] packet, int length) {
        packets.increment();
        try {
            Osc.read(packet, length, this);
        } catch (Osc.Malformed e) {
            malformed.increment();
            lastFault = e.getMessage();
        }
    }

    @Override
    public boolean message(String address, int arguments, long timeTag) {
        if (address.length() > LONGEST) {
            malformed.increment();
            lastFault = "its address is over " + LONGEST + " characters long";
            return false;
        }
        this.address = address;
        this.arguments = arguments;
        if (arguments > 0) return true;
        // A press and its end, so that each one counts.
        argument(0, 1, null);
        argument(0, 0, null);
        return false;
    }

    @Override
    public void argument(int index, double number, String text) {
        double value = number;
        if (Double.isNaN(value)) {
            // Some senders put numbers into texts.
            if (text == null || !text.matches("[-+]?[0-9]{1,9}(\\.[0-9]{1,9})?")) return;
            value = Double.parseDouble(text);
        }
        if (!Osc.isPattern(address)) {
            inbox.arrive(name(address, index), value, value);
            return;
        }
        for (Control control : inbox.controls()) {
            String known = control.name();
            if (!known.startsWith("osc ")) continue;
            String plain = known.substring(4);
            int blank = plain.indexOf(' ');
            boolean same = arguments == 1 ? blank < 0 : plain.endsWith(" " + (index + 1));
            if (same && Osc.matches(address, blank < 0 ? plain : plain.substring(0, blank))) {
                inbox.arrive(known, value, value);
            }
        }
    }

    private String name(String address, int index) {
        return arguments == 1 || arguments == 0 ? "osc " + address : "osc " + address + " " + (index + 1);
    }

    @Override
    public boolean later(byte[] packet, int from, int length, long timeTag) {
        if (timeTag == Osc.NOW) return false;
        double seconds = Osc.seconds(timeTag);
        double ahead = seconds - System.currentTimeMillis() / 1e3;
        if (ahead < SOON || ahead > LATEST) return false;
        return keeper.keep(java.util.Arrays.copyOfRange(packet, from, from + length), seconds);
    }

    /** Packets that have come, and malformed ones among them. */
    public long packets() {
        return packets.sum();
    }

    public long malformed() {
        return malformed.sum();
    }

    /** What was wrong with the last malformed packet, or empty. */
    public String lastFault() {
        return lastFault;
    }
}
