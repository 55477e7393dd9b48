package gloaming.play;

import gloaming.look.Snapshots;

/** A way from how settings stand to how they are to stand, which begins with the next frame; of one player alone. */
public final class Glide {
    private final double time;
    private final boolean beats;
    private final Snapshots.Way way;
    private final double ahead;
    private double start = Double.NaN;
    private double seconds;
    /** How far it was at the moment for which it was asked last: thousands of settings ask for the same. */
    private double moment = Double.NaN;

    private double part;

    /**
     * @param time seconds, or beats of the tempo when it begins; more than 0
     */
    public Glide(double time, boolean beats, Snapshots.Way way) {
        this(time, beats, way, 0);
    }

    /** One of which so many seconds are over when it begins. */
    public Glide(double time, boolean beats, Snapshots.Way way, double ahead) {
        this.ahead = ahead;
        this.time = time;
        this.beats = beats;
        this.way = way;
    }

    double ahead() {
        return ahead;
    }

    double time() {
        return time;
    }

    boolean beats() {
        return beats;
    }

    Snapshots.Way way() {
        return way;
    }

    /** Begins at a moment of show time, unless it did. */
    void begin(double now, double tempo) {
        if (!Double.isNaN(start)) return;
        start = now - ahead;
        seconds = beats ? time * 60 / Math.max(1, tempo) : time;
    }

    /** How far it is at a moment: 0 to 1, and exactly that at its ends. */
    double at(double now) {
        if (Double.isNaN(start)) return 0;
        if (now != moment) part = now >= start + seconds ? 1 : way.at((now - start) / Math.max(1e-9, seconds));
        moment = now;
        return part;
    }
}
