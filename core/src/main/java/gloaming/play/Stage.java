package gloaming.play;

import gloaming.desk.Grasp;
import gloaming.desk.Grip;
import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.library.Library;
import gloaming.look.Binding;
import gloaming.look.Look;
import gloaming.picture.Exit;
import gloaming.sound.Band;
import gloaming.sound.BeatClock;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;

/**
 * Plays a look in real time on a thread of its own.
 *
 * <p>Everyone else leaves wishes in single volatile fields, which the frame picks up when it begins, and takes results from
 * {@link Relay}s; no thread ever waits for another. Show time runs with the machine's clock in whole frames: when a frame is
 * late the next one makes a longer step, so that picture and sound stay together.
 */
public final class Stage implements AutoCloseable {
    private static final Outlet[] NONE = {};
    private static final long LONGEST_STEP = 8;
    private static final int MOST_ORDERS = 64;

    private final Catalogue catalogue;
    private final Crew crew;
    private final Player player;
    private final ScaleKeeper keeper = new ScaleKeeper();
    private final Eyes eyes = new Eyes();
    private final AtomicInteger rewinds = new AtomicInteger();
    private final Thread thread;

    private volatile boolean closed;
    private volatile Wanted wanted;
    private volatile Sound sound = Sound.SILENCE;
    private volatile Library library = Library.EMPTY;
    private volatile boolean paused;
    private volatile double scaleByHand;
    private volatile double lightWanted = 1;
    private volatile double fadeSeconds;
    private volatile Outlet[] outlets = NONE;
    private volatile Tiles tiles;
    private volatile Board board;
    private volatile float[] probe;
    private volatile String tabulated = "";
    private volatile Table table;
    private volatile Copy copy;
    private int untilTable;
    private final Sketch sketch = new Sketch();
    private volatile String probed;
    private volatile Thread courier;
    private final Inbox inbox = new Inbox();
    private final Outbox outbox = new Outbox();
    private final Ears ears = new Ears();
    private final ConcurrentLinkedQueue<Consumer<BeatClock>> orders = new ConcurrentLinkedQueue<>();
    private final AtomicInteger ordered = new AtomicInteger();
    private volatile List<Grasp> held = List.of();
    private volatile double time;
    private volatile double beat;
    private volatile double tempo = 96;
    private volatile long made;
    private volatile long timeStamp = System.nanoTime();

    private Look playing;
    private int shown;
    private int rewound;
    private long frame;
    private double light = 1;
    private double frameMs;
    private double fps;
    private double blackFor;
    private float mixLight;

    /** A stage that works with {@code threads} threads, its own included. */
    public Stage(Catalogue catalogue, int threads) {
        this.catalogue = catalogue;
        crew = new Crew(threads);
        player = new Player(this.catalogue, crew);
        player.desk(inbox, outbox);
        thread = Thread.ofPlatform()
                .name("stage")
                .daemon()
                .priority(Thread.MAX_PRIORITY)
                .unstarted(this::run);
    }

    public Stage start() {
        thread.start();
        return this;
    }

    /** A look, and how many other looks were shown before it. */
    private record Wanted(Look look, int number) {}

    /** Plays this look from the next frame on, from its beginning; it must keep the rules. */
    public synchronized void show(Look look) {
        Wanted now = wanted;
        wanted = new Wanted(look, now == null ? 0 : now.number + 1);
    }

    /** Goes on with the look it plays as it is after an edit; it must keep the rules. */
    public synchronized void change(Look look) {
        Wanted now = wanted;
        wanted = new Wanted(look, now == null ? 0 : now.number);
    }

    /** What looks may show from the next frame on. */
    public void library(Library library) {
        this.library = library;
    }

    public void hear(Sound sound) {
        this.sound = sound;
    }

    public Sound sound() {
        return sound;
    }

    public void pause(boolean paused) {
        this.paused = paused;
    }

    public boolean paused() {
        return paused;
    }

    /** Back to the start of the show: time and all memory. */
    public void rewind() {
        rewinds.incrementAndGet();
    }

