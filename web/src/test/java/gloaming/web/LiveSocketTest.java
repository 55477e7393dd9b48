package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.curve.Key;
import gloaming.curve.Keys;
import gloaming.desk.Inbox;
import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Value;
import gloaming.web.live.FrameBroadcaster;
import gloaming.web.live.House;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.io.ByteArrayInputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
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

    @BeforeAll
    static void start() {
        program = new Program(0, data, true);
    }

    @AfterAll
    static void stop() {
        program.close();
    }

    /** A look with one grey fill, open on a page. */
    private static OpenLook fresh(String name) {
        Shows shows = program.get(Shows.class);
        String id = shows.addLook(shows.shows().getFirst().id(), Look.empty(name));
        program.put(id);
        return program.get(Journal.class).open(shows.look(id).orElseThrow());
    }

    private static String edit(Edit edit) {
        return "{\"do\":\"edit\",\"edit\":" + LookJson.writeEdit(edit) + "}";
    }

    @Test
    void anEditIsAppliedAnsweredAndSaved() {
        OpenLook open = fresh("Applied");
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
            assertThat(page.hear("look").path("look").path("name").asString()).isEqualTo("Applied");
            page.say("{'do':'add-step','lane':null,'place':0,'type':'fill','n':7}");
            JsonNode applied = page.hear("applied");
            assertThat(applied.path("n").asLong()).isEqualTo(7);
            assertThat(applied.path("select").asString()).isEqualTo("s1");
            long version = applied.path("version").asLong();
            page.hear("saved", m -> m.path("version").asLong() >= version);
            Look stored = program.get(Shows.class).document(open.id);
            assertThat(stored.lanes()).hasSize(1);
            assertThat(stored).isEqualTo(open.look());
        }
    }

    @Test
    void whatAControlDoesWhileACurveIsPlayedBecomesTheCurve() {
        OpenLook open = fresh("Taken");
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
            page.say("{'do':'add-step','lane':null,'place':0,'type':'curve'}");
            page.hear("applied");
            page.say(edit(new Edit.Set("s1", "keys", Value.of("0 0 linear; 60 1 linear"))));
            page.say("{'do':'tiles','list':1,'steps':['s1']}");
            String take = "{'do':'take-keys','gesture':0,'step':'s1','setting':'keys','low':0,'high':1}";
            page.say(take);
            page.hear("refused", m -> m.path("says").asString().contains("begin that first"));
            page.say("{'do':'take-control','step':'s1','on':true}");
            Inbox inbox = program.get(House.class).inbox();
            int from = boards(page);
            for (int i = 1; i <= 8; i++) {
                int until = from + i;
                inbox.arrive("osc /sluice", i % 2, 0);
                Program.until("it is played on", () -> boards(page) > until);
            }
            page.say(take);
            page.hear("says", m -> m.path("says").asString().contains("osc /sluice"));
            Value keys = open.look().step("s1").orElseThrow().settings().get("keys");
            assertThat(Keys.parse(((Value.Word) keys).text()).keys())
                    .extracting(Key::value)
                    .contains(0.0, 1.0);
            page.say(take);
            page.hear("refused", m -> m.path("says").asString().contains("begin that first"));
        }
    }

    @Test
    void everyOtherPageOfTheLookLearnsOfAnEdit() {
        OpenLook open = fresh("Two pages");
        try (SocketPage one = new SocketPage(program, "?look=" + open.id);
                SocketPage two = new SocketPage(program, "?look=" + open.id)) {
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
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
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
            page.say("{'do':'ping','at':3}");
            page.hear("pong", m -> m.path("at").asInt() == 3);
            assertThat(open.look()).isSameAs(before);
            page.say("{'do':'undo'}");
            page.say("{'do':'undo'}");
            page.say("{'do':'ping','at':4}");
            page.hear("pong", m -> m.path("at").asInt() == 4);
            assertThat(open.look().lanes()).isEmpty();
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
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
            page.say("{'do':'add-step','lane':null,'place':0,'type':'fill'}");
            page.hear("look", m -> m.path("look").path("lanes").size() == 1);
            long looks = page.texts.stream()
                    .filter(m -> m.path("is").asString("").equals("look"))
                    .count();
            for (int i = 1; i <= 40; i++) {
                String set = LookJson.writeEdit(new Edit.Set("s1", "brightness", Value.of(i / 10.0)));
                page.say("{\"do\":\"edit\",\"gesture\":5,\"n\":" + i + ",\"edit\":" + set + "}");
            }
            page.hear("applied", m -> m.path("n").asLong() == 40);
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
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
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

    private static List<byte[]> pictures(SocketPage page) {
        return page.frames.stream().filter(f -> f[0] == 1).toList();
    }

    private static int boards(SocketPage page) {
        return (int) page.texts.stream()
                .filter(m -> m.path("is").asString("").equals("board"))
                .count();
    }

    @Test
    void previewsOfStepsComeWithThePagesNumberForTheList() {
        OpenLook open = fresh("Previews");
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
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
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
            page.say("{'do':'add-step','lane':null,'place':0,'type':'gradient'}");
            page.hear("applied");
        }
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
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
        try (SocketPage page = new SocketPage(program, "?look=nonesuch")) {
            assertThat(page.hear("refused").path("says").asString()).isEqualTo("That look is not there any more.");
            Program.until("and it is cut off", () -> page.closed.get() != 0);
        }
        try (SocketPage page = new SocketPage(program, "")) {
            page.say("{'do':'ping','at':1}");
            page.hear("pong");
        }
    }

    @Test
    void onlyAnActPutsALookOnAir() throws Exception {
        OpenLook on = fresh("On air");
        House house = program.get(House.class);
        Shows shows = program.get(Shows.class);
        String aside = shows.addLook(shows.shows().getFirst().id(), Look.empty("Aside"));
        HttpClient client = HttpClient.newHttpClient();
        for (String path : List.of("/bench/", "/desk/")) {
            for (String method : List.of("GET", "HEAD")) {
                var request = HttpRequest.newBuilder(URI.create(program.url(path + aside)))
                        .method(method, HttpRequest.BodyPublishers.noBody())
                        .build();
                client.send(request, HttpResponse.BodyHandlers.discarding());
            }
        }
        try (SocketPage page = new SocketPage(program, "?look=" + aside)) {
            assertThat(page.hear("look").path("look").path("name").asString()).isEqualTo("Aside");
            assertThat(page.hear("air").path("here").asBoolean()).isFalse();
            for (String what : List.of(
                    "{'do':'tiles','list':1,'steps':[]}",
                    "{'do':'probe','u':0.5,'v':0.5}",
                    "{'do':'table','step':''}",
                    "{'do':'find','asked':1,'words':'blur'}",
                    "{'do':'watch','most':320}")) page.say(what);
            page.say(edit(new Edit.Rename("Still aside")));
            page.hear("applied");
            assertThat(house.onAir()).isSameAs(on);
            Program.until(
                    "it plays at the bench",
                    () -> house.player(aside) != null
                            && house.player(aside).readings().made() > 2);
            assertThat(house.player(aside).isOnAir()).isFalse();
            var player = house.player(aside);
            page.say("{'do':'take'}");
            page.hear("air", m -> m.path("here").asBoolean());
            assertThat(house.onAir().id).isEqualTo(aside);
            // Pages are told a moment before the outputs turn to it.
            Program.until("what was at the bench goes on as it is", () -> house.player() == player);
        }
        client.close();
    }

    @Test
    void anEditThatIsSentAgainIsDoneOnce() {
        OpenLook open = fresh("Twice");
        String page = "a-page-of-its-own";
        String add = "{'do':'add-step','type':'fill','n':1}";
        try (SocketPage one = new SocketPage(program, "?look=" + open.id + "&page=" + page)) {
            one.hear("hello");
            one.say(add);
            one.hear("saved", m -> m.path("n").asLong() == 1);
            one.say(add);
            one.say(edit(new Edit.Rename("Once")).replace("{\"do\"", "{\"n\":2,\"do\""));
            one.hear("saved", m -> m.path("n").asLong() == 2);
        }
        assertThat(open.look().lanes()).hasSize(1);
        try (SocketPage again = new SocketPage(program, "?look=" + open.id + "&page=" + page)) {
            assertThat(again.hear("hello").path("n").asLong()).isEqualTo(2);
        }
    }

    @Test
    void outputsHavePlacesThatBenchesCannotTake() {
        OpenLook open = fresh("Crowd");
        List<SocketPage> pages = new ArrayList<>();
        try {
            IntStream.range(0, 70).forEach(i -> pages.add(new SocketPage(program, "?look=" + open.id)));
            Program.until(
                    "some are turned away",
                    () -> pages.stream().filter(p -> p.closed.get() != 0).count() >= 18);
            try (SocketPage output = new SocketPage(program, "")) {
                output.hear("light");
            }
        } finally {
            pages.forEach(SocketPage::close);
        }
        Program.until("all are gone", () -> program.get(FrameBroadcaster.class).viewers() == 0);
    }

    @Test
    void anOutputTakesNoEdits() {
        OpenLook open = fresh("Output");
        try (SocketPage bench = new SocketPage(program, "?look=" + open.id)) {
            bench.hear("look");
            try (SocketPage output = new SocketPage(program, "")) {
                output.say(edit(new Edit.Rename("Taken over")));
                output.say("{'do':'ping','at':1}");
                output.hear("pong");
                assertThat(open.look().name()).isEqualTo("Output");
            }
        }
    }

    @Test
    void pagesBeyondTheSixtyFourthAreTurnedAwayAndRoomIsMadeWhenOthersLeave() {
        List<SocketPage> pages = new ArrayList<>();
        try {
            IntStream.range(0, 70).forEach(i -> pages.add(new SocketPage(program, "")));
            Program.until(
                    "some are turned away",
                    () -> pages.stream().filter(p -> p.closed.get() != 0).count() >= 6);
            pages.forEach(SocketPage::close);
            Program.until("there is room again", () -> {
                SocketPage again = new SocketPage(program, "");
                pages.add(again);
                long end = System.nanoTime() + 300_000_000L;
                while (again.closed.get() == 0 && again.texts.isEmpty() && System.nanoTime() < end) Thread.onSpinWait();
                boolean served = !again.texts.isEmpty();
                if (!served) again.close();
                return served;
            });
        } finally {
            pages.forEach(SocketPage::close);
        }
    }

    @Test
    void theTransportIsMovedFromThePage() {
        OpenLook open = fresh("Transport");
        House house = program.get(House.class);
        try (SocketPage page = new SocketPage(program, "?look=" + open.id)) {
            page.hear("board");
            var stage = house.player(open.id);
            page.say("{'do':'pause','on':true}")
                    .say("{'do':'fade','to':0,'seconds':0}")
                    .say("{'do':'scale','to':0.5}");
            page.hear(
                    "board",
                    m -> m.path("paused").asBoolean(false)
                            && m.path("lightWanted").asDouble(1) == 0);
            assertThat(stage.scaleByHand()).isEqualTo(0.5);
            page.say("{'do':'rewind'}");
            Program.until("the start", () -> stage.readings().now() == 0);
            page.say("{'do':'pause','on':false}")
                    .say("{'do':'fade','to':1,'seconds':0}")
                    .say("{'do':'scale','to':0}");
            Program.until(
                    "it runs",
                    () -> stage.readings().now() > 0
                            && house.programme().light().wanted() == 1);
            page.say("{'do':'sound','sound':'silence'}");
            page.hear("board", m -> m.path("sound").asString("").equals("silence"));
            page.say("{'do':'sound','sound':'band'}");
        }
    }
}
