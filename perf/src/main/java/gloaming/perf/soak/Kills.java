package gloaming.perf.soak;

import gloaming.look.Edit;
import gloaming.look.LookJson;
import java.io.BufferedReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Random;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Kills the whole program again and again while a page edits; what it called saved must be there when it starts again. */
final class Kills {
    private static final Pattern ADDRESS = Pattern.compile("Gloaming is open at http://localhost:(\\d+)/");
    private static final Pattern LOOK = Pattern.compile("/bench/([0-9a-f]+)");
    private static final Pattern SAVED = Pattern.compile("\"is\":\"(?:saved|hello)\".*\"n\":(\\d+)");
    private static final Pattern NAME = Pattern.compile("\"name\":\"kill (\\d+)\"");

    private final Random random;

    Kills(long seed) {
        random = new Random(seed);
    }

    Outcome run(int times) throws Exception {
        Outcome.Count count = new Outcome.Count("kills of the whole program");
        Path data = Files.createTempDirectory("gloaming-kills");
        long saved = 0;
        long sent = 0;
        for (int i = 0; i <= times; i++) {
            Process process = new ProcessBuilder(
                            Path.of(System.getProperty("gloaming.home"), "gloaming")
                                    .toString(),
                            "demo",
                            "--port",
                            "0",
                            "--data",
                            data.toString())
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            int port = 0;
            BufferedReader out = process.inputReader();
            for (String line; port == 0 && (line = out.readLine()) != null; ) {
                Matcher found = ADDRESS.matcher(line);
                if (found.find()) port = Integer.parseInt(found.group(1));
            }
            if (port == 0) {
                count.wrong("it did not start after kill " + i);
                break;
            }
            try (Page page = new Page(port)) {
                long found = page.found();
                if (i > 0) {
                    if (found < saved || found > sent)
                        count.wrong("kill " + i + ": saved " + saved + ", found " + found);
                    else count.taken();
                }
                long until = System.nanoTime() + random.nextInt(3_000) * 1_000_000L;
                sent = Math.max(sent, found);
                while (i < times && System.nanoTime() < until) {
                    page.say(++sent);
                    Thread.sleep(random.nextInt(40));
                }
                saved = Math.max(page.saved(), found);
                kill(process);
                // What was told between the last look and the kill counts too.
                saved = Math.max(saved, page.saved());
            }
        }
        return count.outcome();
    }

    private static void kill(Process process) throws InterruptedException {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.toHandle().destroyForcibly();
        process.waitFor(20, TimeUnit.SECONDS);
    }

    /** A Bench of the first look that only renames it. */
    private static final class Page implements WebSocket.Listener, AutoCloseable {
        private final HttpClient client = HttpClient.newHttpClient();
        private final AtomicLong saved = new AtomicLong();
        private final AtomicLong name = new AtomicLong(-1);
        private final StringBuilder text = new StringBuilder();
        private final WebSocket socket;

        Page(int port) throws Exception {
            var page = client.send(
                    java.net.http.HttpRequest.newBuilder(URI.create("http://localhost:" + port + "/"))
                            .build(),
                    java.net.http.HttpResponse.BodyHandlers.ofString());
            Matcher look = LOOK.matcher(page.body());
            if (!look.find()) throw new IllegalStateException("There is no look.");
            socket = client.newWebSocketBuilder()
                    .header("Origin", "http://localhost:" + port)
                    .connectTimeout(Duration.ofSeconds(20))
                    .buildAsync(
                            URI.create("ws://localhost:" + port + "/live?page=the-killing-page&look=" + look.group(1)),
                            this)
                    .get(20, TimeUnit.SECONDS);
        }

        @Override
        public CompletionStage<?> onText(WebSocket now, CharSequence part, boolean last) {
            text.append(part);
            if (last) {
                Matcher told = SAVED.matcher(text);
                if (told.find()) saved.accumulateAndGet(Long.parseLong(told.group(1)), Math::max);
                if (text.indexOf("\"is\":\"look\"") >= 0) {
                    Matcher named = NAME.matcher(text);
                    name.set(named.find() ? Long.parseLong(named.group(1)) : 0);
                }
                text.setLength(0);
            }
            now.request(1);
            return null;
        }

        @Override
        public CompletionStage<?> onBinary(WebSocket now, java.nio.ByteBuffer bytes, boolean last) {
            now.request(1);
            return null;
        }

        long found() throws InterruptedException {
            long end = System.nanoTime() + 30_000_000_000L;
            while (name.get() < 0 && System.nanoTime() < end) Thread.sleep(5);
            return name.get();
        }

        long saved() {
            return saved.get();
        }

        void say(long n) throws Exception {
            String edit = LookJson.writeEdit(new Edit.Rename("kill " + n));
            socket.sendText("{\"do\":\"edit\",\"n\":" + n + ",\"edit\":" + edit + "}", true)
                    .get(10, TimeUnit.SECONDS);
        }

        @Override
        public void close() {
            socket.abort();
            client.close();
        }
    }
}