    /** Works at this part of the look's size, or chooses by itself at 0. */
    public void scale(double byHand) {
        scaleByHand = byHand <= 0 ? 0 : ScaleKeeper.nearest(byHand);
    }

    public double scaleByHand() {
        return scaleByHand;
    }

    /** Fades the output to {@code light}, 0 to 1, in {@code seconds}. */
    public void fade(double light, double seconds) {
        fadeSeconds = Math.clamp(seconds, 0, 60);
        lightWanted = Math.clamp(light, 0, 1);
    }

    public double lightWanted() {
        return lightWanted;
    }

    /** The places where pictures leave; the whole set is replaced. */
    public void outlets(Outlet... outlets) {
        this.outlets = outlets;
    }

    public void tiles(Tiles tiles) {
        this.tiles = tiles;
    }

    /** The board of the look that is playing, or null before the first frame. */
    public Board board() {
        return board;
    }

    /** Looks at the pixel at {@code u, v}, 0 to 1 from the bottom left, of the subject of an outlet; negative: nowhere. */
    public void probe(String subject, float u, float v) {
        probed = subject;
        probe = u < 0 ? null : new float[] {u, v};
    }

    /** Asks for the points of a step as numbers, a few times a second; empty: nobody looks. */
    public void tabulate(String step) {
        tabulated = step;
        if (!step.equals(table == null ? "" : table.step())) table = null;
    }

    /** The points that were asked for, as they were lately, or null. */
    public Table table() {
        return table;
    }

    /** A copy of the points of a step as they are in the next frame that works it out. */
    public java.util.concurrent.CompletableFuture<Points> copy(String step) {
        Copy asked = new Copy(step, new java.util.concurrent.CompletableFuture<>());
        copy = asked;
        return asked.points;
    }

    private record Copy(String step, java.util.concurrent.CompletableFuture<Points> points) {}

    /** Who is woken when something is ready. */
    public void courier(Thread thread) {
        courier = thread;
    }

    /** Where what controllers send arrives. */
    public Inbox inbox() {
        return inbox;
    }

    /** What is told to other programs and devices. */
    public Outbox outbox() {
        return outbox;
    }

    /** What was heard, for whoever draws it. */
    public Ears ears() {
        return ears;
    }

    /** The settings of the look that plays that are bound to controls. */
    public List<Grasp> held() {
        return held;
    }

    /** Does something to the beat with the next frame; more than {@value #MOST_ORDERS} at once are not taken. */
    public void beats(Consumer<BeatClock> order) {
        if (ordered.incrementAndGet() > MOST_ORDERS) ordered.decrementAndGet();
        else orders.add(order);
    }

    /** A tap of the hand, now. */
    public void tap() {
        double seconds = System.nanoTime() / 1e9;
        beats(clock -> clock.tap(seconds));
    }

    /** Beats of the show now, between frames too. */
    public double beatNow() {
        double at = beat;
        return paused ? at : at + Math.min(0.25, (System.nanoTime() - timeStamp) / 1e9) * tempo / 60;
    }

    public double tempo() {
        return tempo;
    }

    /** Does what a control was bound to. */
    private void act(Binding.Act act) {
        switch (act) {
            case TAP -> player.beats().tap(System.nanoTime() / 1e9);
            case PAUSE -> paused = !paused;
            case REWIND -> rewind();
            case BLACKOUT -> fade(lightWanted < 0.5 ? 1 : 0, 0);
            case FADE -> fade(lightWanted < 0.5 ? 1 : 0, 2);
            case LET_GO -> player.beats().letGo();
        }
    }

    private void desk() {
        for (Consumer<BeatClock> order = orders.poll(); order != null; order = orders.poll()) {
            ordered.decrementAndGet();
            order.accept(player.beats());
        }
        for (Grip grip : player.plan().acts) {
            long presses = grip.act();
            // Two presses between two frames are still two.
            for (long i = 0; i < Math.min(presses, 4); i++)
                act(Binding.Act.of(grip.binding().setting()));
        }
    }

    /** Frames made so far, skipped ones not counted. */
    public long made() {
        return made;
    }

    /** Show time now in seconds, between frames too. */
    public double now() {
        double at = time;
        return paused ? at : at + Math.min(0.25, (System.nanoTime() - timeStamp) / 1e9);
    }

