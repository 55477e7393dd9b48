package gloaming.web.live;

import gloaming.media.JpegEncoder;
import gloaming.play.AudioMeter;
import gloaming.play.FrameStats;
import gloaming.play.LivePlayer;
import gloaming.play.PictureOutput;
import gloaming.play.Probe;
import gloaming.play.Subscriptions;
import gloaming.play.Tabulation;
import gloaming.play.Tiles;
import gloaming.web.message.MessageJson;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.TextMessage;

/**
 * What one player has for the pages that work on its look: one encode for each distinct subject and size, however many pages show
 * it, and only when one of them has drawn what it got. Only the courier's thread uses it.
 */
final class Feed {
    static final int FRAME = 1;
    private static final int TILES = 2;
    static final int QUALITY = 4;
    private static final long BOARD_NS = 50_000_000;
    private static final long EARS_NS = 45_000_000;
    private static final long TILES_NS = 160_000_000;
    private static final long PROBE_NS = 50_000_000;
    private static final long PICTURE_NS = 10_000_000_000L;
    private static final long TABLE_NS = 330_000_000;
    /** Previews and pointers of so many pages at once; more would cost the picture. */
    private static final int MOST_CLOSE = 6;

    final LivePlayer player;
    final OpenLook look;
    private final Journal journal;
    private final PageMessages boards;
    private final DeskMessages desks;
    private List<Viewer> viewers = List.of();
    /** Those whose previews and pointers are served. */
    private List<Viewer> close = List.of();

    private List<PictureOutput> outlets = List.of();
    /** A small picture of the look, now and then, to be kept for the page of shows. */
    private final PictureOutput small = PictureOutput.toBeKept(320);

    private final Map<PictureOutput, JpegEncoder> encoders = new HashMap<>();
    private final Map<PictureOutput, MonitorPace> paces = new HashMap<>();
    private final Map<Viewer, JpegEncoder> tileEncoders = new HashMap<>();
    private final MonitorPace previews = new MonitorPace();
    private long nextBoard;
    private long nextTiles;
    private long nextEars;
    private long nextProbe;
    private long nextTable;
    private long nextPicture;
    private long encodes;

    Feed(LivePlayer player, OpenLook look, Journal journal, PageMessages boards, DeskMessages desks) {
        this.journal = journal;
        this.player = player;
        this.look = look;
        this.boards = boards;
        this.desks = desks;
    }

    /** Pictures encoded since this was asked last. */
    long takeEncodes() {
        long now = encodes;
        encodes = 0;
        return now;
    }

    /** Serves these pages from now on, and {@code others}, whom somebody else serves. */
    void group(List<Viewer> pages, List<PictureOutput> others) {
        viewers = pages;
        close = pages.stream()
                .sorted(Comparator.comparingLong((Viewer v) -> v.heard).reversed())
                .limit(MOST_CLOSE)
                .toList();
        List<PictureOutput> now = new ArrayList<>();
        for (Viewer viewer : pages) {
            PictureOutput output = Stream.concat(now.stream(), outlets.stream())
                    .filter(o -> shows(viewer, o))
                    .findFirst()
                    .orElseGet(() -> new PictureOutput(viewer.subject, viewer.most));
            output.turn(viewer.round, viewer.high);
            if (!now.contains(output)) now.add(output);
        }
        encoders.entrySet().removeIf(e -> ended(e.getValue(), now.contains(e.getKey())));
        tileEncoders.entrySet().removeIf(e -> ended(e.getValue(), close.contains(e.getKey())));
        outlets = now;
        paces.keySet().retainAll(now);
        player.subscribe(new Subscriptions(
                Stream.of(now, others, List.of(small)).flatMap(List::stream).toList(),
                close.stream().map(v -> v.tiles).filter(Objects::nonNull).toList(),
                close.stream().map(v -> v.probe).filter(Objects::nonNull).toList(),
                close.stream().map(v -> v.table).filter(Objects::nonNull).toList()));
    }

    private static boolean ended(JpegEncoder encoder, boolean stays) {
        if (!stays) encoder.close();
        return !stays;
    }

    void round(long now) {
        for (PictureOutput outlet : outlets) serve(outlet, now);
        board(now);
        tiles(now);
        probes(now);
        tables(now);
        ears(now);
        keepPicture(now);
    }

    private static boolean shows(Viewer viewer, PictureOutput outlet) {
        return viewer.most == outlet.most && Objects.equals(viewer.subject, outlet.subject);
    }

    private void serve(PictureOutput outlet, long now) {
        if (outlet.ready()) {
            ByteBuffer message =
                    picture(FRAME, encoder(outlet).encode(outlet.rgb()), 1, outlet.width(), outlet.height());
            encodes++;
            outlet.rest();
            for (Viewer viewer : viewers) if (shows(viewer, outlet)) viewer.picture(message);
        }
        if (!outlet.idle() || viewers.stream().noneMatch(v -> v.credit > 0 && shows(v, outlet))) return;
        MonitorPace pace = paces.computeIfAbsent(outlet, o -> new MonitorPace());
        if (pace.due(now, player.readings().load(), look.look().rate())) outlet.want();
    }

