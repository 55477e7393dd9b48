package gloaming.perf.soak;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.AppenderBase;
import gloaming.web.command.Server;
import gloaming.web.live.House;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.slf4j.LoggerFactory;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** The whole program with the demo show, in this process, and what it complains of while it is attacked. */
final class Target implements AutoCloseable {
    private static final Pattern TOKEN = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");

    private static final long TICK_NS = 10_000_000;
    private static final long EVEN_NS = 60_000_000;

    final Path data;
    final ConfigurableApplicationContext context;
    final int port;
    final AtomicInteger traces = new AtomicInteger();
    final AtomicInteger faults = new AtomicInteger();
    /** The longest time without a frame so far, in nanoseconds; what the machine gave nobody, the watch neither, is not in it. */
    final AtomicLong stall = new AtomicLong();

    volatile String firstTrace = "";
    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
    private final Thread watch;
    private volatile boolean closed;
    private String token = "";

    Target() throws IOException, InterruptedException {
        data = Files.createTempDirectory("gloaming-soak");
        context = Server.run(0, data, true);
        port = ((ServletWebServerApplicationContext) context).getWebServer().getPort();
        AppenderBase<ILoggingEvent> listener = new AppenderBase<>() {
            @Override
            protected void append(ILoggingEvent event) {
                if (event.getThrowableProxy() == null || !event.getLevel().isGreaterOrEqual(Level.WARN)) return;
                if (traces.incrementAndGet() == 1)
                    firstTrace = event.getFormattedMessage() + ": "
                            + event.getThrowableProxy().getClassName() + ": "
                            + event.getThrowableProxy().getMessage();
            }
        };
        listener.start();
        ((Logger) LoggerFactory.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME)).addAppender(listener);
        watch = Thread.ofPlatform().daemon().priority(Thread.MAX_PRIORITY).start(this::watch);
    }

    <T> T get(Class<T> type) {
        return context.getBean(type);
    }

    House house() {
        return get(House.class);
    }

    String show() {
        return get(Shows.class).shows().getFirst().id();
    }

    String url(String path) {
        return "http://localhost:" + port + path;
    }

    private void watch() {
        long made = -1;
        long since = System.nanoTime();
        long last = since;
        try {
            while (!closed) {
                Thread.sleep(TICK_NS / 1_000_000);
                long now = house().player().readings().made();
                long at = System.nanoTime();
                since = now != made ? at : since + Math.max(0, at - last - 3 * TICK_NS);
                last = at;
                made = now;
                stall.accumulateAndGet(at - since, Math::max);
            }
        } catch (InterruptedException e) {
            closed = true;
        }
    }

    /**
     * Waits until the stage has made forty frames evenly at half its size, or a minute: how slow a program is that just
     * started, and what it does when its size grows, is not an attack's doing.
     */
    void warm() throws InterruptedException {
        house().player().scale(0.5);
        long end = System.nanoTime() + 60_000_000_000L;
        for (int even = 0; even < 40 && System.nanoTime() < end; ) {
            long before = house().player().readings().made();
            long from = System.nanoTime();
            while (house().player().readings().made() == before && System.nanoTime() < end) Thread.sleep(2);
            even = System.nanoTime() - from < EVEN_NS ? even + 1 : 0;
        }
    }

    /** Asks for a page; an answer from 500 on is a fault of the program. */
    int get(String path) throws IOException, InterruptedException {
        HttpResponse<String> answer = client.send(
                HttpRequest.newBuilder(URI.create(url(path)))
                        .timeout(Duration.ofSeconds(30))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 500) faults.incrementAndGet();
        Matcher found = TOKEN.matcher(answer.body());
        if (found.find()) token = found.group(1);
        return answer.statusCode();
    }

    /** Posts a file as a page does. */
    int upload(String path, String name, byte[] bytes) throws IOException, InterruptedException {
        if (token.isEmpty()) get("/");
        String boundary = UUID.randomUUID().toString();
        String head = "--" + boundary + "\r\nContent-Disposition: form-data; name=\"_csrf\"\r\n\r\n" + token + "\r\n--"
                + boundary
                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + name.replace("\"", "")
                + "\"\r\nContent-Type: application/octet-stream\r\n\r\n";
        byte[] start = Mutations.utf8(head);
        byte[] end = Mutations.utf8("\r\n--" + boundary + "--\r\n");
        byte[] all = new byte[start.length + bytes.length + end.length];
        System.arraycopy(start, 0, all, 0, start.length);
        System.arraycopy(bytes, 0, all, start.length, bytes.length);
        System.arraycopy(end, 0, all, start.length + bytes.length, end.length);
        HttpResponse<Void> answer = client.send(
                HttpRequest.newBuilder(URI.create(url(path)))
                        .timeout(Duration.ofSeconds(60))
                        .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                        .POST(HttpRequest.BodyPublishers.ofByteArray(all))
                        .build(),
                HttpResponse.BodyHandlers.discarding());
        if (answer.statusCode() >= 500) faults.incrementAndGet();
        return answer.statusCode();
    }

    /** Bytes of the heap after a collection. */
    static long heap() {
        long least = Long.MAX_VALUE;
        for (int i = 0; i < 4; i++) {
            System.gc();
            Runtime now = Runtime.getRuntime();
            least = Math.min(least, now.totalMemory() - now.freeMemory());
        }
        return least;
    }

    @Override
    public void close() {
        closed = true;
        watch.interrupt();
        client.close();
        context.close();
    }
}
