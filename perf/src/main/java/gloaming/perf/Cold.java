package gloaming.perf;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What an audience sees of a look that was never played: the program is started as an artist starts it, and an output notes when its
 * pictures come. The first second after each take is held against the same look some seconds later; so is the first after the start.
 */
final class Cold {
    private static final Pattern TOKEN = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");
    private static final Pattern LOOK = Pattern.compile("href=\"/bench/([0-9a-z-]+)\"");
    private static final long SECOND = 1_000_000_000L;

    private Cold() {}

    static List<Result> run() throws Exception {
        Path data = Files.createTempDirectory("gloaming-perf");
        Process program = new ProcessBuilder(
                        Path.of(System.getProperty("gloaming.home"), "gloaming").toString(),
                        "demo",
                        "--port",
                        "0",
                        "--data",
                        data.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        List<Result> results = new ArrayList<>();
        try (var out = program.inputReader();
                HttpClient client = HttpClient.newBuilder()
                        .cookieHandler(new CookieManager())
                        .build()) {
            String line = out.readLine();
            while (!line.startsWith("Gloaming is open")) line = out.readLine();
            String at = line.replaceAll(".*(http://localhost:\\d+)/.*", "$1");
            long begun = System.nanoTime();
            Arrivals output = new Arrivals(client, at);
            String page = page(client, at + "/");
            Matcher token = TOKEN.matcher(page);
            if (!token.find()) throw new IOException("The page of shows has no token.");
            Set<String> looks = new LinkedHashSet<>();
            for (Matcher m = LOOK.matcher(page); m.find(); ) looks.add(m.group(1));
            Thread.sleep(25_000);
            add(results, "the first look after a start", output.pictures(), begun);
            boolean first = true;
            for (String look : looks) {
                if (first) {
                    // It is on air already.
                    first = false;
                    continue;
                }
                long taken = System.nanoTime();
                HttpRequest take = HttpRequest.newBuilder(URI.create(at + "/looks/" + look + "/air"))
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .header("Origin", at)
                        .POST(HttpRequest.BodyPublishers.ofString("_csrf=" + token.group(1)))
                        .build();
                client.send(take, HttpResponse.BodyHandlers.discarding());
                String name = page(client, at + "/air").replaceAll(".*\"name\":\"([^\"]*)\".*", "$1");
                Thread.sleep(14_000);
                add(results, name, output.pictures(), taken);
            }
            output.close();
        } finally {
            program.destroyForcibly().waitFor();
        }
        return results;
    }

    private static String page(HttpClient client, String url) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create(url))
                .header("accept", url.endsWith("/air") ? "application/json" : "text/html")
                .build();
        return client.send(request, HttpResponse.BodyHandlers.ofString()).body();
    }

    /** The times between pictures in the first second from {@code begun} on, against those of the last four. */
    private static void add(List<Result> results, String name, List<Long> pictures, long begun) {
        long last = pictures.getLast();
        double[] early = between(pictures, begun, begun + SECOND);
        double[] steady = between(pictures, last - 4 * SECOND, last);
        double usual = steady[steady.length / 2];
        String peer = "%.0f ms later".formatted(usual);
        results.add(new Result(
                "cold " + name + ", median",
                early[early.length / 2],
                "ms between pictures",
                peer + ", 1.5 times that",
                early[early.length / 2] / (1.5 * usual)));
        results.add(new Result(
                "cold " + name + ", worst",
                early[early.length - 1],
                "ms between pictures",
                peer + ", 3 times that",
                early[early.length - 1] / (3 * usual)));
    }

    /** Milliseconds between pictures that came from {@code from} to {@code to}, the wait for the first and the one after the last as well, ascending. */
    private static double[] between(List<Long> pictures, long from, long to) {
        List<Double> all = new ArrayList<>();
        long before = from;
        for (long at : pictures) {
            if (at <= from) continue;
            all.add((at - before) / 1e6);
            before = at;
            if (at > to) break;
        }
        return all.stream().mapToDouble(Double::doubleValue).sorted().toArray();
    }
}