    private void run() {
        long due = System.nanoTime();
        while (!closed) {
            Wanted now = wanted;
            if (now == null) {
                LockSupport.parkNanos(5_000_000);
                due = System.nanoTime();
                continue;
            }
            Look look = now.look;
            double period = 1e9 / look.rate();
            due += (long) period;
            long steps = 1;
            long wait = due - System.nanoTime();
            if (wait > 0) {
                while ((wait = due - System.nanoTime()) > 0) LockSupport.parkNanos(wait);
            } else if (-wait > period) {
                long missed = (long) (-wait / period);
                due += (long) (missed * period);
                steps = Math.min(LONGEST_STEP, missed + 1);
                // What is longer than the longest step is a halt of the machine: time goes on, motion does not leap.
                time += Math.max(0, missed + 1 - steps) / look.rate() * (paused ? 0 : 1);
            }
            try {
                frame(now, steps);
            } catch (RuntimeException | VirtualMachineError e) {
                // The last frame stays on the output; the next one may succeed.
                System.getLogger("gloaming").log(System.Logger.Level.ERROR, "A frame failed.", e);
                LockSupport.parkNanos(100_000_000);
            }
        }
        crew.close();
    }

    private void frame(Wanted now, long steps) {
        long started = System.nanoTime();
        int again = rewinds.get();
        Look wanted = now.look;
        if (wanted != playing) {
            // Another look's steps may have the same ids; what they remember is not this one's.
            if (now.number != shown || playing == null) {
                player.begin(wanted);
                keeper.another();
            } else player.load(wanted);
            shown = now.number;
            playing = wanted;
            board = new Board(player.plan());
            held = List.copyOf(player.plan().held);
        }
        if (again != rewound) {
            rewound = again;
            player.rewind();
            board = new Board(player.plan());
            held = List.copyOf(player.plan().held);
            time = 0;
            frame = 0;
        }
        desk();
        double step = steps / wanted.rate();
        double dt = paused ? 0 : step;
        double scale = scaleByHand > 0 ? scaleByHand : keeper.scale();
        int width = Math.max(1, (int) Math.round(wanted.width() * scale));
        int height = Math.max(1, (int) Math.round(wanted.height() * scale));
        fade(step);
        eyes.begin();
        player.library(library);
        Picture mix = player.play(new Moment(frame, time, dt), width, height, sound, eyes);
        glance(mix, step);
        leave(null, mix);
        double ms = (System.nanoTime() - started) / 1e6;
        frameMs = frameMs == 0 ? ms : frameMs + (ms - frameMs) * 0.1;
        fps = fps == 0 ? 1 / step : fps + (1 / step - fps) * 0.1;
        if (scaleByHand == 0) keeper.saw(ms, 1000 / wanted.rate(), step);
        write(mix, scale);
        if (ears.wanted()) {
            ears.fill(player.hearing());
            eyes.made = true;
        }
        beat = player.beats().beat();
        tempo = player.beats().tempo();
        if (eyes.finish()) LockSupport.unpark(courier);
        if (!paused) {
            time += dt;
            frame += steps;
        }
        timeStamp = System.nanoTime();
        made++;
    }

    private void fade(double step) {
        double wanted = lightWanted;
        double most = fadeSeconds <= 0 ? 1 : step / fadeSeconds;
        light += Math.clamp(wanted - light, -most, most);
    }

    /** Samples the whole picture for black. */
    private void glance(Picture mix, double step) {
        float most = 0;
        for (int y = mix.height / 16; y < mix.height; y += Math.max(1, mix.height / 40)) {
            for (int x = mix.width / 32; x < mix.width; x += Math.max(1, mix.width / 64)) {
                int i = y * mix.width + x;
                most = Math.max(most, Math.max(mix.r[i], Math.max(mix.g[i], mix.b[i])));
            }
        }
        mixLight = most;
        blackFor = most < 0.004f ? blackFor + step : 0;
    }

