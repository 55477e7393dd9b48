package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Value;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.io.ByteArrayInputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The live socket as a page without a browser: what is sent, and what comes back. */
class LiveSocketTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    static Path data;

    private static Program program;
    private static HttpClient client;

    @BeforeAll
    static void start() {
        program = new Program(0, data, true);
        client = HttpClient.newHttpClient();
    }

    @AfterAll
    static void stop() {
        client.close();
        program.close();
    }

    /** One page's end of the socket: keeps what came, up to a limit. */
    private static final class Page implements WebSocket.Listener, AutoCloseable {
        final List<JsonNode> texts = new CopyOnWriteArrayList<>();
        final List<byte[]> frames = new CopyOnWriteArrayList<>();
        final AtomicInteger closed = new AtomicInteger();
        private final StringBuilder text = new StringBuilder();
        private final java.io.ByteArrayOutputStream bytes = new java.io.ByteArrayOutputStream();
        private final WebSocket socket;

        Page(String query) {
            socket = client.newWebSocketBuilder()
                    .header("Origin", "http://localhost:" + program.port)
                    .buildAsync(URI.create("ws://localhost:" + program.port + "/live" + query), this)
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

        Page say(String json) {
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

    /** A look with one grey fill, open on a page. */
    private static OpenLook fresh(String name) {
        Shows shows = program.get(Shows.class);
        String id = shows.addLook(shows.shows().getFirst().id(), Look.empty(name));
        return program.get(Journal.class).open(shows.look(id).orElseThrow());
    }

    private static String edit(Edit edit) {
        return "{\"do\":\"edit\",\"edit\":" + LookJson.writeEdit(edit) + "}";
    }

    @Test
    void anEditIsAppliedAnsweredAndSaved() {
        OpenLook open = fresh("Applied");
        try (Page page = new Page("?look=" + open.id)) {
            assertThat(page.hear("look").path("look").path("name").asString()).isEqualTo("Applied");
            page.say("{'do':'add-step','lane':null,'place':0,'type':'fill','asked':7}");
            JsonNode applied = page.hear("applied");
            assertThat(applied.path("asked").asLong()).isEqualTo(7);
            assertThat(applied.path("select").asString()).isEqualTo("s1");
            long version = applied.path("version").asLong();
            page.hear("saved", m -> m.path("version").asLong() >= version);
            Look stored = program.get(Shows.class).document(open.id);
            assertThat(stored.lanes()).hasSize(1);
            assertThat(stored).isEqualTo(open.look());
        }
    }

    @Test
    void everyOtherPageOfTheLookLearnsOfAnEdit() {
        OpenLook open = fresh("Two pages");
        try (Page one = new Page("?look=" + open.id);
                Page two = new Page("?look=" + open.id)) {
            two.hear("look");
            one.say("{'do':'add-step','lane':null,'place':0,'type':'fill'}");
            two.hear("look", m -> m.path("look").path("lanes").size() == 1);
            one.say("{'do':'undo'}");
            two.hear("look", m -> m.path("canRedo").asBoolean(false));
        }
    }

    @Test
    void whatIsRefusedChangesNothingAndSaysWhy() {
        OpenLook open = fresh("Refused");
        try (Page page = new Page("?look=" + open.id)) {
            page.say("{'do':'add-step','lane':null,'place':0,'type':'fill'}");
            page.hear("applied");
            Look before = open.look();
            page.say(edit(new Edit.Set("s1", "brightness", Value.of(-3))));
            assertThat(page.hear("refused").path("says").asString()).contains("'Brightness' of Fill");
            page.say("this is no JSON");
            page.hear("refused", m -> m.path("says").asString().contains("cannot be read"));
            page.say("{'do':'fly'}");
            page.hear("refused", m -> m.path("says").asString().contains("does not know"));
            page.say("{'do':'add-step','place':0}");
            page.hear("refused", m -> m.path("says").asString().contains("left out 'type'"));
            page.say("{'do':'edit','edit':{'type':'nonesuch'}}");
            page.say("{'do':'edit','edit':[[[[]]]]}");
            page.say("{'do':'edit'}");
            page.say("{'do':'undo'}");
            page.say("{'do':'undo'}");
            page.say("{'do':'ping','at':4}");
            page.hear("pong");
            assertThat(before.lanes()).hasSize(1);
            for (JsonNode m : page.texts) {
                if (m.path("is").asString("").equals("refused")) {
                    assertThat(m.path("says").asString()).doesNotContain("Exception");
                }
            }
        }
    }

    @Test
    void aDragIsOneStepOfUndoAndIsNotEchoedToWhoeverDrags() {
        OpenLook open = fresh("Drag");
        try (Page page = new Page("?look=" + open.id)) {
            page.say("{'do':'add-step','lane':null,'place':0,'type':'fill'}");
            page.hear("look", m -> m.path("look").path("lanes").size() == 1);
            long looks = page.texts.stream()
                    .filter(m -> m.path("is").asString("").equals("look"))
                    .count();
            for (int i = 1; i <= 40; i++) {
                String set = LookJson.writeEdit(new Edit.Set("s1", "brightness", Value.of(i / 10.0)));
                page.say("{\"do\":\"edit\",\"gesture\":5,\"asked\":" + i + ",\"edit\":" + set + "}");
            }
            page.hear("applied", m -> m.path("asked").asLong() == 40);
            assertThat(page.texts.stream()
                            .filter(m -> m.path("is").asString("").equals("look"))
                            .count())
                    .isEqualTo(looks);
            page.say("{'do':'undo'}");
            page.hear("look", m -> m.path("canRedo").asBoolean(false));
            assertThat(open.look().step("s1").orElseThrow().settings()).isEmpty();
        }
    }

    @Test
    void picturesComeOnlyAsFastAsTheyAreDrawnAndAtMostTwoAhead() throws Exception {
        OpenLook open = fresh("Pictures");
        try (Page page = new Page("?look=" + open.id)) {
            page.say("{'do':'add-step','lane':null,'place':0,'type':'fill'}");
            page.say("{'do':'watch','subject':null,'most':320}");
            Program.until("two pictures", () -> pictures(page).size() == 2);
            int boards = boards(page);
            Program.until("numbers go on without pictures", () -> boards(page) > boards + 5);
            assertThat(pictures(page)).hasSize(2);
            page.say("{'do':'ack'}");
            Program.until("the next picture", () -> pictures(page).size() == 3);
            byte[] frame = pictures(page).getLast();
            int width = (frame[2] & 255) << 8 | frame[3] & 255;
            int height = (frame[4] & 255) << 8 | frame[5] & 255;
            var image = ImageIO.read(new ByteArrayInputStream(frame, 6, frame.length - 6));
            assertThat(image.getWidth()).isEqualTo(width).isLessThanOrEqualTo(320);
            assertThat(image.getHeight()).isEqualTo(height);
        }
    }

    private static List<byte[]> pictures(Page page) {
        return page.frames.stream().filter(f -> f[0] == 1).toList();
    }

    private static int boards(Page page) {
        return (int) page.texts.stream()
                .filter(m -> m.path("is").asString("").equals("board"))
                .count();
    }

    @Test
    void previewsOfStepsComeWithThePagesNumberForTheList() {
        OpenLook open = fresh("Previews");
        try (Page page = new Page("?look=" + open.id)) {
            page.say("{'do':'add-step','lane':null,'place':0,'type':'fill'}");
            page.hear("applied");
            page.say("{'do':'tiles','list':513,'steps':['s1','gone','s1']}");
            Program.until(
                    "tiles of that list",
                    () -> page.frames.stream().anyMatch(f -> f[0] == 2 && (f[6] & 255) == 2 && (f[7] & 255) == 1));
        }
    }

    @Test
    void aPageThatComesBackFindsTheLookAsItWas() {
        OpenLook open = fresh("Back");
        try (Page page = new Page("?look=" + open.id)) {
            page.say("{'do':'add-step','lane':null,'place':0,'type':'gradient'}");
            page.hear("applied");
        }
        try (Page page = new Page("?look=" + open.id)) {
            JsonNode look = page.hear("look").path("look");
            assertThat(look.path("lanes")
                            .get(0)
                            .path("steps")
                            .get(0)
                            .path("type")
                            .asString())
                    .isEqualTo("gradient");
        }
    }

    @Test
    void aLookThatIsGoneIsSaidAndNothingBreaks() {
        try (Page page = new Page("?look=nonesuch")) {
            assertThat(page.hear("refused").path("says").asString()).isEqualTo("That look is not there any more.");
            page.say("{'do':'undo'}");
        }
        try (Page page = new Page("")) {
            page.hear("board");
        }
    }

    @Test
    void anOutputTakesNoEdits() {
        OpenLook open = fresh("Output");
        try (Page bench = new Page("?look=" + open.id)) {
            bench.hear("look");
            try (Page output = new Page("")) {
                output.say(edit(new Edit.Rename("Taken over")));
                output.say("{'do':'ping','at':1}");
                output.hear("pong");
                assertThat(open.look().name()).isEqualTo("Output");
            }
        }
    }

    @Test
    void pagesBeyondTheSixtyFourthAreTurnedAwayAndRoomIsMadeWhenOthersLeave() {
        List<Page> pages = new ArrayList<>();
        try {
            IntStream.range(0, 70).forEach(i -> pages.add(new Page("")));
            Program.until(
                    "some are turned away",
                    () -> pages.stream().filter(p -> p.closed.get() != 0).count() >= 6);
            pages.forEach(Page::close);
            Program.until("there is room again", () -> {
                Page again = new Page("");
                pages.add(again);
                long end = System.nanoTime() + 300_000_000L;
                while (again.closed.get() == 0 && again.texts.isEmpty() && System.nanoTime() < end) Thread.onSpinWait();
                boolean served = !again.texts.isEmpty();
                if (!served) again.close();
                return served;
            });
        } finally {
            pages.forEach(Page::close);
        }
    }

    @Test
    void theTransportIsMovedFromThePage() {
        OpenLook open = fresh("Transport");
        var stage = program.get(gloaming.web.live.House.class).stage();
        try (Page page = new Page("?look=" + open.id)) {
            page.say("{'do':'pause','on':true}")
                    .say("{'do':'fade','to':0,'seconds':0}")
                    .say("{'do':'scale','to':0.5}");
            page.hear(
                    "board",
                    m -> m.path("paused").asBoolean(false) && m.path("light").asDouble(1) == 0);
            assertThat(stage.scaleByHand()).isEqualTo(0.5);
            page.say("{'do':'rewind'}");
            Program.until("the start", () -> stage.now() == 0);
            page.say("{'do':'pause','on':false}")
                    .say("{'do':'fade','to':1,'seconds':0}")
                    .say("{'do':'scale','to':0}");
            Program.until("it runs", () -> stage.now() > 0 && stage.lightWanted() == 1);
            page.say("{'do':'sound','sound':'silence'}");
            page.hear("board", m -> m.path("sound").asString("").equals("silence"));
            page.say("{'do':'sound','sound':'band'}");
        }
    }
}
