package gloaming.again;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.ForwardingLibrary;
import gloaming.library.Library;
import gloaming.library.LiveCamera;
import gloaming.look.Binding;
import gloaming.look.Desk;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Snapshots;
import gloaming.look.Value;
import gloaming.play.Glide;
import gloaming.play.LivePlayer;
import gloaming.play.OutputFader;
import gloaming.play.PictureOutput;
import gloaming.play.StolenTime;
import gloaming.play.Subscriptions;
import gloaming.sound.HouseBand;
import gloaming.sound.LiveSound;
import gloaming.sound.Louder;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.EditFactory;
import gloaming.tape.CameraShot;
import gloaming.tape.SetFile;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.Function;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** A player in real time with everything done to it that an evening does, and the same once more from its tape. */
class TapePlayerTest {
    private static final Sound BAND = new HouseBand(11, 96);
    private static final Function<String, Sound> SOUNDS = name -> name.equals(BAND.name()) ? BAND : Sound.SILENCE;

    private final Inbox inbox = new Inbox();
    private final LivePlayer live =
            new LivePlayer(Catalogue.all(), 2, StolenTime.NONE, inbox, new Outbox(), new OutputFader(), act -> {});
    private final PictureOutput output = new PictureOutput(null, 64);
    private final ByteArrayOutputStream file = new ByteArrayOutputStream();
    private final SetFile.Writer writer;

    TapePlayerTest() throws IOException {
        writer = new SetFile.Writer(file);
    }

    @AfterEach
    void close() {
        live.close();
        writer.close();
    }

