package gloaming.media;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Reel;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.locks.LockSupport;

/**
 * Plays one clip for one step.
 *
 * <p>A thread of its own decodes the frames that come next and keeps them small: laid into the cut, as the bytes the film has.
 * The frame's thread only turns the one it shows into light. Nobody waits: what is to be read is a list that is replaced whole,
 * and a frame's bytes are used again only when neither the list nor the reader holds them. The thread ends when nobody has
 * asked for ten seconds, and comes back with the next question.
 */
final class ReelPlayer implements Reel {
    /** Bytes of frames kept ready. */
    private static final long MOST_BYTES = 160L << 20;

    private static final int MOST_FRAMES = 96;
    private static final int AHEAD = 8;
    /** Rather decode on over so many frames than seek. */
    private static final int NEAR = 48;

    private static final long IDLE = 10_000_000_000L;

    /** One decoded frame; it stands for numbers {@link #n} to {@link #until}. */
    private static final class Block {
        int n;
        int until;
        Cut cut;
        final Laid laid = new Laid();
        volatile boolean retired;
    }

    private final Shelf shelf;
    private final String ref;

    // What is wanted: written by the frame.
    private volatile Shelf.Item item;
    private volatile int wanted;
    private volatile Way way;
    private volatile Cut cut;
    private volatile long asked;
    private volatile Block using;
    private Picture shown;
    private Block showing;
    private int shownX = -1;
    private int shownY;
    private int shownWidth;

    // What is there: written by the decoding thread.
    private volatile List<Block> stock = List.of();
    private volatile String problem;
    private volatile Thread thread;
    private Frames film;
    private Shelf.Item open;
    private Cut laid;
    private Block last;
    /** Failures since a frame was decoded. */
    private int failures;

    private final List<Block> spare = new ArrayList<>();

    ReelPlayer(Shelf shelf, String ref) {
        this.shelf = shelf;
        this.ref = ref;
    }

    @Override
    public double rate() {
        return shelf.item(ref, Facts.Kind.CLIP).rate();
    }

    @Override
    public int frames() {
        return shelf.item(ref, Facts.Kind.CLIP).frames();
    }

    @Override
    public Picture at(int n, Way way, Cut cut, Crew crew) {
        item = shelf.item(ref, Facts.Kind.CLIP);
        wanted = n;
        this.way = way;
        if (!cut.equals(this.cut)) this.cut = cut;
        asked = System.nanoTime();
        if (shelf.exact()) decodeNow();
        else if (thread == null) start();
        Block block = take(n, cut);
        if (block != null) {
            show(block, crew);
            using = null;
        }
        if (shown == null && problem != null) throw new IllegalArgumentException(problem);
        return shown;
    }

    /** Finds a frame and keeps its bytes from being used again. */
    private Block take(int n, Cut cut) {
        List<Block> now = stock;
        for (int i = 0; i < now.size(); i++) {
            Block block = now.get(i);
            if (block.n > n || block.until < n || !block.cut.equals(cut)) continue;
            if (block == showing && !block.retired) return block;
            using = block;
            if (!block.retired) return block;
        }
        using = null;
        return null;
    }

    private void show(Block block, Crew crew) {
        if (block == showing) return;
        Cut c = block.cut;
        Laid laid = block.laid;
        boolean fresh = shown == null || shown.width != c.width() || shown.height != c.height();
        if (fresh) {
            shown = new Picture(c.width(), c.height());
            shown.keep();
        } else if (laid.x != shownX || laid.y != shownY || laid.width != shownWidth) {
            shown.clear();
        }
        shownX = laid.x;
        shownY = laid.y;
        shownWidth = laid.width;
        showing = block;
        Picture to = shown;
        crew.each(laid.height, 16, (from, until) -> {
            for (int y = from; y < until; y++) laid.light(y, to.r(), to.g(), to.b(), to.a(), to.width, to.height);
        });
        to.stands();
    }

    private void start() {
        Thread decoder = Thread.ofPlatform().name("reel " + ref).daemon().unstarted(this::run);
        thread = decoder;
        decoder.start();
    }

    private void run() {
        try {
            while (System.nanoTime() - asked < IDLE) {
                if (!work()) LockSupport.parkNanos(3_000_000);
            }
        } finally {
            end();
            thread = null;
        }
    }

    /** Lets go of the film; one that plays on a thread of its own does so by itself. */
    void close() {
        asked = System.nanoTime() - IDLE;
        if (shelf.exact()) end();
    }

    /** Decodes on the caller's thread until the wanted frame is there. */
    private void decodeNow() {
        problem = null;
        for (int i = 0; i < AHEAD && problem == null && !has(wanted, cut); i++) if (!work()) break;
    }

    private boolean has(int n, Cut cut) {
        for (Block block : stock) if (block.n <= n && n <= block.until && block.cut.equals(cut)) return true;
        return false;
    }

