package gloaming.web.live;

import gloaming.again.SetEvent;
import gloaming.look.Refused;
import gloaming.play.LivePlayer;
import gloaming.play.OutputFader;
import gloaming.play.Programme;
import gloaming.sound.LiveSound;
import gloaming.tape.SetFile;
import gloaming.web.store.Sets;
import jakarta.annotation.PreDestroy;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Records a set: what came into each player of a show, and what was put on air, into a file that is whole up to a second ago whatever
 * happens. Nothing that plays ever waits for it.
 */
@Component
class SetRecorder {
    private static final Logger LOG = LoggerFactory.getLogger(SetRecorder.class);
    private static final long EVERY_MS = 200;
    /** A file is brought to the disk with each so many blocks. */
    private static final int BLOCKS_A_SYNC = 3;
    /** Bytes of one set before they are packed, and those that stay free on the disk. */
    private static final long MOST = SetFile.MOST * 9 / 10;

    private static final long FREE = 256L << 20;
    private static final int MOST_EVENTS = 10_000;

    /** A set that is being written. */
    private final class Recording {
        final String show;
        final Path path;
        final FileChannel channel;
        final OutputStream out;
        final SetFile.Writer writer;
        final Map<LivePlayer, Integer> numbers = new ConcurrentHashMap<>();
        final Set<LivePlayer> named = new HashSet<>();
        final AtomicInteger next = new AtomicInteger(1);
        final ConcurrentLinkedQueue<SetEvent> events = new ConcurrentLinkedQueue<>();
        /** What the camera shows, or null where that is not wanted. */
        final CameraRecording camera;

        int blocks;
        /** What comes in live, and how much of it is written. */
        private LiveSound heard;

        private long known;

        Recording(String show, boolean camera) throws IOException {
            this.show = show;
            path = sets.create(show);
            channel = FileChannel.open(path, StandardOpenOption.WRITE);
            out = new BufferedOutputStream(Channels.newOutputStream(channel), 1 << 16);
            writer = new SetFile.Writer(out);
            this.camera = camera ? new CameraRecording(path) : null;
            if (camera) house.camera().witness(this.camera::take);
        }

        int number(LivePlayer player) {
            return numbers.computeIfAbsent(player, p -> next.getAndIncrement());
        }

        void tell(SetEvent event) {
            if (events.size() < MOST_EVENTS) events.add(event);
        }

        /** One block with all that came since the one before. */
        void write() throws IOException {
            Set<LivePlayer> play = new HashSet<>();
            for (Players.Playing playing : house.playing()) {
                if (!playing.look.showId.equals(show)) continue;
                play.add(playing.player);
                if (named.add(playing.player))
                    tell(new SetEvent.Plays(
                            System.nanoTime(),
                            number(playing.player),
                            playing.look.id,
                            playing.look.look().name()));
            }
            if (blocks % BLOCKS_A_SYNC == 0) tell(new SetEvent.Until(System.nanoTime()));
            for (SetEvent event = events.poll(); event != null; event = events.poll()) writer.event(event.json());
            if (house.player().sound().source() instanceof LiveSound live) hear(live);
            numbers.forEach((player, number) -> writer.add(number, player.tape()));
            numbers.forEach((player, number) -> {
                if (play.contains(player) || player == house.player()) return;
                numbers.remove(player);
                named.remove(player);
                writer.ended(number);
            });
            // Behind the tapes: each picture that they speak of has come by then.
            if (camera != null) camera.write(writer);
            writer.flush();
            if (++blocks % BLOCKS_A_SYNC == 0) sync();
        }

        /** What came in live since this was done last. */
        private void hear(LiveSound live) {
            long to = live.written();
            long from = live == heard ? Math.max(known, to - live.kept()) : Math.max(0, to - live.kept());
            heard = live;
            known = to;
            int count = (int) (to - from);
            if (count == 0) return;
            float[] samples = new float[count];
            for (int i = 0; i < count; i++) samples[i] = live.sample(from + i);
            writer.sound(live.name(), live.rate(), from, samples, count);
        }

        void sync() throws IOException {
            if (camera != null) camera.sync();
            out.flush();
            channel.force(false);
        }

        void close() throws IOException {
            if (camera != null) house.camera().witness(shot -> {});
            try (channel;
                    camera) {
                tell(new SetEvent.Ends(System.nanoTime()));
                write();
                sync();
            } finally {
                writer.close();
            }
        }
    }

