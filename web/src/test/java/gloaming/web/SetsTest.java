package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.again.SetReplay;
import gloaming.flow.Crew;
import gloaming.library.Library;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.media.Here;
import gloaming.media.ShotFile;
import gloaming.show.Cue;
import gloaming.show.RunSheet;
import gloaming.show.SheetEdit;
import gloaming.show.Span;
import gloaming.show.Start;
import gloaming.show.Transition;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.EditFactory;
import gloaming.tape.SetFile;
import gloaming.web.live.House;
import gloaming.web.store.Sets;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** An evening that is recorded while it is played, and made again from its file. */
class SetsTest {
    private static final HouseBand BAND = new HouseBand(11, 96);

    @TempDir
    static Path data;

    private static Program program;
    private static String show;
    private static String moths;
    private static String weir;

    @BeforeAll
    static void open() throws IOException {
        program = new Program(0, data, false);
        show = program.get(Shows.class).addShow("Mill rehearsal");
        moths = look("lantern-moths");
        weir = look("reed-bed");
    }

    @AfterAll
    static void close() {
        program.close();
    }

    private static String look(String name) throws IOException {
        try (InputStream in = SetsTest.class.getResourceAsStream("/demo/" + name + ".json")) {
            Look look = LookJson.read(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            return program.get(Shows.class)
                    .addLook(show, look.withFormat(160, 90, look.rate(), look.seed(), look.tempo()));
        }
    }

    private static Cue cue(String id, String name, String look, double seconds) {
        Transition change = new Transition(
                seconds == 0 ? Transition.Way.CUT : Transition.Way.FADE,
                new Span(seconds, Span.Unit.SECONDS),
                null,
                "",
                0.2,
                "");
        return new Cue(
                id, name, "", 0, look, "", false, null, null, null, change, Start.KEY, 0, 0.5, false, "", List.of(),
                List.of(), "");
    }

    private static SetReplay replay(Crew crew, int width, int height) throws IOException {
        Sets sets = program.get(Sets.class);
        Path file = sets.file(show, sets.of(show).getFirst().name());
        return replay(file, crew, width, height);
    }

    private static SetReplay replay(Path file, Crew crew, int width, int height) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return new SetReplay(
                    SetFile.read(in),
                    crew,
                    Library.EMPTY,
                    name -> name.equals(BAND.name()) ? BAND : Sound.SILENCE,
                    ShotFile.of(file, new Here()),
                    ref -> null,
                    width,
                    height);
        }
    }

    @Test
    void anEveningRecordsItselfAndGivesTheSamePicturesAgainHereAndOnTheOutputs() throws IOException {
        program.get(Sheets.class)
                .put(show, RunSheet.of(List.of(cue("c1", "Dusk", moths, 0), cue("c2", "Reeds", weir, 1.5)), "", 0));
        try (SocketPage page = new SocketPage(program, "?evening=" + show + "&page=evening-page-1");
                SocketPage output = new SocketPage(program, "").say("{'do':'watch','most':4096}")) {
            page.hear(
                    "evening",
                    e -> e.path("next").asString("").equals("c1")
                            && e.path("ready").asBoolean());
            page.say("{'do':'go'}");
            page.hear("evening", e -> e.path("recording").asString("").startsWith("recording"));
            acknowledged(output, 40);
            page.hear(
                    "evening",
                    e -> e.path("next").asString("").equals("c2")
                            && e.path("ready").asBoolean());
            page.say("{'do':'go'}");
            acknowledged(output, 90);
            page.say("{'do':'light','to':0.5,'seconds':0}");
            acknowledged(output, 10);
            page.say("{'do':'end-evening'}");
            JsonNode ended = page.hear(
                    "evening",
                    e -> e.path("now").asString("?").isEmpty()
                            && !e.path("records").asBoolean(true));
            assertThat(ended.path("recording").asString("?")).isEmpty();
        }
        try (Crew crew = new Crew(2)) {
            SetReplay replay = replay(crew, 0, 0);
            assertThat(replay.marks()).extracting(SetReplay.Mark::name).containsExactly("Dusk", "Reeds");
            for (double t = 0; t <= replay.seconds() + 1; t += 0.5) replay.at(t);
            assertThat(replay.exact()).isTrue();
            assertThat(replay.compared().others())
                    .as("others of " + replay.compared())
                    .isZero();
            assertThat(replay.compared().same()).isGreaterThan(2);
        }
        try (Crew crew = new Crew(2)) {
            SetReplay replay = replay(crew, 320, 240);
            SetReplay.Shown shown = replay.at(replay.marks().getLast().at() + 0.7);
            assertThat(List.of(shown.width(), shown.height())).containsExactly(320, 240);
            // Another shape stands in the middle of black.
            for (int i = 0; i < 320 * 3 * 20; i++) assertThat(shown.rgb()[i]).isZero();
        }
        shownAgain();
        framesAreFetchedAtAnySize();
    }

    private static HttpResponse<byte[]> frames(String query, String... headers) throws IOException {
        String set = program.get(Sets.class).of(show).getFirst().name();
        String path = "/sets/" + show + "/frames.zip?set=" + URLEncoder.encode(set, StandardCharsets.UTF_8) + query;
        try (HttpClient client = HttpClient.newHttpClient()) {
            return client.send(
                    HttpRequest.newBuilder(URI.create(program.url(path)))
                            .headers(headers.length == 0 ? new String[] {"Accept", "*/*"} : headers)
                            .build(),
                    HttpResponse.BodyHandlers.ofByteArray());
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** As many as there are moments, each as the set gives it at that moment. */
    private static void framesAreFetchedAtAnySize() throws IOException {
        HttpResponse<byte[]> fetched = frames("&size=320x240&rate=4&from=1&to=0:03");
        assertThat(fetched.statusCode()).isEqualTo(200);
        List<BufferedImage> all = new ArrayList<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(fetched.body()))) {
            for (ZipEntry entry; (entry = zip.getNextEntry()) != null; ) {
                assertThat(entry.getName()).isEqualTo("frame-%06d.png".formatted(all.size()));
                all.add(ImageIO.read(new ByteArrayInputStream(zip.readAllBytes())));
            }
        }
        assertThat(all).hasSize(8);
        try (Crew crew = new Crew(1)) {
            SetReplay replay = replay(crew, 320, 240);
            for (int i = 0; i < 8; i++) {
                SetReplay.Shown shown = replay.at(1 + i / 4.0);
                BufferedImage frame = all.get(i);
                assertThat(List.of(frame.getWidth(), frame.getHeight())).containsExactly(320, 240);
                int at = 3 * (320 * 120 + 160);
                int expected =
                        (shown.rgb()[at] & 255) << 16 | (shown.rgb()[at + 1] & 255) << 8 | shown.rgb()[at + 2] & 255;
                assertThat(frame.getRGB(160, 120) & 0xffffff).as("frame " + i).isEqualTo(expected);
            }
        }
        assertThat(frames("&size=320x240&to=1", "Sec-Fetch-Site", "cross-site").statusCode())
                .as("set going by a page of somebody else's")
                .isNotEqualTo(200);
        for (String wrong : List.of(
                "&size=9x9", "&size=all", "&size=99999x99999", "&rate=0", "&rate=NaN", "&from=5&to=2", "&from=x")) {
            HttpResponse<byte[]> refused = frames(wrong);
            assertThat(refused.statusCode()).as(wrong).isBetween(300, 499);
            assertThat(new String(refused.body(), StandardCharsets.UTF_8)).doesNotContain("Exception");
        }
    }

    /** A JPEG of one colour. */
    private static byte[] jpeg(int rgb) throws IOException {
        BufferedImage image = new BufferedImage(64, 36, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 64 * 36; i++) image.setRGB(i % 64, i / 64, rgb);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "jpeg", out);
        return out.toByteArray();
    }

    @Test
    void whatTheCameraShowedIsKeptBesideASetWhereItIsWantedAndShownAgain() throws Exception {
        Sets sets = program.get(Sets.class);
        String guests = program.get(Shows.class).addShow("Guests at the sluice");
        Look empty = Look.empty("Guests").withFormat(160, 90, 30, 3, 96);
        String look = program.get(Shows.class)
                .addLook(guests, Edits.apply(empty, new EditFactory(Catalogue.all()).addLane(empty, "camera")));
        RunSheet plain = RunSheet.of(List.of(cue("c1", "Guests", look, 0)), "", 0);
        program.get(Sheets.class).put(guests, plain.apply(new SheetEdit.Set("", 0, 4, false, true, null)));
        AtomicBoolean open = new AtomicBoolean(true);
        Thread camera = Thread.ofVirtual().start(() -> {
            try {
                for (int i = 0; open.get(); i++) {
                    program.get(House.class).camera().take(jpeg(0x200040 + i % 200 * 0x000100));
                    Thread.sleep(40);
                }
            } catch (IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        });
        try (SocketPage page = new SocketPage(program, "?evening=" + guests + "&page=evening-page-3");
                SocketPage output = new SocketPage(program, "").say("{'do':'watch','most':4096}")) {
            page.hear("evening", e -> e.path("ready").asBoolean());
            page.say("{'do':'go'}");
            Program.until(
                    "the camera is written",
                    () -> !sets.of(guests).isEmpty()
                            && sets.of(guests).getFirst().camera() > 0);
            acknowledged(output, 60);
            page.say("{'do':'end-evening'}");
            page.hear(
                    "evening",
                    e -> e.path("now").asString("?").isEmpty()
                            && !e.path("records").asBoolean(true));
        } finally {
            open.set(false);
            camera.join();
        }
        String set = sets.of(guests).getFirst().name();
        Path file = sets.file(guests, set);
        try (Crew crew = new Crew(2)) {
            SetReplay replay = replay(file, crew, 0, 0);
            Set<Integer> greens = new HashSet<>();
            for (double t = 0; t <= replay.seconds() + 1; t += 0.04) {
                SetReplay.Shown shown = replay.at(t);
                if (shown != null) greens.add(shown.rgb()[shown.rgb().length / 2 / 3 * 3 + 1] & 255);
            }
            assertThat(greens).as("it moves as it did").hasSizeGreaterThan(5);
            // It was ready before the set began: what it saw then is not in it, and does not count.
            assertThat(replay.exact()).isTrue();
            assertThat(replay.compared().others())
                    .as("others of " + replay.compared())
                    .isZero();
            assertThat(replay.compared().same()).isPositive();
        }
        // Motion JPEG is one JPEG after the other, each from its first mark to its last.
        Path shots = sets.camera(guests, set);
        byte[] bytes = Files.readAllBytes(shots);
        assertThat(bytes).startsWith(0xff, 0xd8).endsWith(0xff, 0xd9);
        assertThat(ImageIO.read(new ByteArrayInputStream(bytes)).getWidth()).isEqualTo(64);
        sets.remove(guests, set);
        assertThat(shots).doesNotExist();
        sets.bringBack(guests, set);
        assertThat(Files.size(shots)).isEqualTo(bytes.length);
        assertThat(sets.of(guests).getFirst().camera()).isEqualTo(bytes.length);
        // Cut off, as a disk may leave it: it costs pictures and nothing else.
        Files.write(shots, Arrays.copyOf(bytes, bytes.length / 2));
        try (Crew crew = new Crew(2)) {
            SetReplay replay = replay(file, crew, 0, 0);
            for (double t = 0; t <= replay.seconds(); t += 0.5) replay.at(t);
        }
    }

    private void shownAgain() {
        String set = program.get(Sets.class).of(show).getFirst().name();
        try (SocketPage page = new SocketPage(program, "?evening=" + show + "&page=evening-page-2");
                SocketPage output = new SocketPage(program, "").say("{'do':'watch','most':4096}")) {
            page.say("{'do':'show-again','set':'" + set + "','from':1}");
            page.hear("evening", e -> e.path("again").asString("").contains("at 0:01"));
            int had = output.frames.size();
            acknowledged(output, 5);
            assertThat(output.frames.size()).isGreaterThan(had);
            page.say("{'do':'end-again'}");
            page.texts.clear();
            page.hear("evening", e -> e.path("again").asString("?").isEmpty());
            page.say("{'do':'show-again','set':'../../secret','from':0}");
            page.hear("evening", e -> e.path("says").asString("").contains("not there any more"));
        }
    }

    /** Sees so many more pictures. */
    private static void acknowledged(SocketPage output, int n) {
        int[] read = {output.frames.size()};
        int to = read[0] + n;
        Program.until("pictures", () -> {
            while (read[0] < output.frames.size()) {
                read[0]++;
                output.say("{'do':'ack'}");
            }
            if (read[0] < to) output.say("{'do':'ack'}");
            return read[0] >= to;
        });
    }
}
