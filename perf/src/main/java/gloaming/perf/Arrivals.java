package gloaming.perf;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CopyOnWriteArrayList;

/** An output that draws at once, and when its pictures came, by the clock of nanoseconds. */
final class Arrivals implements AutoCloseable {
    private static final double SECOND = 1e9;

    private final List<Long> pictures = new CopyOnWriteArrayList<>();
    private final WebSocket socket;

    /** Opens one at an address of a program, http://HOST:PORT. */
    Arrivals(HttpClient client, String at) {
        socket = client.newWebSocketBuilder()
                .header("Origin", at)
                .buildAsync(URI.create(at.replace("http", "ws") + "/live?page=output"), new WebSocket.Listener() {
                    @Override
                    public CompletionStage<?> onBinary(WebSocket from, ByteBuffer bytes, boolean last) {
                        if (last) {
                            pictures.add(System.nanoTime());
                            from.sendText("{\"do\":\"ack\"}", true);
                        }
                        from.request(1);
                        return null;
                    }
                })
                .join();
    }

    List<Long> pictures() {
        return pictures;
    }

    /** Pictures a second from one moment to another. */
    double rate(long from, long to) {
        return pictures.stream().filter(at -> at > from && at <= to).count() / ((to - from) / SECOND);
    }

    /** The longest time without a picture between two moments, in milliseconds. */
    double longest(long from, long to) {
        long before = from;
        long longest = 0;
        for (long at : pictures) {
            if (at <= from) continue;
            longest = Math.max(longest, Math.min(at, to) - before);
            before = at;
            if (at > to) break;
        }
        return Math.max(longest, to - before) / 1e6;
    }

    @Override
    public void close() {
        // The client would wait for it.
        socket.abort();
    }
}
