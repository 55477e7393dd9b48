package gloaming.media;

import gloaming.desk.Inbox;
import gloaming.desk.OscIn;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/**
 * OSC over UDP, on this machine only: receives into an {@link Inbox}, and sends.
 *
 * <p>One thread receives into one buffer; what comes faster than it can read is dropped by the machine, so a flood costs a part of a core
 * and no memory. Bundles for later wait, at most {@value #WAITING} messages of them.
 */
public final class OscPort implements AutoCloseable {
    static final int WAITING = 256;
    private static final int LARGEST = 65_536;

    private final DatagramSocket socket;
    private final OscIn in;
    private final Thread thread;
    private final Semaphore room = new Semaphore(WAITING);
    private final ScheduledExecutorService later;

    /** Listens at a port of the loopback, 0 for any that is free; {@link IOException} where it is taken. */
    public OscPort(int port, Inbox inbox) throws IOException {
        socket = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        socket.setReceiveBufferSize(1 << 20);
        ScheduledThreadPoolExecutor pool = new ScheduledThreadPoolExecutor(1, task -> {
            Thread one = new Thread(task, "osc-later");
            one.setDaemon(true);
            return one;
        });
        later = pool;
        in = new OscIn(inbox, this::keep);
        thread = Thread.ofPlatform().name("osc").daemon().start(this::receive);
    }

    private void receive() {
        DatagramPacket packet = new DatagramPacket(new byte[LARGEST], LARGEST);
        while (!socket.isClosed()) {
            try {
                packet.setLength(LARGEST);
                socket.receive(packet);
                in.take(packet.getData(), packet.getLength());
            } catch (IOException e) {
                if (socket.isClosed()) return;
            } catch (RuntimeException e) {
                System.getLogger("gloaming").log(System.Logger.Level.WARNING, "An OSC packet failed.", e);
            }
        }
    }

    private boolean keep(byte[] packet, double seconds) {
        if (!room.tryAcquire()) return false;
        long wait = Math.round((seconds - System.currentTimeMillis() / 1e3) * 1e6);
        later.schedule(
                () -> {
                    room.release();
                    in.take(packet, packet.length);
                },
                Math.max(0, wait),
                TimeUnit.MICROSECONDS);
        return true;
    }

    /** Where it listens. */
    public int port() {
        return socket.getLocalPort();
    }

    /** What it has taken in. */
    public OscIn in() {
        return in;
    }

    /** Sends a packet; one that cannot be sent is lost, as is usual with UDP. */
    public void send(byte[] packet, SocketAddress to) {
        try {
            socket.send(new DatagramPacket(packet, packet.length, to));
        } catch (IOException | IllegalArgumentException e) {
            System.getLogger("gloaming").log(System.Logger.Level.DEBUG, "An OSC packet could not be sent.", e);
        }
    }

    @Override
    public void close() {
        socket.close();
        later.shutdownNow();
    }
}
