package gloaming.play;

import java.util.List;

/** Small views of steps, side by side in one image: the previews of the Bench. At most {@value #MOST} of them. */
public final class Tiles extends Relay {
    public static final int MOST = 160;
    public static final int HEIGHT = 64;
    public static final int COLUMNS = 8;
    private static final int MOST_FRAMES = 20;
    /** Steps in the order of their tiles. */
    public final List<String> steps;

    /** Lanes that must run so that the tiles live. */
    final java.util.Set<String> lanes;

    public final int tileWidth;
    public final int width;
    public final int height;
    private final byte[] rgb;
    private final boolean[] fresh;
    /** Frames over which all are drawn, so that no frame pays for all. */
    private int over = 5;
    /** Tiles that are drawn in one frame at most. */
    private int inAFrame;

    private int due;
    private int frames;

    public Tiles(List<String> steps, java.util.Set<String> lanes, double aspect) {
        this.steps = List.copyOf(steps.subList(0, Math.min(MOST, steps.size())));
        this.lanes = java.util.Set.copyOf(lanes);
        tileWidth = Math.clamp(Math.round(HEIGHT * aspect), 24, 160) & ~1;
        width = tileWidth * COLUMNS;
        height = HEIGHT * Math.max(1, (this.steps.size() + COLUMNS - 1) / COLUMNS);
        rgb = new byte[width * height * 3];
        fresh = new boolean[this.steps.size()];
        inAFrame = 1 + this.steps.size() / over;
    }

    /** The next filling is spread over so many nanoseconds of frames; before it is {@link #want wanted}. */
    public void over(long nanos, double framesPerSecond) {
        over = (int) Math.clamp(Math.round(nanos / 1e9 * framesPerSecond), 1, MOST_FRAMES);
        inAFrame = 1 + steps.size() / over;
    }

    /** 8-bit RGB, top row first; the reader's while {@link #ready}. */
    public byte[] rgb() {
        return rgb;
    }

    /** Whether all tiles have been drawn since the reader asked, or enough frames have passed that the rest does not run. */
    boolean whole() {
        if (++frames > over + 1) return true;
        for (boolean f : fresh) if (!f) return false;
        return true;
    }

    void begin() {
        java.util.Arrays.fill(fresh, false);
        due = 0;
        frames = 0;
    }

    /** Whether {@link #take} would draw a tile for a step now. */
    boolean due(String step) {
        if (due >= inAFrame) return false;
        int i = steps.indexOf(step);
        return i >= 0 && !fresh[i];
    }

    /** The tile to draw for a step now, or -1. */
    int take(String step) {
        if (due >= inAFrame) return -1;
        int i = steps.indexOf(step);
        if (i < 0 || fresh[i]) return -1;
        fresh[i] = true;
        due++;
        return i;
    }

    void nextFrame() {
        due = 0;
    }

    int left(int tile) {
        return tile % COLUMNS * tileWidth;
    }

    int top(int tile) {
        return tile / COLUMNS * HEIGHT;
    }
}
