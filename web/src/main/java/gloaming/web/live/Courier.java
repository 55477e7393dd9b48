package gloaming.web.live;

import gloaming.media.JpegEncoder;
import gloaming.play.Board;
import gloaming.play.Ears;
import gloaming.play.Outlet;
import gloaming.play.Stage;
import gloaming.play.Tiles;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import jakarta.annotation.PreDestroy;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.TextMessage;

/**
 * Carries pictures and numbers from the stage to the pages: one encode for each distinct subject and size, however many pages
 * show it, and only when one of them has drawn what it got.
 */
@Component
public class Courier {
    private static final int FRAME = 1;
    private static final int TILES = 2;
    private static final int QUALITY = 4;
    private static final long BOARD_NS = 50_000_000;
    private static final long EARS_NS = 45_000_000;
    private static final long DESK_NS = 120_000_000;
    private static final long TILES_NS = 160_000_000;
    private static final long PICTURE_NS = 10_000_000_000L;
    /** At most so many pages at once, and at most so many of one kind: benches and desks, or outputs. */
    private static final int MOST_VIEWERS = 64;

    private static final int MOST_OF_A_KIND = 52;
    /** Where there is no room, a page that has said nothing for so long gives way. */
    private static final long SILENT_NS = 20_000_000_000L;

    /** A courier that has not come round for so long stands. */
    private static final long STANDS_NS = 1_500_000_000L;

    /** A thread that has worked for so long in one round goes round in circles. */
    private static final long WORKED_NS = 1_000_000_000L;

    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    private final House house;
    private final Journal journal;
    private final Stage stage;
    private final Boards boards;
    private final DeskBoards desks;
    private final List<Viewer> viewers = new CopyOnWriteArrayList<>();
    private Map<Outlet, JpegEncoder> encoders = new HashMap<>();
    private Outlet last = new Outlet(null, 320);
    private volatile Thread thread;
    /** When it last came round. */
    private volatile long round = System.nanoTime();

    private volatile long worked;

    private volatile boolean closed;
    private volatile boolean regroup;
    private volatile Tiles tiles;
    private volatile int tilesVersion;
    private JpegEncoder tileEncoder;
    private long nextBoard;
    private long nextTiles;
    private long nextEars;
    private long nextDesk;
    private long nextPicture;
    private volatile long encodes;
    private volatile Throwable failure;

    Courier(House house, Journal journal, Boards boards, DeskBoards desks) {
        this.house = house;
        this.journal = journal;
        this.boards = boards;
        this.desks = desks;
        stage = house.stage();
        start();
    }

    private void start() {
        round = System.nanoTime();
        thread = Thread.ofPlatform().name("courier").daemon().unstarted(this::run);
        thread.start();
        stage.courier(thread);
    }

    /** Whether its thread has ended or stands, and should not; one that the machine does not let run does not stand. */
    boolean stands() {
        Thread own = thread;
        if (closed || own.isAlive() && System.nanoTime() - round < STANDS_NS) return false;
        boolean starved = own.getState() == Thread.State.RUNNABLE
                && THREADS.getThreadCpuTime(own.threadId()) - worked < WORKED_NS;
        return !own.isAlive() || !starved;
    }

    /** Lets another thread go on; whatever the old one does is left to it. */
    void revive() {
        encoders = new HashMap<>();
        last = new Outlet(null, 320);
        tileEncoder = null;
        regroup = true;
        start();
    }

    /** What it could not do last, once. */
    Throwable failure() {
        Throwable told = failure;
        failure = null;
        return told;
    }

    /** Pictures encoded for pages so far. */
    public long encodes() {
        return encodes;
    }

    boolean add(Viewer viewer) {
        synchronized (viewers) {
            if (!room(viewer.bench)) return false;
            viewers.add(viewer);
        }
        changed();
        return true;
    }

    private boolean room(boolean bench) {
        long alike = viewers.stream().filter(v -> v.bench == bench).count();
        if (alike < MOST_OF_A_KIND && viewers.size() < MOST_VIEWERS) return true;
        Viewer silent = viewers.stream()
                .filter(v -> alike < MOST_OF_A_KIND || v.bench == bench)
                .min(Comparator.comparingLong(v -> v.heard))
                .orElse(null);
        if (silent == null || System.nanoTime() - silent.heard < SILENT_NS) return false;
        viewers.remove(silent);
        silent.close();
        return true;
    }

