package gloaming.web.command;

import gloaming.flow.Crew;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.picture.kernel.Exit;
import gloaming.play.LivePlayer;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.web.live.House;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletionStage;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Plays once all that there is: the demo show's looks with somebody who watches, its pages, and every step. The JDK notes meanwhile which
 * classes and methods that needs, and has them ready at every later start, so that no look stutters because it is the first time.
 */
final class Rehearsal {
    private static final int FRAMES = 45;
    private static final long MOST_MS = 5_000;
    private static final int STEP_FRAMES = 12;
    private static final double FADE_S = 0.7;
    private static final int EXITS = 40;
    private static final int[] SIZES = {960, 720, 640, 480, 320, 240, 64};

    private Rehearsal() {}

    static void of(ConfigurableApplicationContext context) throws IOException, InterruptedException {
        int port = ((ServletWebServerApplicationContext) context).getWebServer().getPort();
        House house = context.getBean(House.class);
        Shows shows = context.getBean(Shows.class);
        try (HttpClient client = HttpClient.newHttpClient()) {
            WebSocket output = watch(client, port);
            double fade = 0;
            for (Shows.LookRow look : shows.looks(shows.shows().getFirst().id())) {
                house.take(look, fade);
                fade = FADE_S - fade;
                LivePlayer player = house.player();
                player.scale(1);
                long begun = System.nanoTime();
                long made = player.readings().made();
                while (player.readings().made() < made + FRAMES && System.nanoTime() - begun < MOST_MS * 1_000_000)
                    Thread.sleep(20);
                page(client, port, "/bench/" + look.id());
            }
            for (String page : List.of("/", "/output", "/guide", "/desk", "/catalogue.json", "/kinds.json"))
                page(client, port, page);
            output.abort();
        }
        steps();
        exits();
    }

    /** Pictures leave at the sizes that there are on the way from a look's to a page's: a size that comes first in front of an audience would stutter. */
    private static void exits() {
        byte[] out = new byte[SIZES[0] * SIZES[0] * 3];
        try (Crew crew = new Crew(Math.max(1, Runtime.getRuntime().availableProcessors()))) {
            for (int i = 0; i < EXITS; i++) {
                for (int from : SIZES) {
                    Picture picture = new Picture(from, from * 9 / 16);
                    for (int to : SIZES) if (to <= from) Exit.rgb(picture, to, to * 9 / 16, out, crew);
                }
            }
        }
    }

    private static WebSocket watch(HttpClient client, int port) {
        return client.newWebSocketBuilder()
                .header("Origin", "http://localhost:" + port)
                .buildAsync(URI.create("ws://localhost:" + port + "/live?page=rehearsal"), new WebSocket.Listener() {
                    @Override
                    public CompletionStage<?> onBinary(WebSocket socket, ByteBuffer picture, boolean last) {
                        if (last) socket.sendText("{\"do\":\"ack\"}", true);
                        socket.request(1);
                        return null;
                    }
                })
                .join();
    }

    private static void page(HttpClient client, int port, String path) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create("http://localhost:" + port + path))
                .build();
        client.send(request, HttpResponse.BodyHandlers.discarding());
    }

    /** Every step in a lane of its own, in two sizes. */
    private static void steps() {
        Map<String, String> sources =
                Map.of("picture", "cloud-noise", "points", "grid", "signal", "sway", "shape", "ball", "scene", "ball");
        HouseBand band = new HouseBand(11, 96);
        try (Crew crew = new Crew(Math.max(1, Runtime.getRuntime().availableProcessors()))) {
            for (Description step : Catalogue.all().entries()) {
                List<Step> steps = new ArrayList<>();
                if (step.takes() != null && !sources.containsKey(step.takes().id())) continue;
                if (step.takes() != null)
                    steps.add(Step.of("s1", sources.get(step.takes().id())));
                steps.add(Step.of("s2", step.id()));
                if (step.gives().drawnBy() != null)
                    steps.add(Step.of("s3", step.gives().drawnBy()));
                Player player = new Player(Catalogue.all(), crew);
                player.load(new Look(
                        "Rehearsal",
                        480,
                        270,
                        30,
                        1,
                        96,
                        List.of(new Lane("l1", "lane", Clock.SHOW, steps)),
                        step.gives() == Kind.SIGNAL ? List.of() : List.of(Layer.of("m1", "l1", Blend.OVER, 1))));
                for (int i = 0; i < STEP_FRAMES; i++) {
                    Moment moment = new Moment(i, i / 30.0, 1 / 30.0);
                    player.play(moment, i % 2 == 0 ? 480 : 240, i % 2 == 0 ? 270 : 135, band, Onlooker.NOBODY);
                }
            }
        }
    }
}
