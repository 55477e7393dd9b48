package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.desk.Inbox;
import gloaming.desk.Osc;
import gloaming.desk.Outbox;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.BooleanSupplier;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.ShortMessage;
import org.junit.jupiter.api.Test;

/** OSC over real sockets and MIDI over the port inside the program. */
class PortsTest {
    private final Inbox inbox = new Inbox();

    private static void until(BooleanSupplier is) {
        long end = System.nanoTime() + 30_000_000_000L;
        while (!is.getAsBoolean()) {
            if (System.nanoTime() > end) throw new AssertionError("did not happen in half a minute");
            java.util.concurrent.locks.LockSupport.parkNanos(2_000_000);
        }
    }

    private static void send(OscPort port, byte[] packet) throws Exception {
        try (DatagramSocket socket = new DatagramSocket()) {
            socket.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), port.port()));
        }
    }

    @Test
    void packetsArriveAndABundleForLaterComesAtItsTime() throws Exception {
        try (OscPort port = new OscPort(0, inbox)) {
            send(port, Osc.message("/mill/gate", 0.5f));
            until(() -> inbox.find("osc /mill/gate") != null);
            double due = System.currentTimeMillis() / 1e3 + 0.3;
            send(port, Osc.bundle(Osc.timeTag(due), List.of(Osc.message("/mill/later", 1f))));
            until(() -> inbox.find("osc /mill/later") != null);
            assertThat(System.currentTimeMillis() / 1e3).isGreaterThanOrEqualTo(due - 0.005);
            send(port, new byte[] {1, 2, 3});
            until(() -> port.in().malformed() == 1);
            assertThat(port.in().lastFault()).contains("multiple of four");
        }
    }

    @Test
    void aPortThatIsTakenIsNotOpenedTwice() throws Exception {
        try (OscPort port = new OscPort(0, inbox)) {
            assertThatThrownBy(() -> new OscPort(port.port(), inbox)).isInstanceOf(java.io.IOException.class);
        }
    }

    @Test
    void whatThePadPlaysComesInAndWhatItIsToldIsHeardByIt() throws Exception {
        List<MidiMessage> told = new CopyOnWriteArrayList<>();
        VirtualPort pad = new VirtualPort("Mill Pad!", told::add);
        try (MidiPorts ports = new MidiPorts(inbox, (tempo, beat) -> {})) {
            ports.add(pad);
            ports.add(pad);
            assertThat(ports.ins()).extracting(in -> in.port()).containsExactly("mill-pad");
            pad.play(new ShortMessage(ShortMessage.NOTE_ON, 2, 60, 127));
            assertThat(inbox.find("midi mill-pad/3/note/60").value()).isEqualTo(1);
            assertThat(ports.tell("mill-pad/1/note/36", 1)).isTrue();
            assertThat(ports.tell("mill-pad/1/note/36", 0)).isTrue();
            assertThat(ports.tell("mill-pad/2/cc/21", 0.5)).isTrue();
            assertThat(ports.tell("mill-pad/1/bend", -1)).isTrue();
            assertThat(ports.tell("mill-pad/1/program", 12)).isTrue();
            ports.tick();
            assertThat(told).extracting(MidiMessage::getStatus).containsExactly(0x90, 0x80, 0xb1, 0xe0, 0xc0, 0xf8);
            assertThat(((ShortMessage) told.get(2)).getData2()).isEqualTo(64);
            assertThat(((ShortMessage) told.get(3)).getData2()).isZero();
            for (String odd : List.of(
                    "nobody/1/cc/1",
                    "mill-pad",
                    "mill-pad/99/cc/1",
                    "mill-pad/x/cc/1",
                    "mill-pad/1/cc/999",
                    "mill-pad/1/wobble/1")) {
                assertThat(ports.tell(odd, 1)).as(odd).isFalse();
            }
        }
        assertThat(pad.isOpen()).isFalse();
    }

    @Test
    void whatChangesIsToldOnceAndTheClockTicksTwentyFourTimesABeat() throws Exception {
        Outbox outbox = new Outbox();
        List<MidiMessage> told = new CopyOnWriteArrayList<>();
        Inbox other = new Inbox();
        long started = System.nanoTime();
        try (OscPort from = new OscPort(0, inbox);
                OscPort to = new OscPort(0, other);
                MidiPorts midi = new MidiPorts(inbox, (tempo, beat) -> {});
                ControlSender teller =
                        new ControlSender(outbox, () -> from, midi, () -> (System.nanoTime() - started) / 1e9 * 4)) {
            midi.add(new VirtualPort("pad", told::add));
            teller.oscTo(to.port());
            outbox.put("osc /bell level", 0.25, false);
            outbox.put("midi pad/1/cc/7", 1, false);
            until(() -> other.find("osc /bell/level") != null && !told.isEmpty());
            assertThat(other.find("osc /bell/level").value()).isEqualTo(0.25);
            outbox.put("osc /bell level", 0.25, false);
            outbox.put("osc /bell level", 0.5, false);
            until(() -> other.find("osc /bell/level").value() == 0.5);
            assertThat(other.find("osc /bell/level").count()).isEqualTo(2);
            told.clear();
            teller.clock(true);
            until(() -> told.size() > 96);
            assertThat(told).allSatisfy(m -> assertThat(m.getStatus()).isEqualTo(0xf8));
        }
        for (int i = 0; i < 1_000; i++) outbox.put("osc /many/" + i, i, false);
        assertThat(outbox.slots()).hasSize(Outbox.MOST);
    }

    @Test
    void anInputThatIsNotThereIsToldInASentence() {
        assertThat(MachineInput.names()).doesNotContain("Weir hydrophone").doesNotHaveDuplicates();
        assertThatThrownBy(() -> MachineInput.open("Weir hydrophone"))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("There is no sound input 'Weir hydrophone'");
    }
}