    /** Pages that watch. */
    public int viewers() {
        return viewers.size();
    }

    void remove(Viewer viewer) {
        viewers.remove(viewer);
        if (viewer.bench && viewers.stream().noneMatch(v -> v.bench)) {
            tiles(null, 0);
            stage.probe(null, -1, -1);
        }
        changed();
    }

    /** Something about who watches what has changed. */
    void changed() {
        regroup = true;
        LockSupport.unpark(thread);
    }

    void wake() {
        LockSupport.unpark(thread);
    }

    /** Shows these steps as previews; the page's number for the list comes back with every image. */
    void tiles(Tiles wanted, int version) {
        tilesVersion = version;
        tiles = wanted;
        stage.tiles(wanted);
        if (wanted != null) wanted.want();
    }

    /** Tells each page of a look what it should know. */
    void tell(OpenLook look, Function<Viewer, String> json) {
        for (Viewer viewer : viewers)
            if (viewer.bench && look.id.equals(viewer.look)) viewer.send(new TextMessage(json.apply(viewer)));
    }

    void tellAll(String json) {
        for (Viewer viewer : viewers) viewer.send(new TextMessage(json));
    }

    private void run() {
        List<Outlet> outlets = new ArrayList<>();
        Thread own = Thread.currentThread();
        while (!closed && thread == own) {
            LockSupport.parkNanos(20_000_000);
            worked = THREADS.getCurrentThreadCpuTime();
            round = System.nanoTime();
            try {
                if (regroup) {
                    regroup = false;
                    outlets = group(outlets);
                }
                for (Outlet outlet : outlets) serve(outlet);
                long now = System.nanoTime();
                board(now);
                places();
                desk(now);
                tiles(now);
                keepPicture(now);
            } catch (Throwable e) {
                // There may be no memory to say anything with: whoever watches says it.
                failure = e;
            }
        }
        if (thread == own) encoders.values().forEach(JpegEncoder::close);
    }

    private List<Outlet> group(List<Outlet> before) {
        List<Outlet> now = new ArrayList<>();
        for (Viewer viewer : viewers) {
            if (now.stream().anyMatch(o -> shows(viewer, o))) continue;
            now.add(before.stream()
                    .filter(o -> shows(viewer, o))
                    .findFirst()
                    .orElseGet(() -> new Outlet(viewer.subject, viewer.most)));
        }
        for (Outlet gone : before) {
            JpegEncoder encoder = now.contains(gone) ? null : encoders.remove(gone);
            if (encoder != null) encoder.close();
        }
        stage.outlets(Stream.concat(now.stream(), Stream.of(last)).toArray(Outlet[]::new));
        return now;
    }

    private static boolean shows(Viewer viewer, Outlet outlet) {
        return viewer.most == outlet.most && Objects.equals(viewer.subject, outlet.subject);
    }

    private void serve(Outlet outlet) {
        if (outlet.ready()) {
            byte[] jpeg = encode(outlet);
            ByteBuffer message = ByteBuffer.allocate(6 + jpeg.length);
            message.put((byte) FRAME).put((byte) Math.round(255 * outlet.light()));
            message.putShort((short) outlet.width())
                    .putShort((short) outlet.height())
                    .put(jpeg)
                    .flip();
            outlet.rest();
            for (Viewer viewer : viewers) {
                if (viewer.credit <= 0 || !shows(viewer, outlet)) continue;
                viewer.credit--;
                viewer.send(new BinaryMessage(message.duplicate()));
            }
        }
        if (!outlet.idle()) return;
        for (Viewer viewer : viewers) {
            if (viewer.credit > 0 && shows(viewer, outlet)) {
                outlet.want();
                return;
            }
        }
    }

    private byte[] encode(Outlet outlet) {
        JpegEncoder encoder = encoders.get(outlet);
        if (encoder == null || encoder.width() != outlet.width() || encoder.height() != outlet.height()) {
            if (encoder != null) encoder.close();
            encoder = new JpegEncoder(outlet.width(), outlet.height(), QUALITY);
            encoders.put(outlet, encoder);
        }
        encodes++;
        return encoder.encode(outlet.rgb());
    }

