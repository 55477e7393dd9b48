package gloaming.web;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** One page's end of the socket: keeps what came, up to a limit. */
final class SocketPage implements WebSocket.Listener, AutoCloseable {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final HttpClient CLIENT = HttpClient.newHttpClient();

    final List<JsonNode> texts = new CopyOnWriteArrayList<>();
    final List<byte[]> frames = new CopyOnWriteArrayList<>();
    final AtomicInteger closed = new AtomicInteger();
    private final StringBuilder text = new StringBuilder();
    private final java.io.ByteArrayOutputStream bytes = new java.io.ByteArrayOutputStream();
    private final WebSocket socket;

    SocketPage(Program program, String query) {
        this("localhost", program.port, query, null);
    }

    /** A page of the program at an address of this machine, with a cookie or none. */
    SocketPage(String host, int port, String query, String cookie) {
        WebSocket.Builder builder = CLIENT.newWebSocketBuilder().header("Origin", "http://" + host + ":" + port);
        if (cookie != null) builder.header("Cookie", cookie);
        socket = builder.buildAsync(URI.create("ws://" + host + ":" + port + "/live" + query), this)
                .join();
    }

    @Override
    public CompletionStage<?> onText(WebSocket socket, CharSequence part, boolean last) {
        text.append(part);
        if (last) {
            texts.add(JSON.readTree(text.toString()));
            text.setLength(0);
        }
        socket.request(1);
        return null;
    }

    @Override
    public CompletionStage<?> onBinary(WebSocket socket, ByteBuffer part, boolean last) {
        byte[] chunk = new byte[part.remaining()];
        part.get(chunk);
        bytes.writeBytes(chunk);
        if (last) {
            frames.add(bytes.toByteArray());
            bytes.reset();
        }
        socket.request(1);
        return null;
    }

    @Override
    public CompletionStage<?> onClose(WebSocket socket, int status, String reason) {
        closed.set(status);
        return null;
    }

    @Override
    public void onError(WebSocket socket, Throwable error) {
        closed.set(-1);
    }

    SocketPage say(String json) {
        socket.sendText(json.replace('\'', '"'), true).join();
        return this;
    }

    JsonNode hear(String is) {
        return hear(is, m -> true);
    }

    JsonNode hear(String is, Predicate<JsonNode> which) {
        JsonNode[] found = new JsonNode[1];
        Program.until("a message '" + is + "'", () -> {
            for (JsonNode m : texts) {
                if (m.path("is").asString("").equals(is) && which.test(m)) {
                    found[0] = m;
                    return true;
                }
            }
            return false;
        });
        return found[0];
    }

    @Override
    public void close() {
        socket.abort();
    }
}