    static ByteBuffer picture(int is, byte[] jpeg, double light, int width, int height) {
        ByteBuffer message = ByteBuffer.allocate(6 + jpeg.length);
        message.put((byte) is).put((byte) Math.round(255 * light));
        return message.putShort((short) width)
                .putShort((short) height)
                .put(jpeg)
                .flip();
    }

    private JpegEncoder encoder(PictureOutput outlet) {
        return encoders.compute(outlet, (o, e) -> fitting(e, o.width(), o.height()));
    }

    /** An encoder of that size: the one there is, if it fits. */
    static JpegEncoder fitting(JpegEncoder encoder, int width, int height) {
        if (encoder != null && encoder.width() == width && encoder.height() == height) return encoder;
        if (encoder != null) encoder.close();
        return new JpegEncoder(width, height, QUALITY);
    }

    private void board(long now) {
        FrameStats board = player.readings().board();
        if (board == null) return;
        if (board.ready()) {
            TextMessage full =
                    viewers.isEmpty() ? null : new TextMessage(MessageJson.write(boards.board(board, player, look)));
            for (Viewer viewer : viewers) viewer.send(full);
            board.rest();
        }
        if (board.idle() && now >= nextBoard && !viewers.isEmpty()) {
            nextBoard = now + BOARD_NS;
            board.want();
        }
    }

    private void tiles(long now) {
        boolean due = now >= nextTiles;
        boolean gives = due && previews.gives(player.readings().load());
        if (due) nextTiles = now + (gives ? 2 : 1) * TILES_NS;
        for (Viewer viewer : close) {
            Tiles tiles = viewer.tiles;
            if (tiles == null) continue;
            if (tiles.ready()) {
                JpegEncoder encoder = tileEncoders.compute(viewer, (v, e) -> fitting(e, tiles.width, tiles.height));
                byte[] jpeg = encoder.encode(tiles.rgb());
                tiles.rest();
                ByteBuffer message = ByteBuffer.allocate(8 + jpeg.length);
                message.put((byte) TILES).put((byte) Tiles.COLUMNS).putShort((short) tiles.tileWidth);
                message.putShort((short) Tiles.HEIGHT).putShort((short) viewer.tilesList);
                viewer.send(new BinaryMessage(message.put(jpeg).flip()));
            }
            if (!due || !tiles.idle() || viewer.away(now)) continue;
            tiles.over((gives ? 2 : 1) * TILES_NS, look.look().rate());
            tiles.want();
        }
    }

    private void probes(long now) {
        boolean due = now >= nextProbe;
        if (due) nextProbe = now + PROBE_NS;
        for (Viewer viewer : close) {
            Probe probe = viewer.probe;
            if (probe == null) continue;
            if (probe.ready()) {
                viewer.tell(boards.probe(probe));
                probe.rest();
            }
            if (due && probe.idle() && !viewer.away(now)) probe.want();
        }
    }

    private void tables(long now) {
        boolean due = now >= nextTable;
        if (due) nextTable = now + TABLE_NS;
        for (Viewer viewer : close) {
            Tabulation table = viewer.table;
            if (table == null) continue;
            if (table.ready()) {
                viewer.tell(boards.table(table.table()));
                table.rest();
            }
            if (due && table.idle()) table.want();
        }
    }

    /** What is heard, for pages of the desk. */
    private void ears(long now) {
        AudioMeter ears = player.readings().ears();
        boolean wanted = viewers.stream().anyMatch(v -> v.desk);
        if (ears.ready()) {
            TextMessage heard = wanted ? new TextMessage(MessageJson.write(desks.ears(ears))) : null;
            ears.rest();
            for (Viewer viewer : viewers) if (viewer.desk && heard != null) viewer.send(heard);
        }
        if (wanted && ears.idle() && now >= nextEars) {
            nextEars = now + EARS_NS;
            ears.want();
        }
    }

    private void keepPicture(long now) {
        if (small.ready()) {
            try (JpegEncoder encoder = new JpegEncoder(small.width(), small.height(), QUALITY)) {
                journal.picture(look.id, encoder.encode(small.rgb()));
            }
            small.rest();
        }
        if (small.idle() && now >= nextPicture && (player.isOnAir() || !viewers.isEmpty())) {
            nextPicture = now + PICTURE_NS;
            small.want();
        }
    }

    /** Ends; nobody is served any more. */
    void end() {
        encoders.values().forEach(JpegEncoder::close);
        encoders.clear();
        tileEncoders.values().forEach(JpegEncoder::close);
        tileEncoders.clear();
    }
}
