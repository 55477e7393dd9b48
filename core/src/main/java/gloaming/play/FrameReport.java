package gloaming.play;

import gloaming.flow.Noted;
import gloaming.flow.Picture;
import gloaming.sound.Band;

/** What frames tell of themselves, for pages: how fast they come, what their steps gave, and whether the picture is black. */
final class FrameReport {
    /** How much of an average the newest frame is. */
    private static final double NEWEST = 0.1;

    private final LivePlayer live;
    private final Player player;
    private final PreviewTap eyes;
    /** Milliseconds of a frame in which pictures leave, averaged. */
    private double exitMs;

    private double fps;
    private double blackFor;
    private float mixLight;

    FrameReport(LivePlayer live, Player player, PreviewTap eyes) {
        this.live = live;
        this.player = player;
        this.eyes = eyes;
    }

    /**
     * A frame is made.
     *
     * @param left nanoseconds in which pictures left
     * @param step seconds of the look's time that it went on by
     */
    void took(long left, double step) {
        exitMs += (left / 1e6 - exitMs) * NEWEST;
        fps = fps == 0 ? 1 / step : fps + (1 / step - fps) * NEWEST;
    }

    /** Samples the whole picture for black. */
    void glance(Picture mix, double step) {
        float most = 0;
        for (int y = mix.height / 16; y < mix.height; y += Math.max(1, mix.height / 40)) {
            for (int x = mix.width / 32; x < mix.width; x += Math.max(1, mix.width / 64)) {
                int i = y * mix.width + x;
                most = Math.max(most, Math.max(mix.r()[i], Math.max(mix.g()[i], mix.b()[i])));
            }
        }
        mixLight = most;
        blackFor = most < 0.004f ? blackFor + step : 0;
    }

    /** Tells whoever asked: frame {@code frame}, and what is worked out, at this part of its size. */
    void write(Request now, long frame, Picture mix, double frameMs, double scale, double budget) {
        FrameStats b = live.readings.board;
        if (!b.wanted()) return;
        Plan plan = player.plan();
        int f = 0;
        for (int i = 0; i < plan.steps.size(); i++) {
            StepRun run = plan.steps.get(i);
            b.cost[i] = run.cost;
            b.trouble[i] = run.trouble;
            b.place[i] = run.place;
            b.few[i] = run.few;
            b.ofMany[i] = run.many;
            b.how[i] = run.how;
            b.born[i] = run.born;
            b.culled[i] = run.culled;
            write(b, i, eyes.noted(i));
            for (Driven driven : run.driven) note(driven, b.followed[f++]);
        }
        for (LayerRun layer : plan.layers) if (layer.opacity() != null) note(layer.opacity(), b.followed[f++]);
        for (Band band : Band.values())
            b.levels[band.ordinal()] = player.hearing().level(band, -48);
        b.frame = frame;
        b.time = live.readings.pace.time;
        b.beat = player.beats().beat();
        b.tempo = player.beats().tempo();
        b.leader = player.beats().leader();
        b.confidence = player.hearing().confidence();
        b.peak = player.hearing().peak();
        b.paused = now.paused();
        b.frameMs = frameMs;
        b.budgetMs = budget;
        b.exitMs = exitMs;
        b.framesPerSecond = fps;
        b.scale = scale;
        b.spared = player.spared();
        b.width = mix.width;
        b.height = mix.height;
        b.outputLight = now.onAir() ? live.light().now() : 1;
        b.onAir = now.onAir();
        b.mixLight = mixLight;
        b.blackFor = blackFor;
        b.done();
        eyes.made = true;
    }

    private static void write(FrameStats b, int i, Noted noted) {
        if (noted == null) return;
        b.value[i] = noted.value;
        b.count[i] = noted.count;
        b.light[i] = noted.light;
        b.cover[i] = noted.light < 0 ? -1 : noted.cover;
        if (noted.several == 0) b.many[i] = null;
        else if (b.many[i] == null || b.many[i].length != noted.several) b.many[i] = new float[noted.several];
        if (noted.several > 0) System.arraycopy(noted.many, 0, b.many[i], 0, noted.several);
    }

    private static void note(Driven driven, double[] into) {
        into[0] = driven.raw;
        into[1] = driven.eased;
        into[2] = driven.value;
    }
}