    private final Sets sets;
    private final House house;
    private final Thread thread;
    private volatile Recording recording;
    private volatile long size;
    private volatile String trouble = "";
    private volatile boolean closed;

    SetRecorder(Sets sets, House house) {
        this.sets = sets;
        this.house = house;
        house.programme().witness(new Programme.Witness() {
            @Override
            public void took(Programme.State state) {
                Recording now = recording;
                if (now == null) return;
                now.tell(taken(now, state));
                if (state.hand() != null) handed(state.weight(0));
            }

            @Override
            public void froze(boolean on) {
                tell(new SetEvent.Frozen(System.nanoTime(), on));
            }

            @Override
            public void handed(double weight) {
                tell(new SetEvent.Handed(System.nanoTime(), weight));
            }
        });
        house.programme().light().witness(ramp -> tell(light(ramp)));
        thread = Thread.ofPlatform().name("set-recorder").daemon().start(this::run);
    }

    private static SetEvent taken(Recording now, Programme.State state) {
        return new SetEvent.Taken(
                state.since(),
                now.number(state.now()),
                state.seconds(),
                state.crossing().way(),
                state.crossing().curve(),
                state.crossing().soft(),
                state.crossing().picture(),
                state.crossing().own() == null ? "" : state.crossing().own().text());
    }

    private static SetEvent light(OutputFader.Ramp ramp) {
        return new SetEvent.Light(ramp.since(), ramp.from(), ramp.to(), ramp.seconds());
    }

    private void tell(SetEvent event) {
        Recording now = recording;
        if (now != null) now.tell(event);
    }

    /** A set of a show begins, unless one is recorded already. What cannot be recorded is said, and stops nothing. */
    synchronized void begin(String show, String name, boolean camera) {
        if (recording != null && recording.show.equals(show)) return;
        end();
        trouble = "";
        try {
            Recording now = new Recording(show, camera);
            String time = OffsetDateTime.now().truncatedTo(ChronoUnit.SECONDS).toString();
            now.tell(new SetEvent.Begins(System.nanoTime(), show, name, time));
            now.tell(taken(now, house.programme().state()));
            now.tell(light(house.programme().light().ramp()));
            if (house.programme().frozen()) now.tell(new SetEvent.Frozen(System.nanoTime(), true));
            size = 0;
            recording = now;
        } catch (IOException | Refused e) {
            fail(e);
        }
    }

    /** A cue begins. */
    void cue(String id, String name) {
        tell(new SetEvent.CueBegan(System.nanoTime(), id, name));
    }

    /** The set ends. */
    synchronized void end() {
        Recording was = recording;
        recording = null;
        if (was == null) return;
        try {
            was.close();
        } catch (IOException | RuntimeException e) {
            fail(e);
        }
    }

    boolean records(String show) {
        Recording now = recording;
        return now != null && now.show.equals(show);
    }

    /** The name of the set that is recorded, or empty. */
    String name() {
        Recording now = recording;
        return now == null ? "" : now.path.getFileName().toString().replace(".set", "");
    }

    /** How the recording is, in a word or a sentence: empty while there is none and nothing is wrong. */
    String says() {
        if (!trouble.isEmpty()) return trouble;
        Recording now = recording;
        if (now == null) return "";
        long all = now.camera == null ? size : size + now.camera.size();
        String says = all < 1e6 ? "recording %d KB".formatted(all / 1000) : "recording %.1f MB".formatted(all / 1e6);
        return now.camera != null && now.camera.over() ? says + ", no camera" : says;
    }

    private void run() {
        while (!closed) {
            try {
                Thread.sleep(EVERY_MS);
                write();
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    private synchronized void write() {
        Recording now = recording;
        if (now == null) return;
        try {
            now.write();
            size = now.writer.size();
            if (now.writer.whole() > MOST) throw new Refused("The set is as large as one may be; another can begin.");
            if (now.blocks % 16 == 0 && Files.getFileStore(now.path).getUsableSpace() < FREE)
                throw new Refused("The disk is nearly full.");
        } catch (IOException | RuntimeException e) {
            recording = null;
            fail(e);
            try {
                now.close();
            } catch (IOException | RuntimeException again) {
                LOG.warn("The set could not be closed: {}", again.getMessage());
            }
        }
    }

    private void fail(Exception e) {
        LOG.warn("The set is not recorded: {}", e.toString());
        trouble = "Not recorded: " + (e instanceof Refused ? e.getMessage() : "the file cannot be written.");
    }

    @PreDestroy
    void stop() {
        closed = true;
        end();
    }
}