    private void leave(String subject, Picture picture) {
        for (Outlet outlet : outlets) {
            if (!java.util.Objects.equals(outlet.subject, subject) || !outlet.wanted()) continue;
            int width = Math.min(outlet.most, picture.width);
            int height = Math.max(1, Math.round((float) picture.height * width / picture.width));
            Exit.rgb(picture, width, height, outlet.size(width, height, light), crew);
            outlet.done();
            eyes.made = true;
        }
        float[] at = probe;
        if (at != null && java.util.Objects.equals(probed, subject)) {
            int x = Math.clamp((int) (at[0] * picture.width), 0, picture.width - 1);
            int y = Math.clamp((int) (at[1] * picture.height), 0, picture.height - 1);
            int i = y * picture.width + x;
            eyes.probe[0] = x;
            eyes.probe[1] = y;
            for (int c = 0; c < 4; c++) eyes.probe[2 + c] = picture.plane(c)[i];
        }
    }

    private void write(Picture mix, double scale) {
        Board b = board;
        if (!b.wanted()) return;
        Plan plan = player.plan();
        int f = 0;
        for (int i = 0; i < plan.steps.size(); i++) {
            Plan.StepRun run = plan.steps.get(i);
            b.cost[i] = run.cost;
            b.trouble[i] = run.trouble;
            b.place[i] = run.place;
            b.few[i] = run.few;
            b.ofMany[i] = run.many;
            b.how[i] = run.how;
            b.born[i] = run.born;
            b.culled[i] = run.culled;
            b.value[i] = eyes.value(i);
            b.count[i] = eyes.count(i);
            b.light[i] = eyes.light(i);
            b.cover[i] = eyes.cover(i);
            for (Driven driven : run.driven) note(driven, b.followed[f++]);
        }
        for (Plan.LayerRun layer : plan.layers) if (layer.opacity() != null) note(layer.opacity(), b.followed[f++]);
        for (Band band : Band.values())
            b.levels[band.ordinal()] = player.hearing().level(band, -48);
        b.frame = frame;
        b.time = time;
        b.beat = player.beats().beat();
        b.tempo = player.beats().tempo();
        b.leader = player.beats().leader();
        b.confidence = player.hearing().confidence();
        b.peak = player.hearing().peak();
        b.paused = paused;
        b.frameMs = frameMs;
        b.budgetMs = 1000 / plan.look.rate();
        b.framesPerSecond = fps;
        b.scale = scale;
        b.width = mix.width;
        b.height = mix.height;
        b.outputLight = light;
        b.mixLight = mixLight;
        b.blackFor = blackFor;
        System.arraycopy(eyes.probe, 0, b.probe, 0, 6);
        b.done();
        eyes.made = true;
    }

    private static void note(Driven driven, double[] into) {
        into[0] = driven.raw;
        into[1] = driven.eased;
        into[2] = driven.value;
    }

