package gloaming.web.live;

import gloaming.play.Probe;
import gloaming.play.Tabulation;
import gloaming.play.Tiles;
import gloaming.web.access.Guests;
import gloaming.web.message.MessageJson;
import gloaming.web.message.ToPage;
import gloaming.web.store.OpenLook;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.LockSupport;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketMessage;
import org.springframework.web.socket.WebSocketSession;

/**
 * One page that watches. Messages wait in a queue of at most {@value #QUEUE} for a thread of the page's own, so a page that
 * hangs holds up nobody; when its queue is full it is cut off and may come again.
 */
final class Viewer {
    private static final int QUEUE = 128;
    /** Frames that may be on their way before the page says it has drawn one. */
    private static final int CREDIT = 2;

    /** Behind the last message. */
    private static final TextMessage END = new TextMessage("");
    /** A page that is cut off has so long to take what is said to it last. */
    private static final long LAST_NS = 2_000_000_000L;

    private static final int MOST_TRIES = 20;
    private static final long BETWEEN_NS = 100_000_000;
    /** A page that has drawn nothing for so long is hidden, or stands. */
    private static final long AWAY_NS = 1_500_000_000;

    /** What a page shows: a look it works on, an evening, what comes next; with none of them what is on air. */
    record Shown(String look, String evening, boolean next) {}

    final WebSocketSession session;
    final boolean bench;
    /** The look this page works on; outputs show whatever is on air. */
    final String look;
    /** The show whose evening this page plays or prepares, or null. */
    final String evening;
    /** Whether it shows what comes next, and not what is on air. */
    final boolean next;
    /** The name the page has given itself. */
    final String page;

    volatile String subject;
    /** Previews it shows, by the page's own number for the list. */
    volatile Tiles tiles;

    volatile int tilesList;
    /** The pixel it points at, and the points it shows as numbers, or null. */
    volatile Probe probe;

    volatile Tabulation table;

    volatile int most = 640;
    /** Turns by which the page has turned what is in space; not a number where it has not. */
    volatile double round;

    volatile double high;
    volatile int credit = CREDIT;
    /** When it was sent its last picture. */
    private volatile long sent;

    /** The state of the run sheet, and of the evening, that it was told. */
    volatile long knowsSheet = -1;

    volatile long knowsEvening = -1;
    volatile long knowsVersion = -1;
    /** What it was told of the shelf of kits, by how often that had changed. */
    volatile long knowsShelf;
    /** The page's own change that was done last. */
    volatile long done;
    /** What it was told of the look on air; only the courier touches it. */
    String knowsAir;

    /** How far the output is faded up, as it was told; only the courier touches it. */
    double knowsLight = Double.NaN;
    /** Whether it shows what is heard and what arrives. */
    volatile boolean desk;

    /** When the page said something last. */
    volatile long heard = System.nanoTime();

    /** How many values had come from each control when it was told last; only its own messages and the courier touch it. */
    final Map<String, Long> knowsControls = new ConcurrentHashMap<>();

    private final BlockingQueue<WebSocketMessage<?>> queue = new ArrayBlockingQueue<>(QUEUE);
    private final Thread thread;
    private volatile boolean closed;

    /** Who looks at it over the network, or null for somebody at the machine. */
    final Guests.Guest guest;

    Viewer(WebSocketSession session, Shown shown, String page, Guests.Guest guest) {
        this.session = session;
        String look = shown.look;
        evening = shown.evening;
        next = shown.next;
        this.bench = look != null;
        this.look = look;
        this.page = page;
        this.guest = guest;
        thread = Thread.ofVirtual().name("viewer-" + session.getId()).start(this::run);
    }

    void tell(ToPage message) {
        send(new TextMessage(MessageJson.write(message)));
    }

    /** Tells the document as it is now, which the page then knows. */
    void tellDocument(OpenLook open, PageMessages messages) {
        synchronized (this) {
            knowsVersion = open.version();
            knowsShelf = messages.shelf();
            tell(messages.look(open, done));
        }
    }

    void send(WebSocketMessage<?> message) {
        if (!closed && !queue.offer(message)) close();
    }

    /** A picture, if it has drawn the ones before. */
    void picture(ByteBuffer message) {
        if (credit <= 0) return;
        credit--;
        sent = System.nanoTime();
        send(new BinaryMessage(message.duplicate()));
    }

    /** Whether it does not draw what it is sent, as a hidden page does not. */
    boolean away(long now) {
        return credit <= 0 && now - sent > AWAY_NS;
    }

    boolean closed() {
        return closed;
    }

    void acknowledged() {
        credit = Math.min(CREDIT, credit + 1);
    }

    private void run() {
        try {
            for (WebSocketMessage<?> next = queue.take(); !closed && next != END; next = queue.take())
                session.sendMessage(next);
            closed = true;
        } catch (IOException | RuntimeException e) {
            close();
        } catch (InterruptedException e) {
            // It is closed.
            closed = true;
        }
        end();
    }

    /** Cuts the page off; what waits for it is not sent any more. Waits for nobody. */
    void close() {
        closed = true;
        queue.clear();
        thread.interrupt();
    }

    /** Sends what waits, and then cuts the page off; one that takes it too slowly is cut off before. */
    void close(ToPage last) {
        tell(last);
        send(END);
        Thread.ofVirtual().start(() -> {
            LockSupport.parkNanos(LAST_NS);
            if (!closed) close();
        });
    }

    /** Cuts the connection; one that is still sending cannot be, and is tried again. */
    private void end() {
        for (int tries = 0; tries < MOST_TRIES && session.isOpen(); tries++) {
            try {
                session.close(CloseStatus.SESSION_NOT_RELIABLE);
                return;
            } catch (IOException | IllegalStateException e) {
                System.getLogger("gloaming").log(System.Logger.Level.DEBUG, "A page could not be cut off yet.", e);
                // It was interrupted to end; that must not end the waiting.
                Thread.interrupted();
                LockSupport.parkNanos(BETWEEN_NS);
            }
        }
    }
}
