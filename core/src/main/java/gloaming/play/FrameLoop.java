package gloaming.play;

import gloaming.desk.Grip;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Binding;
import gloaming.look.Look;
import gloaming.picture.Exit;
import gloaming.sound.Band;
import gloaming.sound.BeatClock;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;

/**
 * The thread that makes a stage's frames, one after another, with a player and a crew of its own.
 *
 * <p>It is all that can stand still: when it does, the stage leaves it to itself and begins another. Whatever an abandoned one does
 * later ends at {@link #mustGoOn}.
 */
final class FrameLoop {
    private static final long LONGEST_STEP = 8;
    private static final int MOST_PRESSES = 4;
    private static final int MOST_CALLS = 8;
    /** After a frame that failed. */
    private static final long REST_NS = 100_000_000;

    /** What ends the work of a loop that was abandoned. */
    private static final class Abandoned extends RuntimeException {
        static final Abandoned IT_IS = new Abandoned();

        private Abandoned() {
            super("abandoned", null, false, false);
        }
    }

    private final Stage stage;
    private final Crew crew;
    private final Player player;
    private final ScaleKeeper keeper = new ScaleKeeper();
    private final StepWatch eyes;
    private final Thread thread;
    /** When the frame that is being made was begun, or 0 between frames. */
    private volatile long begun;

    /** What the last frame that failed failed of, until somebody has told. */
    private volatile Throwable failure;

    private Look playing;
    private int shown;
    private int rewound;
    private long frame;
    private double light;
    private double frameMs;
    private double fps;
    private double blackFor;
    private float mixLight;

    /** A loop that goes on at frame {@code frame} with the output faded to {@code light}. */
    FrameLoop(Stage stage, Player player, Crew crew, long frame, double light) {
        this.stage = stage;
        this.player = player;
        this.crew = crew;
        this.frame = frame;
        this.light = light;
        rewound = stage.rewinds.get();
        eyes = new StepWatch(stage, this, player);
        thread = Thread.ofPlatform()
                .name("stage")
                .daemon()
                .priority(Thread.MAX_PRIORITY)
                .unstarted(this::run);
    }

    /** Goes on with the look that another loop stood at; the player is its player's successor. */
    FrameLoop goOn(FrameLoop stands) {
        if (player.plan() == null) return this;
        playing = stands.playing;
        shown = stands.shown;
        planned();
        return this;
    }

    private void planned() {
        stage.board = new Board(player.plan());
        stage.held = List.copyOf(player.plan().held);
    }

    void start() {
        thread.start();
    }

    Player player() {
        return player;
    }

    long frame() {
        return frame;
    }

    double light() {
        return light;
    }

    /** Nanoseconds that the present frame has taken so far. */
    long taking(long now) {
        long since = begun;
        return since == 0 ? 0 : now - since;
    }

    /** Nanoseconds since the frame went on to another step. */
    long standing(long now) {
        return now - Math.max(begun, player.begun());
    }

    /** Counts steps as they are begun. */
    long step() {
        return player.begunSteps();
    }

    /** What the thread is at, for the log: the step and the innermost calls. */
    String where() {
        String step = player.runningStep();
        String calls = java.util.Arrays.stream(thread.getStackTrace())
                .limit(MOST_CALLS)
                .map(StackTraceElement::toString)
                .collect(java.util.stream.Collectors.joining(" < "));
        return step + ": " + calls;
    }

    long threadId() {
        return thread.threadId();
    }

    Thread.State state() {
        return thread.getState();
    }

    /** What goes on in spite of all gives way to everything else. */
    void leave() {
        thread.setPriority(Thread.MIN_PRIORITY);
    }

    boolean alive() {
        return thread.isAlive();
    }

    /** What the last frame failed of, once. */
    Throwable failure() {
        Throwable told = failure;
        failure = null;
        return told;
    }

    /** Ends what the present frame works at. */
    void halt() {
        crew.halt();
    }

    void join(long milliseconds) throws InterruptedException {
        LockSupport.unpark(thread);
        thread.join(milliseconds);
    }

    /** Ends the work of a loop that the stage has abandoned. */
    void mustGoOn() {
        if (stage.loop() != this) throw Abandoned.IT_IS;
    }

