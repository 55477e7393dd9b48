package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.LivePlayer;
import gloaming.show.Booth;
import gloaming.show.Cue;
import gloaming.show.CueSetting;
import gloaming.show.OwnChange;
import gloaming.show.RunSheet;
import gloaming.show.SheetEdit;
import gloaming.show.SheetJson;
import gloaming.show.Span;
import gloaming.show.Start;
import gloaming.show.Transition;
import gloaming.step.Catalogue;
import gloaming.step.SnapshotEdits;
import gloaming.web.live.Devices;
import gloaming.web.live.House;
import gloaming.web.live.SharedFolder;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.Notices;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Sheets;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntPredicate;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** An evening as it is played: over real sockets, with real packets, on what the outputs are sent. */
class EveningTest {
    private static final int WIDTH = 128;

    @TempDir
    static Path data;

    private static Program program;
    private static String show;
    private static String red;
    private static String green;
    private static String blue;
    private RunSheet sheet;

    @BeforeAll
    static void open() {
        program = new Program(0, data, false);
        show = program.get(Shows.class).addShow("Mill rehearsal");
        red = look("Ember", "#ff0000");
        green = look("Samphire", "#00ff00");
        blue = look("Dusk", "#0000ff");
    }

    @AfterAll
    static void close() {
        program.close();
    }

    private static String look(String name, String colour) {
        Step fill = Step.of("s1", "fill").with("colour", Value.of(colour)).with("brightness", Value.of(1));
        return program.get(Shows.class)
                .addLook(
                        show,
                        new Look(
                                name,
                                WIDTH,
                                72,
                                60,
                                1,
                                120,
                                List.of(new Lane("l1", "sky", Clock.SHOW, List.of(fill))),
                                List.of(Layer.of("m1", "l1", Blend.OVER, 1))));
    }

    @BeforeEach
    void begin() {
        sheet = RunSheet.of(List.of(), "", 0);
        program.get(Sheets.class).put(show, sheet);
        program.put(red);
        try (SocketPage page = page()) {
            page.say("{'do':'end-evening'}").say("{'do':'hold','on':false}").say("{'do':'freeze','on':false}");
            page.say("{'do':'light','to':1,'seconds':0}");
            page.hear(
                    "evening",
                    e -> e.path("now").asString("?").isEmpty()
                            && !e.path("held").asBoolean(true));
        }
    }

    private static SocketPage page() {
        return new SocketPage(program, "?evening=" + show + "&page=evening-page-1");
    }

    private static Cue cue(String id, String look, Transition change, Start start) {
        return new Cue(
                id, "", "", 0, look, "", false, null, null, null, change, start, 0, 0.5, false, "", List.of(),
                List.of(), "");
    }

    private static Transition over(Transition.Way way, double seconds) {
        return new Transition(way, new Span(seconds, Span.Unit.SECONDS), null, "", 0.2, "");
    }

    private static Start by(Start.By by, String control, double seconds, Start.Grid on) {
        return new Start(by, control, new Span(seconds, Span.Unit.SECONDS), 0, on);
    }

    private void sheet(Cue... cues) {
        sheet = RunSheet.of(List.of(cues), red, 0);
        program.get(Sheets.class).put(show, sheet);
    }

    private static JsonNode on(SocketPage page, String cue) {
        return page.hear("evening", e -> e.path("now").asString("").equals(cue));
    }

    /** Whatever it said before is of another time. */
    private static JsonNode ready(SocketPage page, String cue) {
        page.texts.clear();
        return page.hear(
                "evening",
                e -> e.path("next").asString("").equals(cue) && e.path("ready").asBoolean());
    }

    /** Pictures as they come to an output: which colour leads each, and its width. */
    private static final class Output implements AutoCloseable {
        private final SocketPage page = new SocketPage(program, "").say("{'do':'watch','most':4096}");
        private final List<Integer> pixels = new ArrayList<>();
        private final List<Integer> widths = new ArrayList<>();
        private int read;

        void until(IntPredicate is) {
            Program.until("a picture that is right", () -> {
                while (read < page.frames.size()) {
                    byte[] frame = page.frames.get(read++);
                    page.say("{'do':'ack'}");
                    if (frame[0] != 1) continue;
                    int pixel = middle(frame);
                    pixels.add(pixel);
                    widths.add((frame[2] & 255) << 8 | frame[3] & 255);
                    if (is.test(pixel)) return true;
                }
                return false;
            });
        }

