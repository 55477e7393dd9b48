package gloaming.web.live;

import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import org.springframework.web.socket.CloseStatus;
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

    final WebSocketSession session;
    final boolean bench;
    /** The look this page works on; outputs show whatever is on stage. */
    final String look;
    /** The name the page has given itself. */
    final String page;

    volatile String subject;
    /** The step whose points it shows as numbers, or empty. */
    volatile String tabulates = "";

    volatile int most = 640;
    volatile int credit = CREDIT;
    volatile long knowsVersion = -1;
    /** The look on stage as it was told; only the courier touches it. */
    String knowsStage;
    /** Whether it shows what is heard and what arrives. */
    volatile boolean desk;

    /** How many values had come from each control when it was told last; only its own messages and the courier touch it. */
    final Map<String, Long> knowsControls = new ConcurrentHashMap<>();

    private final BlockingQueue<WebSocketMessage<?>> queue = new ArrayBlockingQueue<>(QUEUE);
    private volatile boolean closed;

    Viewer(WebSocketSession session, String look, String page) {
        this.session = session;
        this.bench = look != null;
        this.look = look;
        this.page = page;
        Thread.ofVirtual().name("viewer-" + session.getId()).start(this::run);
    }

    void send(WebSocketMessage<?> message) {
        if (!closed && !queue.offer(message)) close();
    }

    void acknowledged() {
        credit = Math.min(CREDIT, credit + 1);
    }

    private void run() {
        try {
            while (!closed) {
                WebSocketMessage<?> message = queue.poll(5, TimeUnit.SECONDS);
                if (message != null) session.sendMessage(message);
            }
        } catch (IOException | IllegalStateException e) {
            close();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    void close() {
        closed = true;
        try {
            session.close(CloseStatus.SESSION_NOT_RELIABLE);
        } catch (IOException | IllegalStateException e) {
            // It is gone already.
            return;
        }
    }
}