    private void board(long now) {
        Board board = stage.board();
        if (board == null) return;
        if (board.ready()) {
            OpenLook look = house.onStage();
            if (look != null) send(look, board);
            board.rest();
        }
        if (board.idle() && now >= nextBoard && !viewers.isEmpty()) {
            nextBoard = now + BOARD_NS;
            board.want();
        }
    }

    private void send(OpenLook look, Board board) {
        TextMessage full = null;
        TextMessage brief = null;
        for (Viewer viewer : viewers) {
            if (!viewer.bench) {
                if (brief == null) brief = new TextMessage(boards.brief(board));
                viewer.send(brief);
            } else if (look.id.equals(viewer.look)) {
                if (full == null) full = new TextMessage(boards.full(board));
                viewer.send(full);
                document(viewer, look);
            }
        }
    }

    /** Tells each page whether its look is the one on stage; one that is not is told its document from here. */
    private void places() {
        OpenLook on = house.onStage();
        String id = on == null ? "" : on.id;
        for (Viewer viewer : viewers) {
            if (viewer.closed()) remove(viewer);
            if (!viewer.bench) continue;
            if (!id.equals(viewer.knowsStage)) {
                viewer.knowsStage = id;
                viewer.send(new TextMessage(boards.stage(on, id.equals(viewer.look))));
            }
            OpenLook own = id.equals(viewer.look) ? null : journal.opened(viewer.look);
            if (own != null) document(viewer, own);
        }
    }

    private void document(Viewer viewer, OpenLook look) {
        synchronized (viewer) {
            if (viewer.knowsVersion == look.version()) return;
            viewer.knowsVersion = look.version();
            viewer.send(new TextMessage(boards.look(look)));
        }
    }

    /** What is heard and what arrives, for pages of the desk. */
    private void desk(long now) {
        boolean wanted = viewers.stream().anyMatch(v -> v.desk);
        Ears ears = stage.ears();
        if (ears.ready()) {
            TextMessage heard = wanted ? new TextMessage(desks.ears(ears)) : null;
            ears.rest();
            for (Viewer viewer : viewers) if (viewer.desk && heard != null) viewer.send(heard);
        }
        if (!wanted) return;
        if (ears.idle() && now >= nextEars) {
            nextEars = now + EARS_NS;
            ears.want();
        }
        if (now < nextDesk) return;
        nextDesk = now + DESK_NS;
        for (Viewer viewer : viewers)
            if (viewer.desk) viewer.send(new TextMessage(desks.arrivals(viewer.knowsControls)));
    }

    private void tiles(long now) {
        Tiles t = tiles;
        if (t == null) return;
        if (t.ready()) {
            if (tileEncoder == null || tileEncoder.width() != t.width || tileEncoder.height() != t.height) {
                if (tileEncoder != null) tileEncoder.close();
                tileEncoder = new JpegEncoder(t.width, t.height, QUALITY);
            }
            byte[] jpeg = tileEncoder.encode(t.rgb());
            t.rest();
            ByteBuffer message = ByteBuffer.allocate(8 + jpeg.length);
            message.put((byte) TILES)
                    .put((byte) Tiles.COLUMNS)
                    .putShort((short) t.tileWidth)
                    .putShort((short) Tiles.HEIGHT);
            message.putShort((short) tilesVersion).put(jpeg).flip();
            for (Viewer viewer : viewers) if (viewer.bench) viewer.send(new BinaryMessage(message.duplicate()));
        }
        if (t.idle() && now >= nextTiles) {
            nextTiles = now + TILES_NS;
            t.want();
        }
    }

    /** Keeps a picture of the look on stage for the page of shows. */
    private void keepPicture(long now) {
        OpenLook look = house.onStage();
        if (last.ready()) {
            try (JpegEncoder encoder = new JpegEncoder(last.width(), last.height(), QUALITY)) {
                if (look != null) journal.picture(look.id, encoder.encode(last.rgb()));
            }
            last.rest();
        }
        if (last.idle() && look != null && now >= nextPicture && !viewers.isEmpty()) {
            nextPicture = now + PICTURE_NS;
            last.want();
        }
    }

    @PreDestroy
    void stop() {
        closed = true;
        LockSupport.unpark(thread);
        viewers.forEach(Viewer::close);
    }
}