        @Override
        public void close() {
            page.close();
        }
    }

    private static int middle(byte[] frame) {
        try {
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(frame, 6, frame.length - 6));
            return image.getRGB(image.getWidth() / 2, image.getHeight() / 2) & 0xffffff;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static boolean is(int pixel, int channel) {
        int[] all = {pixel >> 16, pixel >> 8 & 255, pixel & 255};
        for (int c = 0; c < 3; c++) if (c == channel ? all[c] < 180 : all[c] > 60) return false;
        return true;
    }

    private static boolean dark(int pixel) {
        return (pixel >> 16) < 40 && (pixel >> 8 & 255) < 40 && (pixel & 255) < 40;
    }

    @Test
    void aCutIsOnePictureThenTheOtherWithNothingBetweenAndItsFirstIsAsLargeAsThoseAfter() {
        sheet(cue("c1", green, Transition.CUT, Start.KEY), cue("c2", blue, Transition.CUT, Start.KEY));
        try (SocketPage page = page();
                Output output = new Output()) {
            output.until(p -> is(p, 0));
            ready(page, "c1");
            page.say("{'do':'go'}");
            output.until(p -> is(p, 1));
            ready(page, "c2");
            page.say("{'do':'go'}");
            output.until(p -> is(p, 2));
            on(page, "c2");
            assertThat(output.pixels).allMatch(p -> is(p, 0) || is(p, 1) || is(p, 2));
            // What was made at the bench, at its size, is not shown.
            int first = 0;
            while (!is(output.pixels.get(first), 1)) first++;
            int last = first;
            while (last < output.pixels.size() && is(output.pixels.get(last), 1)) last++;
            assertThat(output.widths.subList(first, Math.min(last, first + 5)))
                    .as("widths of the first pictures of a cue")
                    .containsOnly(output.widths.get(last - 1));
        }
    }

    /** Frames that last, whatever their size. */
    private static String slow() {
        Step grid = Step.of("s1", "grid").with("columns", Value.of(1000)).with("rows", Value.of(1000));
        Step swirl = Step.of("s4", "swirl").with("detail", Value.of(5));
        Step fill = Step.of("s3", "fill").with("colour", Value.of("#0000ff")).with("brightness", Value.of(1));
        return program.get(Shows.class)
                .addLook(
                        show,
                        new Look(
                                "Mud",
                                WIDTH,
                                72,
                                60,
                                1,
                                120,
                                List.of(
                                        new Lane(
                                                "l1",
                                                "mud",
                                                Clock.SHOW,
                                                List.of(grid, swirl, Step.of("s2", "draw-dots"))),
                                        new Lane("l2", "dusk", Clock.SHOW, List.of(fill))),
                                List.of(Layer.of("m1", "l2", Blend.OVER, 1), Layer.of("m2", "l1", Blend.OVER, 1))));
    }

    private static Cue fromItsBeginning(String id, String look) {
        return new Cue(
                id,
                "",
                "",
                0,
                look,
                "",
                true,
                null,
                null,
                null,
                Transition.CUT,
                Start.KEY,
                0,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void aCutToWhatIsSlowIsSeenAtOnceAsItWasAtItsBenchAndNotOnlyWithTheFirstFrameOnAir(boolean anew) {
        String slow = slow();
        Cue[] cues = new Cue[16];
        for (int i = 0; i < cues.length; i++) {
            String id = "c" + (i + 1);
            boolean begins = anew && i % 2 == 0;
            cues[i] =
                    begins ? fromItsBeginning(id, slow) : cue(id, i % 2 == 0 ? slow : green, Transition.CUT, Start.KEY);
        }
        sheet(cues);
        List<Long> frames = new ArrayList<>();
        try (SocketPage page = page();
                Output output = new Output()) {
            output.until(p -> is(p, 0));
            // Where the bench was done with a frame just then it cannot be told from one on air.
            for (int i = 0; i < cues.length && !frames.contains(0L); i += 2) {
                ready(page, cues[i].id());
                LivePlayer player = program.get(House.class).player(slow);
                // It is taken to its beginning once it is ready.
                long some = player.readings().made() + 12;
                if (anew)
                    Program.until(
                            "pictures from there on", () -> player.readings().made() > some);
                long made = player.readings().made();
                page.say("{'do':'go'}");
                output.until(p -> is(p, 2));
                frames.add(player.readings().made() - made);
                ready(page, cues[i + 1].id());
                page.say("{'do':'go'}");
                output.until(p -> is(p, 1));
            }
        }
        assertThat(frames).as("frames made from the key to the picture").contains(0L);
    }

    @Test
    void aChangeThroughBlackGoesOutBeforeItComesAndAFadeNever() {
        // So long that a busy machine makes a picture while it is dark.
        sheet(
                cue("c1", green, over(Transition.Way.BLACK, 7), Start.KEY),
                cue("c2", blue, over(Transition.Way.FADE, 2.5), Start.KEY));
        try (SocketPage page = page();
                Output output = new Output()) {
            output.until(p -> is(p, 0));
            ready(page, "c1");
            page.say("{'do':'go'}");
            output.until(EveningTest::dark);
            output.until(p -> is(p, 1));
            int from = output.pixels.size();
            ready(page, "c2");
            page.say("{'do':'go'}");
            output.until(p -> is(p, 2));
            List<Integer> faded = output.pixels.subList(from, output.pixels.size());
            assertThat(faded).noneMatch(EveningTest::dark);
            assertThat(faded).as("both at once").anyMatch(p -> !is(p, 1) && !is(p, 2));
        }
    }

    @Test
    void aChangeOfOnesOwnIsSeenAsItIsWrittenAndWhatIsWrongWithItIsSaidAndFades() {
        Transition stripe =
                new Transition(Transition.Way.OWN, new Span(2.5, Span.Unit.SECONDS), Snapshots.Way.EVEN, "", 0.2, "o1");
        Transition broken =
                new Transition(Transition.Way.OWN, new Span(1, Span.Unit.SECONDS), Snapshots.Way.EVEN, "", 0.2, "o2");
        sheet(cue("c1", green, stripe, Start.KEY), cue("c2", blue, broken, Start.KEY));
        Sheets sheets = program.get(Sheets.class);
        // In the middle it is blue all the way, which neither picture is.
        sheets.edit(show, new SheetEdit.PutChange(new OwnChange("o1", "Stripe", """
                #version 300 es
                precision highp float;
                in vec2 uv; out vec4 color;
                uniform sampler2D before; uniform sampler2D next; uniform float part;
                void main() {
                    vec4 across = uv.x > part ? texture(before, uv) : texture(next, uv);
                    color = abs(uv.x - 0.5) < 0.2 ? vec4(0.0, 0.0, 1.0, 1.0) : across;
                }
                """)));
        sheets.edit(show, new SheetEdit.PutChange(new OwnChange("o2", "Broken", "void main() {")));
        try (SocketPage page = page();
                Output output = new Output()) {
            output.until(p -> is(p, 0));
            ready(page, "c1");
            page.say("{'do':'go'}");
            output.until(p -> is(p, 2));
            output.until(p -> is(p, 1));
            assertThat(output.pixels).allMatch(p -> is(p, 0) || is(p, 1) || is(p, 2));
            ready(page, "c2");
            page.say("{'do':'go'}");
            page.hear("evening", e -> e.path("says").asString("").contains("change of your own"));
            output.until(p -> is(p, 2));
        }
    }

    @Test
    void cuesFollowByThemselvesAndHoldStaysWhereItIs() {
        sheet(
                cue("c1", green, Transition.CUT, Start.KEY),
                cue("c2", blue, Transition.CUT, by(Start.By.AFTER, "", 0.3, Start.Grid.AT_ONCE)),
                cue("c3", red, Transition.CUT, by(Start.By.AFTER, "", 0.3, Start.Grid.BEAT)));
        try (SocketPage page = page()) {
            page.say("{'do':'go'}");
            on(page, "c2");
            JsonNode last = on(page, "c3");
            assertThat(last.path("next").asString("?")).isEmpty();
            page.say("{'do':'go'}");
            assertThat(page.hear("evening", e -> !e.path("says").asString("").isEmpty())
                            .path("says")
                            .asString(""))
                    .contains("at its end");
            page.say("{'do':'go-back-one'}").say("{'do':'go-back-one'}").say("{'do':'hold','on':true}");
            page.hear(
                    "evening",
                    e -> e.path("held").asBoolean()
                            && e.path("now").asString("").equals("c1"));
            page.hear(
                    "evening",
                    e -> e.path("held").asBoolean() && e.path("section").asDouble() > 0.8);
            page.say("{'do':'hold','on':false}");
            page.texts.clear();
            on(page, "c3");
        }
    }

    @Test
    void packetsOfOscAndNotesOfAPadStartCues() throws IOException {
        sheet(
                cue("c1", green, Transition.CUT, by(Start.By.CONTROL, "osc /mill/bell", 0, Start.Grid.AT_ONCE)),
                cue("c2", blue, Transition.CUT, by(Start.By.CONTROL, "midi pad/1/note/36", 0, Start.Grid.AT_ONCE)),
                cue("c3", red, Transition.CUT, Start.KEY));
        try (SocketPage page = page();
                SocketPage bench = new SocketPage(program, "?look=" + red);
                DatagramSocket socket = new DatagramSocket()) {
            ready(page, "c1");
            osc(socket, "/mill/other");
            osc(socket, "/mill/bell");
            on(page, "c1");
            bench.say("{'do':'pad','what':'note','number':36,'value':100}");
            on(page, "c2");
            osc(socket, "/gloaming/go");
            on(page, "c3");
        }
    }

    @Test
    void aLaneOfTheLookThatIsOnStartsACueWhenItRisesAndNotByWhatWasHighBefore() {
        String bell = program.get(Shows.class)
                .addLook(
                        show,
                        new Look(
                                "Bell",
                                WIDTH,
                                72,
                                60,
                                1,
                                120,
                                List.of(
                                        new Lane(
                                                "l1",
                                                "sky",
                                                Clock.SHOW,
                                                List.of(Step.of("s1", "fill")
                                                        .with("colour", Value.of("#00ff00"))
                                                        .with("brightness", Value.of(1)))),
                                        new Lane(
                                                "l2",
                                                "stroke",
                                                Clock.SHOW,
                                                List.of(
                                                        Step.of("s2", "curve")
                                                                .with(
                                                                        "keys",
                                                                        Value.of(
                                                                                "0 1 hold; 0.4 0 hold; 2 1 hold; 2.4 0 hold"))))),
                                List.of(Layer.of("m1", "l1", Blend.OVER, 1))));
        Cue first = new Cue(
                "c1",
                "",
                "",
                0,
                bell,
                "",
                true,
                null,
                null,
                null,
                Transition.CUT,
                Start.KEY,
                0,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
        sheet(first, cue("c2", blue, Transition.CUT, by(Start.By.SIGNAL, "stroke", 0, Start.Grid.AT_ONCE)));
        try (SocketPage page = page()) {
            ready(page, "c1");
            page.say("{'do':'go'}");
            on(page, "c1");
            page.hear(
                    "evening",
                    e -> e.path("now").asString("").equals("c1")
                            && e.path("section").asDouble() > 1.2);
            on(page, "c2");
            assertThat(program.get(House.class).onAir().id).isEqualTo(blue);
        }
    }

    private static void osc(DatagramSocket socket, String address) throws IOException {
        int room = (address.length() / 4 + 1) * 4;
        byte[] packet = new byte[room + 8];
        byte[] name = address.getBytes(StandardCharsets.US_ASCII);
        System.arraycopy(name, 0, packet, 0, name.length);
        packet[room] = ',';
        packet[room + 1] = 'f';
        // 1.0 as a big-endian float.
        packet[room + 4] = 0x3f;
        packet[room + 5] = (byte) 0x80;
        int port = program.get(Devices.class).oscPort();
        socket.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), port));
    }

    /** What is not ready yet when a hand begins is refused, and the hand moves on. */
    private static void halfOver(SocketPage page) {
        long[] said = {System.nanoTime() - 1_000_000_000};
        Program.until("it is half over", () -> {
            if (System.nanoTime() - said[0] > 500_000_000) {
                page.say("{'do':'cross','to':0.5}");
                said[0] = System.nanoTime();
            }
            return page.texts.stream()
                    .anyMatch(m -> m.path("is").asString("").equals("evening")
                            && m.path("crossed").asDouble() == 0.5);
        });
    }

    @Test
    void aHandBringsTheNextOverAndTakesItBackAndAFaderThatBroughtOneComesHomeFirst() {
        sheet(
                cue("c1", green, Transition.CUT, Start.KEY),
                cue("c2", blue, Transition.CUT, Start.KEY),
                cue("c3", red, Transition.CUT, Start.KEY));
        try (SocketPage page = page();
                Output output = new Output()) {
            ready(page, "c1");
            page.say("{'do':'go'}");
            output.until(p -> is(p, 1));
            ready(page, "c2");
            halfOver(page);
            output.until(p -> (p >> 8 & 255) > 90 && (p & 255) > 90);
            assertThat(program.get(House.class).onAir().id).isEqualTo(green);
            page.say("{'do':'cross','to':0}");
            output.until(p -> is(p, 1));
            page.say("{'do':'cross','to':0.5}").say("{'do':'cross','to':1}");
            on(page, "c2");
            output.until(p -> is(p, 2));
            ready(page, "c3");
            page.texts.clear();
            page.say("{'do':'cross','to':0.9}");
            page.hear("evening", e -> e.path("now").asString("").equals("c2"));
            output.until(p -> is(p, 2));
            page.say("{'do':'cross','to':0}").say("{'do':'cross','to':0.5}");
            output.until(p -> (p >> 16) > 90 && (p & 255) > 90);
            page.say("{'do':'cross','to':0}");
            output.until(p -> is(p, 2));
        }
    }

    @Test
    void aRehearsalLeapsIntoTheMiddleOfASectionWithItsLookAsOldAsItWouldBe() {
        Cue begins = new Cue(
                "c1",
                "",
                "",
                0,
                green,
                "",
                true,
                0.5,
                132.0,
                null,
                Transition.CUT,
                Start.KEY,
                30,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
        Cue goesOn = new Cue(
                "c2",
                "",
                "",
                0,
                "",
                "",
                false,
                null,
                null,
                null,
                Transition.CUT,
                Start.KEY,
                20,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
        sheet(begins, goesOn, cue("c3", blue, Transition.CUT, Start.KEY));
        try (SocketPage page = page()) {
            ready(page, "c1");
            page.say("{'do':'go-to','cue':'c2','into':7}");
            JsonNode there = on(page, "c2");
            assertThat(there.path("section").asDouble()).isBetween(7.0, 9.0);
            assertThat(there.path("wanted").asDouble()).isEqualTo(0.5);
            assertThat(there.path("next").asString("")).isEqualTo("c3");
            House house = program.get(House.class);
            Program.until(
                    "the look's time",
                    () -> house.player().readings().time() >= 37
                            && house.player().readings().time() < 60);
            page.hear("evening", e -> Math.abs(e.path("tempo").asDouble() - 132) < 0.1);
            page.say("{'do':'go-to','cue':'c2','into':-1}");
            page.hear("evening", e -> e.path("says").asString("").contains("before its beginning"));
        }
    }

    @Test
    void aSlipOfTheHandStartsOneCueAndIsSaid() {
        sheet(cue("c1", green, Transition.CUT, Start.KEY), cue("c2", blue, Transition.CUT, Start.KEY));
        program.get(Sheets.class).edit(show, new SheetEdit.Set("", 5, 4, false, false, null));
        try (SocketPage page = page()) {
            page.say("{'do':'go'}").say("{'do':'go'}").say("{'do':'go'}");
            on(page, "c1");
            page.hear("evening", e -> e.path("says").asString("").contains("slip"));
            assertThat(program.get(House.class).onAir().id).isEqualTo(green);
        }
    }

    @Test
    void aLookThatIsGoneIsSaidAndLeavesWhatIsOnAir() {
        sheet(cue("c1", "nowhere", Transition.CUT, Start.KEY), cue("c2", blue, Transition.CUT, Start.KEY));
        try (SocketPage page = page()) {
            page.say("{'do':'go'}");
            JsonNode says =
                    page.hear("evening", e -> e.path("says").asString("").contains("not there any more"));
            assertThat(says.path("now").asString("?")).isEmpty();
            assertThat(program.get(House.class).onAir().id).isEqualTo(red);
            page.say("{'do':'choose','cue':'c2'}").say("{'do':'go'}");
            on(page, "c2");
        }
    }

    @Test
    void inNeedItIsBlackFrozenOrTheSafeLookAndAllComeBack() {
        sheet(cue("c1", green, Transition.CUT, Start.KEY), cue("c2", blue, Transition.CUT, Start.KEY));
        try (SocketPage page = page();
                Output output = new Output()) {
            ready(page, "c1");
            page.say("{'do':'go'}");
            output.until(p -> is(p, 1));
            page.say("{'do':'freeze','on':true}");
            page.hear("evening", e -> e.path("frozen").asBoolean());
            page.say("{'do':'go'}");
            on(page, "c2");
            try (Output later = new Output()) {
                // A second output that comes meanwhile is shown the same.
                later.until(p -> is(p, 1) || is(p, 2));
            }
            int from = output.pixels.size();
            page.say("{'do':'freeze','on':false}");
            output.until(p -> is(p, 2));
            List<Integer> meanwhile = output.pixels.subList(from, output.pixels.size() - 1);
            assertThat(meanwhile).allMatch(p -> is(p, 1));
            page.say("{'do':'light','to':0,'seconds':0}");
            page.hear("evening", e -> e.path("wanted").asDouble() == 0);
            page.say("{'do':'safe'}");
            output.until(p -> is(p, 0));
            JsonNode safe = page.hear("evening", e -> e.path("other").asBoolean());
            assertThat(safe.path("held").asBoolean()).isTrue();
            page.hear(
                    "evening",
                    e -> e.path("wanted").asDouble() == 1 && e.path("other").asBoolean());
        }
    }

    @Test
    void tenPhotographsOfASecondAreAllKeptWholeAndTheFlashIsInNone() {
        sheet(cue("c1", green, Transition.CUT, Start.KEY));
        Media media = program.get(Media.class);
        try (SocketPage page = page();
                SocketPage bench = new SocketPage(program, "?look=" + green).say("{'do':'scale','to':1}");
                Output output = new Output()) {
            ready(page, "c1");
            page.say("{'do':'go'}");
            output.until(p -> is(p, 1));
            bench.hear("board", b -> b.path("scale").asDouble() == 1);
            for (int i = 0; i < 10; i++) page.say("{'do':'photograph'}");
            Program.until("ten photographs", () -> taken(media).size() >= 10);
            assertThat(taken(media)).hasSize(10);
            output.page.hear("flash");
            assertThat(page.texts).noneMatch(m -> m.path("is").asString("").equals("flash"));
            page.hear("evening", e -> e.path("photo").asString("").startsWith("taken"));
            for (Media.Row row : taken(media)) {
                assertThat(row.facts().width()).isEqualTo(WIDTH);
                int pixel = middleOf(media.preview(row.id()));
                assertThat(is(pixel, 1)).as("%06x of %s", pixel, row.name()).isTrue();
            }
        }
    }

    @Test
    void whatOtherProgramsPutIntoASharedFolderComesInWholeAndPhotographsGoThere(@TempDir Path machine)
            throws IOException {
        Path shared = machine.resolve("wall");
        program.get(SharedFolder.class).begin(shared);
        Media media = program.get(Media.class);
        byte[] png = png();
        Path guest = shared.resolve("2026-11-20 guest.png");
        Files.write(guest, Arrays.copyOf(png, png.length / 2));
        Files.writeString(shared.resolve("read me.txt"), "no picture");
        Program.until(
                "half a picture is refused",
                () -> program.get(Notices.class).all().stream().anyMatch(s -> s.contains("guest.png")));
        Files.write(guest, png);
        Program.until(
                "and is there when it is whole", () -> inFolder(media, "wall").size() == 1);
        program.get(Sheets.class)
                .edit(
                        show,
                        new SheetEdit.Set(
                                "",
                                0,
                                4,
                                false,
                                false,
                                new Booth(Booth.Format.PNG, 640, "booth", 0, null, false, Booth.Made.FULL)));
        try (SocketPage page = page();
                Output output = new Output()) {
            output.until(p -> is(p, 0));
            page.say("{'do':'photograph'}");
            Program.until("a photograph, kept", () -> inFolder(media, "booth").size() == 1);
        }
        String own = inFolder(media, "booth").getFirst().name();
        Program.until("and shared", () -> Files.exists(shared.resolve(own)));
        assertThat(ImageIO.read(shared.resolve(own).toFile())).isNotNull();
        Files.write(shared.resolve("2026-11-21 guest.png"), png);
        Program.until("another guest", () -> inFolder(media, "wall").size() == 2);
        assertThat(media.of(show)).filteredOn(row -> row.name().equals(own)).hasSize(1);
    }

    @Test
    void aPhotographIsMadeAtTheSizeThatWasChosenWhateverIsPlayed() throws Exception {
        Media media = program.get(Media.class);
        try (SocketPage page = page();
                Output output = new Output()) {
            output.until(p -> is(p, 0));
            LivePlayer player = program.get(House.class).player();
            int whole = player.look().width();
            player.scale(1 / 3.0);
            Program.until("it plays small", () -> player.readings().scale() < 0.5);
            for (Booth.Made made : Booth.Made.values()) {
                Booth booth = new Booth(Booth.Format.PNG, 8192, "made " + made.id(), 0, null, false, made);
                program.get(Sheets.class).edit(show, new SheetEdit.Set("", 0, 4, false, false, booth));
                page.say("{'do':'photograph'}");
                Program.until(made.id(), () -> inFolder(media, booth.folder()).size() == 1);
                int expected =
                        (int) Math.round(whole * (made == Booth.Made.PLAYED ? 1 / 3.0 : booth.scale(whole, whole / 2)));
                assertThat(inFolder(media, booth.folder()).getFirst().facts().width())
                        .as(made.id())
                        .isEqualTo(expected);
            }
            Program.until("and small again", () -> player.readings().scale() < 0.5);
            player.scale(0);
        }
    }

    private static byte[] png() throws IOException {
        BufferedImage image = new BufferedImage(64, 36, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 64 * 36; i++) image.setRGB(i % 64, i / 64, i * 7919);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    private static List<Media.Row> inFolder(Media media, String folder) {
        return media.of(show).stream()
                .filter(row -> row.folder().equals(folder))
                .toList();
    }

    private static List<Media.Row> taken(Media media) {
        return media.of(show).stream()
                .filter(row -> row.folder().equals("photographs"))
                .toList();
    }

    private static int middleOf(byte[] jpeg) {
        byte[] frame = new byte[jpeg.length + 6];
        System.arraycopy(jpeg, 0, frame, 6, jpeg.length);
        return middle(frame);
    }

    @Test
    void twoPagesPrepareOneSheetAndWhatCannotBeIsRefused() {
        try (SocketPage one = page();
                SocketPage other = new SocketPage(program, "?evening=" + show + "&page=evening-page-2")) {
            one.hear("choices", c -> c.path("looks").size() >= 3);
            String sheet = SheetJson.write(RunSheet.of(List.of(Cue.of("c9", green)), "", 0));
            JsonNode file = JsonMapper.builder().build().readTree(sheet);
            String body = file.path("cues").path(0).toString();
            one.say("{'do':'sheet','n':1,'change':{'edit':'add','place':0,'cue':" + body + "}}");
            other.hear("sheet", s -> s.path("sheet").path("cues").size() == 1);
            // Sent again it is done once.
            one.say("{'do':'sheet','n':1,'change':{'edit':'add','place':0,'cue':" + body + "}}");
            other.say("{'do':'sheet','n':1,'change':{'edit':'remove','cue':'c1'}}");
            assertThat(other.hear("refused").path("says").asString("")).contains("not on the run sheet");
            other.say("{'do':'sheet-back','n':2,'again':false}");
            one.hear(
                    "sheet",
                    s -> s.path("sheet").path("cues").isEmpty()
                            && s.path("canRedo").asBoolean());
            other.texts.clear();
            one.say("{'do':'sheet-back','n':2,'again':true}");
            other.hear(
                    "sheet",
                    s -> s.path("sheet").path("cues").size() == 1
                            && !s.path("canRedo").asBoolean());
            assertThat(program.get(Sheets.class).of(show).sheet().cues()).hasSize(1);
            for (String none : new String[] {"{}", "{'edit':'put'}", "{'edit':'put','cue':{'id':'?'}}", "7", "null"}) {
                one.texts.clear();
                one.say("{'do':'sheet','n':9,'change':" + none + "}");
                one.hear("refused");
            }
        }
    }

    @Test
    void theSheetTravelsWithItsShowAndMeansTheLooksThatAreThere() throws IOException {
        sheet(
                cue("c1", green, Transition.CUT, Start.KEY),
                cue("c2", "", over(Transition.Way.FADE, 1), by(Start.By.AFTER, "", 1, Start.Grid.BAR)));
        Shows shows = program.get(Shows.class);
        ByteArrayOutputStream zip = new ByteArrayOutputStream();
        program.get(ShowZip.class).write(show, zip);
        List<String> others = List.of(
                program.get(ShowZip.class).read(new ByteArrayInputStream(zip.toByteArray())),
                shows.duplicate(shows.show(show).orElseThrow(), "Another"));
        for (String other : others) {
            RunSheet there = program.get(Sheets.class).of(other).sheet();
            assertThat(there.cues()).extracting(Cue::id).containsExactly("c1", "c2");
            Shows.LookRow look = shows.look(there.cues().getFirst().look()).orElseThrow();
            assertThat(look.showId()).isEqualTo(other);
            assertThat(look.name()).isEqualTo("Samphire");
            assertThat(shows.look(there.safe()).orElseThrow().name()).isEqualTo("Ember");
            assertThat(there.cues().get(1)).isEqualTo(sheet.cues().get(1));
            shows.dropShow(other);
        }
    }

    @Test
    void aSettingOfTheLookThatStaysGoesWhereTheCueSaysAndStaysThere() {
        program.put(green);
        OpenLook open = program.get(Journal.class)
                .open(program.get(Shows.class).look(green).orElseThrow());
        program.get(House.class).edits().edit(open, new Edit.Set("s1", "brightness", Value.of(0.01)));
        Cue brighter = Cue.of("c1", "")
                .by(over(Transition.Way.FADE, 0.5))
                .setting(List.of(new CueSetting("s1", "brightness", 1), new CueSetting("s-gone", "size", 2)));
        sheet(brighter);
        try (SocketPage page = page();
                Output output = new Output()) {
            output.until(EveningTest::dark);
            page.say("{'do':'go'}");
            output.until(p -> is(p, 1));
            assertThat(output.pixels).as("on the way").anyMatch(p -> (p >> 8 & 255) > 60 && (p >> 8 & 255) < 170);
        }
        assertThat(open.look().step("s1").orElseThrow().settings().get("brightness"))
                .isEqualTo(Value.of(1));
    }

    @Test
    void aSnapshotOfTheLookThatStaysIsReachedByAGlide() {
        program.put(green);
        OpenLook open = program.get(Journal.class)
                .open(program.get(Shows.class).look(green).orElseThrow());
        SnapshotEdits snapshots = new SnapshotEdits(Catalogue.all());
        House house = program.get(House.class);
        house.edits().edit(open, snapshots.take(open.look(), List.of(), List.of(), "bright", ""));
        house.edits().edit(open, new Edit.Set("s1", "brightness", Value.of(0.01)));
        String bright = open.look().snapshots().all().getFirst().id();
        Cue glides = new Cue(
                "c1",
                "",
                "",
                0,
                "",
                bright,
                false,
                null,
                90.0,
                null,
                over(Transition.Way.FADE, 0.5),
                Start.KEY,
                0,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
        sheet(glides);
        try (SocketPage page = page();
                Output output = new Output()) {
            output.until(EveningTest::dark);
            page.say("{'do':'go'}");
            output.until(p -> is(p, 1));
            assertThat(output.pixels).as("on the way").anyMatch(p -> (p >> 8 & 255) > 60 && (p >> 8 & 255) < 170);
            page.hear("evening", e -> Math.abs(e.path("tempo").asDouble() - 90) < 0.01);
        }
    }
}