    private void run() {
        long due = System.nanoTime();
        while (!stage.closed() && stage.loop() == this) {
            Stage.Wanted now = stage.wanted();
            if (now == null) {
                LockSupport.parkNanos(5_000_000);
                due = System.nanoTime();
                continue;
            }
            Look look = now.look();
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
                stage.time += Math.max(0, missed + 1 - steps) / look.rate() * (stage.paused ? 0 : 1);
            }
            begun = System.nanoTime();
            try {
                frame(now, steps);
            } catch (Throwable e) {
                // The last frame stays on the output; the next one may succeed. There may be no memory to say anything
                // with: the
                // stage's watch says it.
                failure = e;
                begun = 0;
                LockSupport.parkNanos(REST_NS);
            }
            begun = 0;
        }
        crew.close();
    }

    /** Does what a control was bound to. */
    private void act(Binding.Act act) {
        switch (act) {
            case TAP -> player.beats().tap(System.nanoTime() / 1e9);
            case PAUSE -> stage.paused = !stage.paused;
            case REWIND -> stage.rewind();
            case BLACKOUT -> stage.fade(stage.lightWanted < 0.5 ? 1 : 0, 0);
            case FADE -> stage.fade(stage.lightWanted < 0.5 ? 1 : 0, 2);
            case LET_GO -> player.beats().letGo();
        }
    }

    private void desk() {
        for (Consumer<BeatClock> order = stage.orders.poll(); order != null; order = stage.orders.poll()) {
            stage.ordered.decrementAndGet();
            order.accept(player.beats());
        }
        for (Grip grip : player.plan().acts) {
            long presses = grip.act();
            // Two presses between two frames are still two.
            for (long i = 0; i < Math.min(presses, MOST_PRESSES); i++)
                act(Binding.Act.of(grip.binding().setting()));
        }
    }

    private void frame(Stage.Wanted now, long steps) {
        long started = System.nanoTime();
        int again = stage.rewinds.get();
        Look look = now.look();
        if (look != playing) {
            // Another look's steps may have the same ids; what they remember is not this one's.
            if (now.number() != shown || playing == null) {
                player.begin(look);
                keeper.another();
            } else player.load(look);
            shown = now.number();
            playing = look;
            planned();
        }
        if (again != rewound) {
            rewound = again;
            player.rewind();
            planned();
            stage.time = 0;
            frame = 0;
        }
        desk();
        double step = steps / look.rate();
        double dt = stage.paused ? 0 : step;
        double scale = stage.scaleByHand > 0 ? stage.scaleByHand : keeper.scale();
        int width = Math.max(1, (int) Math.round(look.width() * scale));
        int height = Math.max(1, (int) Math.round(look.height() * scale));
        dim(step);
        eyes.begin();
        player.library(stage.library);
        Picture mix = player.play(new Moment(frame, stage.time, dt), width, height, stage.sound, eyes);
        mustGoOn();
        glance(mix, step);
        leave(null, mix);
        double ms = (System.nanoTime() - started) / 1e6;
        stage.frameTimes.note(ms);
        frameMs = frameMs == 0 ? ms : frameMs + (ms - frameMs) * 0.1;
        fps = fps == 0 ? 1 / step : fps + (1 / step - fps) * 0.1;
        if (stage.scaleByHand == 0) keeper.saw(ms, 1000 / look.rate(), step);
        write(mix, scale);
        if (stage.ears.wanted()) {
            stage.ears.fill(player.hearing());
            eyes.made = true;
        }
        stage.beat = player.beats().beat();
        stage.tempo = player.beats().tempo();
        if (eyes.finish()) LockSupport.unpark(stage.courier);
        if (!stage.paused) {
            stage.time += dt;
            frame += steps;
        }
        stage.timeStamp = System.nanoTime();
        stage.made++;
    }

    private void dim(double step) {
        double to = stage.lightWanted;
        double most = stage.fadeSeconds <= 0 ? 1 : step / stage.fadeSeconds;
        light += Math.clamp(to - light, -most, most);
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

    /** Hands a picture to the outlets that show it, and looks at the pixel that is asked for. */
    void leave(String subject, Picture picture) {
        for (Outlet outlet : stage.outlets) {
            if (!java.util.Objects.equals(outlet.subject, subject) || !outlet.wanted()) continue;
            int width = Math.min(outlet.most, picture.width);
            int height = Math.max(1, Math.round((float) picture.height * width / picture.width));
            Exit.rgb(picture, width, height, outlet.size(width, height, light), crew);
            outlet.done();
            eyes.made = true;
        }
        float[] at = stage.probe;
        if (at != null && java.util.Objects.equals(stage.probed, subject)) {
            int x = Math.clamp((int) (at[0] * picture.width), 0, picture.width - 1);
            int y = Math.clamp((int) (at[1] * picture.height), 0, picture.height - 1);
            int i = y * picture.width + x;
            eyes.probe[0] = x;
            eyes.probe[1] = y;
            for (int c = 0; c < 4; c++) eyes.probe[2 + c] = picture.plane(c)[i];
        }
    }

    private void write(Picture mix, double scale) {
        Board b = stage.board;
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
        b.time = stage.time;
        b.beat = player.beats().beat();
        b.tempo = player.beats().tempo();
        b.leader = player.beats().leader();
        b.confidence = player.hearing().confidence();
        b.peak = player.hearing().peak();
        b.paused = stage.paused;
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
}
