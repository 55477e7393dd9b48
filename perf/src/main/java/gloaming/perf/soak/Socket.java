package gloaming.perf.soak;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;

/** One page's end of a socket. */
final class Socket implements WebSocket.Listener, AutoCloseable {
    private static final HttpClient CLIENT = HttpClient.newHttpClient();
    private static final int WAIT_S = 10;

    private final WebSocket socket;
    private final boolean acknowledges;
    private final AtomicLong frames = new AtomicLong();
    private volatile boolean ended;

    /** @param acknowledges whether it says of each picture that it has drawn it; one that does not takes nothing at all */
    Socket(int port, String path, boolean acknowledges) throws InterruptedException {
        this.acknowledges = acknowledges;
        try {
            socket = CLIENT.newWebSocketBuilder()
                    .header("Origin", "http://localhost:" + port)
                    .connectTimeout(Duration.ofSeconds(WAIT_S))
                    .buildAsync(URI.create("ws://localhost:" + port + path), this)
                    .get(WAIT_S, TimeUnit.SECONDS);
        } catch (ExecutionException | TimeoutException e) {
            throw new IllegalStateException("A page got no socket: " + e, e);
        }
    }

    @Override
    public void onOpen(WebSocket now) {
        if (acknowledges) now.request(1);
    }

    @Override
    public CompletionStage<?> onText(WebSocket now, CharSequence text, boolean last) {
        now.request(1);
        return null;
    }

    @Override
    public CompletionStage<?> onBinary(WebSocket now, ByteBuffer bytes, boolean last) {
        if (last) {
            frames.incrementAndGet();
            now.sendText("{\"do\":\"ack\"}", true);
        }
        now.request(1);
        return null;
    }

    @Override
    public CompletionStage<?> onClose(WebSocket now, int status, String reason) {
        ended = true;
        return null;
    }

    @Override
    public void onError(WebSocket now, Throwable error) {
        ended = true;
    }

    long frames() {
        return frames.get();
    }

    boolean ended() {
        return ended || socket.isOutputClosed();
    }

    /** Sends a text; false when the other end has gone. */
    boolean say(String text) {
        return sent(() -> socket.sendText(text, true).get(WAIT_S, TimeUnit.SECONDS));
    }

    boolean say(byte[] bytes) {
        return sent(() -> socket.sendBinary(ByteBuffer.wrap(bytes), true).get(WAIT_S, TimeUnit.SECONDS));
    }

    private interface Sending {
        void now() throws Exception;
    }

    private boolean sent(Sending sending) {
        if (ended()) return false;
        try {
            sending.now();
            return true;
        } catch (Exception e) {
            ended = true;
            return false;
        }
    }

    @Override
    public void close() {
        socket.abort();
    }
}
