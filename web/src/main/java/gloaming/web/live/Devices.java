package gloaming.web.live;

import gloaming.desk.Inbox;
import gloaming.desk.Osc;
import gloaming.look.Refused;
import gloaming.media.ControlSender;
import gloaming.media.MidiPorts;
import gloaming.media.OscPort;
import gloaming.media.VirtualPort;
import gloaming.web.store.Shows;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.concurrent.atomic.AtomicReferenceArray;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.ShortMessage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** The controllers of the program and their stand-ins: OSC and MIDI in and out, the pad, what the phone desk sends. */
@Component
public class Devices {
    private static final Logger LOG = LoggerFactory.getLogger(Devices.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String KEPT = "devices";
    private static final int PADS = 128;

    /**
     * Where OSC comes in and goes to, and whether MIDI ports are told the beat.
     *
     * @param oscIn the port that is listened at, 1024 to 65535
     * @param oscOut the port that is sent to, 0 for none
     */
    public record Kept(int oscIn, int oscOut, boolean clock) {
        public Kept {
            if (oscIn != 0 && (oscIn < 1024 || oscIn > 65_535))
                throw new Refused("OSC comes in at a port from 1024 to 65535.");
            if (oscOut != 0 && (oscOut < 1024 || oscOut > 65_535))
                throw new Refused("OSC goes out to a port from 1024 to 65535, or to none.");
        }
    }

    private final Shows shows;
    private final Inbox inbox;
    private final MidiPorts midi;
    private final VirtualPort pad;
    private final ControlSender teller;
    private final DatagramSocket phone;
    /** What the pad was told last, by note: how bright it is lit. */
    private final AtomicReferenceArray<Integer> lit = new AtomicReferenceArray<>(PADS);

    private final int fixedOsc;
    private volatile OscPort osc;
    private volatile String trouble = "";
    private volatile Kept kept;

    Devices(House house, Shows shows, @Value("${gloaming.osc:-1}") int oscPort) throws IOException {
        this.shows = shows;
        inbox = house.inbox();
        fixedOsc = oscPort;
        midi = new MidiPorts(inbox, (tempo, beat) -> house.beats(clock -> clock.midi(tempo, beat)));
        pad = new VirtualPort("pad", this::told);
        phone = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0));
        teller = new ControlSender(
                house.outbox(), () -> osc, midi, () -> house.player().readings().beatNow());
        try {
            midi.add(pad);
        } catch (MidiUnavailableException e) {
            throw new IllegalStateException("A port inside the program opens always.", e);
        }
        Thread.ofVirtual().name("midi").start(midi::look);
        use(remembered());
    }

    private Kept remembered() {
        try {
            return shows.remembered(KEPT)
                    .map(text -> JSON.readValue(text, Kept.class))
                    .orElse(new Kept(9010, 9011, false));
        } catch (JacksonException | Refused e) {
            LOG.warn("The ports that were set cannot be read; the usual ones are used.");
            return new Kept(9010, 9011, false);
        }
    }

    private void use(Kept now) {
        OscPort was = osc;
        int wanted = fixedOsc >= 0 ? fixedOsc : now.oscIn();
        if (was == null || (fixedOsc < 0 && was.port() != wanted)) {
            try {
                osc = new OscPort(wanted, inbox);
                trouble = "";
                if (was != null) was.close();
            } catch (IOException e) {
                trouble = "OSC port " + wanted + " is taken by another program"
                        + (was == null
                                ? "; nothing comes in over OSC until you choose another."
                                : "; the one before stays open.");
                LOG.warn(trouble);
            }
        }
        teller.oscTo(now.oscOut());
        teller.clock(now.clock());
        kept = now;
    }

    /** Uses these ports from now on and after the next start. */
    public synchronized void choose(Kept now) {
        use(now);
        shows.remember(KEPT, JSON.writeValueAsString(now));
        if (!trouble.isEmpty()) throw new Refused(trouble);
    }

    public Kept kept() {
        return kept;
    }

    /** Where OSC is listened for, or 0 where it cannot be. */
    public int oscPort() {
        return osc == null ? 0 : osc.port();
    }

    /** OSC packets that have come, and malformed ones among them. */
    public long oscPackets() {
        return osc == null ? 0 : osc.in().packets();
    }

    public long oscMalformed() {
        return osc == null ? 0 : osc.in().malformed();
    }

    OscPort osc() {
        return osc;
    }

    MidiPorts midi() {
        return midi;
    }

    /** What is wrong with the ports, or empty. */
    public String trouble() {
        return trouble;
    }

    /** What a page of the phone desk touches: a real packet to the program's own port. */
    public void touch(String address, Object... arguments) {
        OscPort to = osc;
        if (to == null) throw new Refused(trouble);
        byte[] packet = Osc.message(address, arguments);
        try {
            phone.send(new DatagramPacket(
                    packet, packet.length, new InetSocketAddress(InetAddress.getLoopbackAddress(), to.port())));
        } catch (IOException e) {
            throw new Refused("The phone desk could not send: " + e.getMessage() + ".");
        }
    }

    /** A hand on the stand-in pad: a note from 0 to 127 with a velocity, or the controller of one of its knobs. */
    public void pad(String what, int number, int value) {
        try {
            boolean note = what.equals("note");
            int kind = !note ? ShortMessage.CONTROL_CHANGE : value > 0 ? ShortMessage.NOTE_ON : ShortMessage.NOTE_OFF;
            pad.play(new ShortMessage(kind, 0, Math.clamp(number, 0, 127), Math.clamp(value, 0, 127)));
        } catch (InvalidMidiDataException e) {
            throw new Refused("The pad has no such key.");
        }
    }

    private void told(MidiMessage message) {
        if (message instanceof ShortMessage m
                && (m.getCommand() == ShortMessage.NOTE_ON || m.getCommand() == ShortMessage.NOTE_OFF)) {
            lit.set(m.getData1(), m.getCommand() == ShortMessage.NOTE_ON ? m.getData2() : 0);
        }
    }

    /** How bright a key of the pad is lit by what it was told, 0 to 127. */
    int lit(int note) {
        Integer value = lit.get(note);
        return value == null ? 0 : value;
    }

    @PreDestroy
    void stop() {
        teller.close();
        midi.close();
        phone.close();
        if (osc != null) osc.close();
    }
}