    /** Decodes one frame that is missing; false when nothing is missing or can be done. */
    private boolean work() {
        Shelf.Item now = item;
        Cut into = cut;
        try {
            if (open == null || !open.version().equals(now.version())) {
                end();
                film = shelf.decoder().frames(now.file(), now.name());
                open = now;
                laid = into;
                problem = null;
            }
            if (!into.equals(laid)) {
                laid = into;
                last = null;
                stock.forEach(this::retire);
                stock = List.of();
            }
            int n = missing();
            return n >= 0 && decode(n, now);
        } catch (Unreadable e) {
            problem = e.clause();
            again();
            return false;
        } catch (RuntimeException | OutOfMemoryError e) {
            problem = "'" + now.name() + "' cannot be decoded: " + e.getMessage();
            again();
            return false;
        }
    }

    /** What went wrong is tried again from the start of the file, less and less often. */
    private void again() {
        if (film != null) film.close();
        film = null;
        open = null;
        last = null;
        failures++;
        LockSupport.parkNanos(Math.min(10_000_000_000L, 200_000_000L << Math.min(6, failures)));
    }

    private int room() {
        if (last == null) return AHEAD;
        long each = (long) last.laid.width * last.laid.height * 4 * last.laid.depth;
        return (int) Math.clamp(MOST_BYTES / Math.max(1, each), 3, MOST_FRAMES);
    }

    /** The first frame on the way that is not there, or -1. */
    private int missing() {
        Way on = way;
        int n = Math.max(0, wanted);
        int most = Math.min(room() - 2, on.towards() < 0 ? MOST_FRAMES : AHEAD);
        for (int i = 0; i < most && n >= 0; i++) {
            if (!has(n, laid)) return n;
            n = on.after(n);
        }
        return -1;
    }

    private boolean decode(int n, Shelf.Item now) throws Unreadable {
        boolean backwards = way.towards() < 0;
        int next = last == null ? -1 : film.number() + 1;
        if (last == null || n < next || n > next + NEAR) {
            film.seek(n);
            last = null;
        }
        // Running backwards, everything decoded on the way to the frame is what comes next.
        int keepFrom = backwards ? n - room() + 3 : n;
        while (film.next()) {
            int number = film.number();
            // Between two frames the earlier one stands, if it was kept; else, and where times run backwards, the
            // later.
            boolean gap = last != null && last.cut != null && last.n <= n && number > n;
            if (!gap && number > n) number = n;
            if (last != null) last.until = Math.max(last.n, number - 1);
            if (number < keepFrom) {
                // Passed over on the way; it is only noted so that a gap after it is known.
                if (last == null || last.cut != null) last = new Block();
                last.n = number;
                last.until = number;
                continue;
            }
            put(number);
            if (number >= n) return true;
        }
        return atTheEnd(n, now);
    }

    /** The film has ended before frame {@code n}: its last frame stands for it. */
    private boolean atTheEnd(int n, Shelf.Item now) throws Unreadable {
        if (last != null && last.cut == null) {
            int end = last.n;
            film.seek(end);
            last = null;
            while (film.next()) if (film.number() >= end) put(end);
        }
        if (last == null) {
            problem = "'" + now.name() + "' cannot be decoded from here on";
            return false;
        }
        last.n = Math.min(last.n, n);
        last.until = Integer.MAX_VALUE;
        return true;
    }

    private void put(int number) throws Unreadable {
        Block block = make(number);
        last = block;
        failures = 0;
        List<Block> more = new ArrayList<>(stock);
        while (more.size() >= room()) {
            int worst = 0;
            for (int i = 1; i < more.size(); i++) if (use(more.get(i)) < use(more.get(worst))) worst = i;
            retire(more.remove(worst));
        }
        more.add(block);
        stock = List.copyOf(more);
        for (int i = spare.size() - 1; i >= 0 && spare.size() > 4; i--) if (spare.get(i) != using) spare.remove(i);
    }

    /** How soon a frame comes: larger is sooner. */
    private int use(Block block) {
        Way on = way;
        int ahead = (block.n - wanted) * (on.towards() < 0 ? -1 : 1);
        if (block.n <= wanted && wanted <= block.until) return Integer.MAX_VALUE;
        int length = on.last() - on.first() + 1;
        if (ahead < 0 && on.loops()) ahead += length;
        return ahead < 0 ? ahead - 1_000_000 : -ahead;
    }

    private void retire(Block block) {
        block.retired = true;
        spare.add(block);
    }

    private Block make(int number) throws Unreadable {
        Block block = new Block();
        for (int i = 0; i < spare.size(); i++) {
            Block old = spare.get(i);
            if (old == using) continue;
            block.laid.reuse(old.laid);
            spare.remove(i);
            break;
        }
        film.lay(laid, block.laid);
        block.n = number;
        block.until = number;
        block.cut = laid;
        return block;
    }

    private void end() {
        if (film != null) film.close();
        film = null;
        open = null;
        last = null;
        for (Block block : stock) block.retired = true;
        stock = List.of();
        spare.clear();
    }
}