    @Override
    public void close() {
        closed = true;
        LockSupport.unpark(thread);
        try {
            thread.join(2_000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** What the stage notes of each step as it passes. */
    private final class Eyes implements Onlooker {
        private double[] values = new double[0];
        private float[] lights = new float[0];
        private float[] covers = new float[0];
        private final float[] seen = new float[2];
        private int[] counts = new int[0];
        private final float[] probe = {-1, 0, 0, 0, 0, 0};
        private Tiles drawing;
        private int inAFrame;
        private boolean made;

        void begin() {
            int n = player.plan().steps.size();
            if (values.length != n || board.frame == 0) {
                values = new double[n];
                lights = new float[n];
                covers = new float[n];
                counts = new int[n];
                java.util.Arrays.fill(lights, -1);
            }
            java.util.Arrays.fill(values, Double.NaN);
            java.util.Arrays.fill(counts, -1);
            probe[0] = -1;
            made = false;
            Tiles wanted = tiles;
            if (wanted != drawing) {
                drawing = wanted;
                java.util.Arrays.fill(lights, -1);
                if (wanted != null) wanted.begin();
            }
            if (drawing != null) {
                drawing.nextFrame();
                inAFrame = 1 + drawing.steps.size() / 5;
            }
        }

        double value(int i) {
            return i < values.length ? values[i] : Double.NaN;
        }

        float light(int i) {
            return i < lights.length ? lights[i] : -1;
        }

        float cover(int i) {
            return light(i) < 0 ? -1 : covers[i];
        }

        int count(int i) {
            return i < counts.length ? counts[i] : -1;
        }

        /** Hands the tiles over when all are drawn; tells whether anything is ready for the courier. */
        boolean finish() {
            if (drawing != null && drawing.wanted() && drawing.whole()) {
                drawing.begin();
                drawing.done();
                made = true;
            }
            return made;
        }

        @Override
        public boolean watches(String lane) {
            Tiles now = drawing;
            if (now != null && now.lanes.contains(lane)) return true;
            for (Outlet outlet : outlets) {
                if (outlet.subject != null
                        && player.plan().byId.get(lane).lane.steps().stream()
                                .anyMatch(s -> s.id().equals(outlet.subject))) return true;
            }
            return false;
        }

        /** Signals and counts are wanted always; a picture only for its tile, an outlet or the probe. */
        @Override
        public boolean wants(int index, String step) {
            if (player.plan().steps.get(index).description.gives() != Kind.PICTURE) return true;
            if (drawing != null && drawing.wanted() && drawing.due(step, inAFrame)) return true;
            if (probe() && step.equals(probed)) return true;
            for (Outlet outlet : outlets) if (step.equals(outlet.subject) && outlet.wanted()) return true;
            return false;
        }

        private boolean probe() {
            return Stage.this.probe != null;
        }

        @Override
        public void see(int index, String step, Flow out) {
            switch (out) {
                case Signal signal -> {
                    values[index] = signal.value();
                    if (board.wanted()) many(signal, index);
                }
                case Points points -> {
                    counts[index] = points.n();
                    if (step.equals(tabulated) && --untilTable <= 0) {
                        untilTable = 10;
                        table = Table.of(step, points);
                    }
                    Copy asked = copy;
                    if (asked != null && asked.step.equals(step)) {
                        copy = null;
                        asked.points.complete(new Points().copyFrom(points));
                    }
                    sketch.turned(player.plan(), player.plan().steps.get(index));
                    int tile = take(step);
                    if (tile >= 0)
                        sketch(
                                points,
                                drawing.rgb(),
                                drawing.width,
                                left(tile),
                                top(tile),
                                drawing.tileWidth,
                                Tiles.HEIGHT,
                                1);
                    for (Outlet outlet : outlets) {
                        if (!step.equals(outlet.subject) || !outlet.wanted()) continue;
                        int width = Math.min(outlet.most, playing.width());
                        int height = Math.max(1, Math.round((float) playing.height() * width / playing.width()));
                        sketch(points, outlet.size(width, height, light), width, 0, 0, width, height, 2);
                        outlet.done();
                        made = true;
                    }
                }
                case Picture picture -> {
                    int tile = take(step);
                    if (tile >= 0) {
                        Exit.tile(
                                picture,
                                drawing.rgb(),
                                drawing.width,
                                left(tile),
                                top(tile),
                                drawing.tileWidth,
                                Tiles.HEIGHT,
                                seen);
                        lights[index] = seen[0];
                        covers[index] = seen[1];
                    }
                    leave(step, picture);
                }
                default -> {}
            }
        }

        private void sketch(
                Points points, byte[] rgb, int imageWidth, int left, int top, int width, int height, int mark) {
            sketch.points(points, rgb, imageWidth, left, top, width, height, mark);
        }

        private void many(Signal signal, int index) {
            int count = Math.min(Board.MANY, signal.size());
            if (count < 2) {
                board.many[index] = null;
                return;
            }
            float[] row = board.many[index];
            if (row == null || row.length != count) board.many[index] = row = new float[count];
            for (int i = 0; i < count; i++) row[i] = (float) signal.at((int) ((long) i * signal.size() / count));
        }

        private int take(String step) {
            return drawing == null || !drawing.wanted() ? -1 : drawing.take(step, inAFrame);
        }

        private int left(int tile) {
            return tile % Tiles.COLUMNS * drawing.tileWidth;
        }

        private int top(int tile) {
            return tile / Tiles.COLUMNS * Tiles.HEIGHT;
        }
    }
}