    private static Look moths() throws IOException {
        try (InputStream in = TapePlayerTest.class.getResourceAsStream("/frozen/v3/looks/lantern-moths.json")) {
            Look look = LookJson.read(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            Binding binding =
                    new Binding("b1", "osc /reed", "s20", "strength", 0, 1, 0, 8, 1, 0.1, Binding.Mode.VALUE, false);
            return look.withFormat(160, 90, 60, look.seed(), look.tempo())
                    .withDesk(new Desk(List.of(binding), List.of()));
        }
    }

    /** Lets it make so many more pictures that somebody sees. */
    private void pictures(int n) {
        long to = live.readings().pictures() + n;
        long end = System.nanoTime() + 20_000_000_000L;
        while (live.readings().pictures() < to) {
            if (System.nanoTime() > end) throw new AssertionError("no more pictures: " + live.trouble());
            if (output.idle() || output.ready()) output.want();
            Thread.onSpinWait();
        }
    }

    private void begin(Look look) {
        live.prints(0);
        live.scale(1);
        live.subscribe(new Subscriptions(List.of(output), List.of(), List.of(), List.of()));
        live.hear(BAND);
        live.show(look);
        live.start();
    }

    private boolean write() throws IOException {
        boolean whole = writer.add(1, live.tape());
        writer.flush();
        return whole;
    }

    private static TapePlayer again(Crew crew, byte[] bytes, int width, int height) throws IOException {
        TapePlayer player = new TapePlayer(crew, Library.EMPTY, SOUNDS, width, height);
        for (SetFile.Piece piece : SetFile.read(new ByteArrayInputStream(bytes))) player.add(piece);
        return player;
    }

    @Test
    void whatCameInGivesTheSamePicturesToTheBitWithAnyNumberOfThreads() throws IOException {
        Look look = moths();
        begin(look);
        pictures(10);
        for (int i = 0; i < 100; i++) inbox.arrive("osc /reed", i / 100.0, 0.01);
        inbox.arrive("osc /other", 0.5, 0);
        pictures(10);
        live.beats(clock -> clock.byHand(141));
        look = Edits.apply(look, new Edit.Set("s21", "across", Value.of(0.9)));
        live.change(look, new Glide(0.3, false, Snapshots.Way.SOFT));
        pictures(10);
        write();
        look = Edits.apply(look, new Edit.Bypass("s26", true));
        live.change(look);
        live.hear(new Louder(BAND, 0.5));
        inbox.arrive("osc /reed", 0.25, 0);
        pictures(10);
        live.scale(0.5);
        live.hearFrom(41);
        pictures(5);
        live.pause(true);
        pictures(3);
        live.pause(false);
        live.begin(12);
        pictures(10);
        live.rewind();
        pictures(10);
        // Into the middle: what led there is gone through unseen.
        live.jump(1, 20);
        pictures(10);
        live.close();
        write();
        for (int threads : new int[] {1, 3}) {
            try (Crew crew = new Crew(threads)) {
                TapePlayer player = again(crew, file.toByteArray(), 0, 0);
                int[] seen = new int[1];
                player.until(Long.MAX_VALUE, () -> seen[0]++);
                assertThat(player.exact()).isTrue();
                assertThat(player.compared().others())
                        .as("pictures that are others of " + player.compared())
                        .isZero();
                assertThat(player.compared().same()).isEqualTo(seen[0]).isGreaterThan(60);
            }
        }
        // At another size it is the same set, and nothing is compared.
        try (Crew crew = new Crew(2)) {
            TapePlayer player = again(crew, file.toByteArray(), 320, 180);
            player.until(Long.MAX_VALUE, () -> {});
            assertThat(player.picture().width).isEqualTo(320);
            assertThat(player.compared().same()).isZero();
        }
    }

    @Test
    void whatComesInLiveIsHeardAgainAsItWasHeard() throws IOException {
        LiveSound microphone = new LiveSound("Microphone", 16_000);
        SplittableRandom random = new SplittableRandom(9);
        float[] some = new float[400];
        begin(moths());
        live.hear(new Louder(microphone, 2));
        long written = 0;
        for (int i = 0; i < 60; i++) {
            // Bursts, so that what listens hears now something and now nothing.
            for (int k = 0; k < some.length; k++)
                some[k] = (float) ((i / 7 % 2) * (random.nextDouble() - 0.5) * Math.sin(k * 0.05));
            microphone.write(some, some.length);
            pictures(1);
            long to = microphone.written();
            float[] piece = new float[(int) (to - written)];
            for (int k = 0; k < piece.length; k++) piece[k] = microphone.sample(written + k);
            writer.sound("Microphone", 16_000, written, piece, piece.length);
            written = to;
            write();
        }
        live.close();
        write();
        Map<String, LiveTape> sounds = new HashMap<>();
        List<SetFile.Piece> pieces = SetFile.read(new ByteArrayInputStream(file.toByteArray()));
        for (SetFile.Piece piece : pieces) if (piece.kind() == SetFile.Kind.SOUND) LiveTape.add(piece.bytes(), sounds);
        try (Crew crew = new Crew(1)) {
            TapePlayer player = new TapePlayer(
                    crew,
                    Library.EMPTY,
                    name -> name.equals("Microphone") ? sounds.get(name).heard() : SOUNDS.apply(name),
                    0,
                    0);
            for (SetFile.Piece piece : pieces) if (piece.kind() != SetFile.Kind.SOUND) player.add(piece);
            player.until(Long.MAX_VALUE, () -> {});
            assertThat(player.compared().others())
                    .as("others of " + player.compared())
                    .isZero();
            assertThat(player.compared().same()).isGreaterThan(30);
        }
    }

    @Test
    void aFileThatEndsAnywhereGivesAllThatIsWholeBeforeIt() throws IOException {
        begin(moths());
        for (int i = 0; i < 5; i++) {
            pictures(4);
            write();
        }
        live.close();
        byte[] whole = file.toByteArray();
        int before = -1;
        try (Crew crew = new Crew(1)) {
            for (int n = whole.length; n > 20; n -= whole.length / 7) {
                TapePlayer player = again(crew, java.util.Arrays.copyOf(whole, n), 0, 0);
                player.until(Long.MAX_VALUE, () -> {});
                assertThat(player.compared().others()).isZero();
                if (before >= 0) assertThat(player.compared().same()).isLessThanOrEqualTo(before);
                before = player.compared().same();
            }
        }
        assertThat(before).isLessThan(20);
    }

    @Test
    void whatNobodyTookInTimeIsCutAndGoesOnFromWhatStands() throws IOException {
        begin(moths());
        pictures(2);
        // More than the tape holds.
        for (int i = 0; i < 8; i++) {
            for (int k = 0; k < 400; k++) for (int n = 0; n < 30; n++) inbox.arrive("osc /reed " + k, n / 30.0, 0.001);
            pictures(2);
        }
        assertThat(write()).as("all is there").isFalse();
        pictures(5);
        assertThat(write()).isTrue();
        live.close();
        try (Crew crew = new Crew(1)) {
            TapePlayer player = again(crew, file.toByteArray(), 0, 0);
            int[] seen = new int[1];
            player.until(Long.MAX_VALUE, () -> seen[0]++);
            assertThat(player.exact()).isFalse();
            assertThat(seen[0]).isPositive();
        }
    }

    /** A camera that shows pictures of one light each, and what it was asked for. */
    private static final class Lights implements LiveCamera {
        private final Map<Long, Float> lights = new HashMap<>();
        private volatile Cut wanted;
        private volatile Seen newest = Seen.NOTHING;

        void show(long number, float light) {
            lights.put(number, light);
            newest = new Seen(number, picture(light, wanted), true);
        }

        private static Picture picture(float light, Cut cut) {
            return new Picture(cut.width(), cut.height())
                    .fill(light, light / 2, 0, 1)
                    .keep();
        }

        @Override
        public Seen now() {
            return newest;
        }

        @Override
        public void want(Cut cut) {
            wanted = cut;
        }
    }

    @Test
    void whatTheCameraShowedIsThereAgainAndWhatWasNotKeptIsSaid() throws IOException {
        Lights camera = new Lights();
        Look empty = Look.empty("Guests").withFormat(160, 90, 60, 5, 120);
        begin(Edits.apply(empty, new EditFactory(Catalogue.all()).addLane(empty, "camera")));
        live.library(new ForwardingLibrary(Library.EMPTY) {
            @Override
            public LiveCamera camera() {
                return camera;
            }
        });
        pictures(5);
        for (int i = 1; i <= 6; i++) {
            camera.show(i, i / 8f);
            pictures(3);
        }
        live.close();
        write();
        byte[] without = file.toByteArray();
        for (int i = 1; i <= 6; i++) writer.camera(new CameraShot(i, 0, 1, camera.wanted));
        writer.flush();
        CameraFile kept = (shot, cut) -> Lights.picture(camera.lights.get(shot.number()), cut);
        try (Crew crew = new Crew(2)) {
            TapePlayer again = seeing(crew, file.toByteArray(), kept, 0, 0);
            Set<Float> seen = new HashSet<>();
            again.until(Long.MAX_VALUE, () -> seen.add(again.picture().r()[80]));
            assertThat(seen).containsAll(camera.lights.values());
            assertThat(again.compared().others()).isZero();
            assertThat(again.compared().same()).isGreaterThan(20);
            assertThat(again.exact()).isTrue();
            TapePlayer larger = seeing(crew, file.toByteArray(), kept, 320, 180);
            larger.until(Long.MAX_VALUE, () -> {});
            assertThat(larger.picture().r()[320 * 90]).isEqualTo(0.75f);
            TapePlayer dark = seeing(crew, without, kept, 0, 0);
            dark.until(Long.MAX_VALUE, () -> {});
            assertThat(dark.exact()).isFalse();
            assertThat(dark.compared().others()).isPositive();
        }
    }

    private static TapePlayer seeing(Crew crew, byte[] bytes, CameraFile file, int width, int height)
            throws IOException {
        List<SetFile.Piece> pieces = SetFile.read(new ByteArrayInputStream(bytes));
        CameraTape camera = new CameraTape(file);
        for (SetFile.Piece piece : pieces) if (piece.kind() == SetFile.Kind.CAMERA) camera.add(piece.bytes());
        TapePlayer player = new TapePlayer(crew, Library.EMPTY, SOUNDS, camera, width, height);
        for (SetFile.Piece piece : pieces) if (piece.kind() != SetFile.Kind.CAMERA) player.add(piece);
        return player;
    }
}
