package gloaming.play;

import gloaming.desk.BoundSetting;
import gloaming.look.Look;
import java.util.List;

/** What a player's frames tell: they write it, and anybody reads it at any time, between frames too. */
public final class Readings {
    /** The part of its time that a frame takes at most while the rate is held. */
    private static final double HELD = 0.9;

    private final LivePlayer player;

    final FrameTimes frameTimes = new FrameTimes();
    final AudioMeter ears = new AudioMeter();
    final Pace pace = new Pace();
    final Heeded heeded = new Heeded();
    volatile FrameStats board;
    volatile List<BoundSetting> held = List.of();
    volatile boolean seen;
    volatile long made;
    volatile long pictures;

    Readings(LivePlayer player) {
        this.player = player;
    }

    /** Whether somebody looks at it: a page or an output that is not hidden has asked for a picture within the last second. */
    public boolean seen() {
        return seen;
    }

    /** The board of the look that is playing, or null before the first frame. */
    public FrameStats board() {
        return board;
    }

    /** The settings of the look that plays that are bound to controls. */
    public List<BoundSetting> held() {
        return held;
    }

    /** What was heard, for whoever draws it. */
    public AudioMeter ears() {
        return ears;
    }

    /** From now on the number of a lane is told, by its name, as of each frame; null for none. */
    public void heed(String lane) {
        heeded.lane(lane);
    }

    /** What that lane gave in the last frame; not a number where there is none of that name, or it gives no signal. */
    public double heeded() {
        return heeded.number();
    }

    /** Seconds of its own time, as of the last frame. */
    public double time() {
        return pace.time;
    }

    /** Where the sound is that it goes by now, in seconds, between frames too. */
    public double now() {
        return pace.sound(player.paused());
    }

    /** Beats of the show now, between frames too. */
    public double beatNow() {
        return pace.beat(player.paused());
    }

    public double tempo() {
        return pace.tempo;
    }

    /** The part of its time, 0 to 1 and over, that it works. */
    public double load() {
        return pace.load;
    }

    /** Milliseconds of a frame, averaged. */
    public double frameMs() {
        return pace.frameMs;
    }

    /** The part of its size at which it works. */
    public double scale() {
        return pace.scale;
    }

    /** How long frames took so far. */
    public FrameTimes frameTimes() {
        return frameTimes;
    }

    /** Frames made so far, skipped ones not counted. */
    public long made() {
        return made;
    }

    /** Frames made so far in which there was a picture for somebody, and no step was passed over for want of time. */
    public long pictures() {
        return pictures;
    }

    /** Whether its frames hold its rate, with a tenth of their time to spare, the one that is being made included. */
    public boolean holdsRate() {
        Look look = player.look();
        if (look == null || made == 0 || pace.load > HELD) return false;
        long begun = player.loop().begun();
        return begun == 0 || System.nanoTime() - begun < HELD * 1e9 / look.rate();
    }
}
