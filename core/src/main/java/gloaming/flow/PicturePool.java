package gloaming.flow;

import java.util.ArrayDeque;

/**
 * Lends pictures of the current size and takes them back, so that a steady frame allocates none and a small set of warm
 * buffers serves a long lane. Used by the frame's own thread only. At most {@value #KEPT} pictures wait here.
 */
public final class PicturePool {
    private static final int KEPT = 24;
    private final ArrayDeque<Picture> free = new ArrayDeque<>();
    private int width = 1;
    private int height = 1;

    /** Lends only this size from now on; pictures of another size are dropped when they come back. */
    public void resize(int width, int height) {
        if (width == this.width && height == this.height) return;
        this.width = width;
        this.height = height;
        free.clear();
    }

    /** A picture whose pixels are whatever the last user left. */
    public Picture borrow() {
        Picture picture = free.pollLast();
        return (picture != null ? picture : new Picture(width, height)).lent(this);
    }

    /** Takes back a picture that it has lent and nobody keeps; what is not its own, or is back already, it leaves alone. */
    public void giveBack(Picture picture) {
        if (!picture.returned(this)) return;
        if (picture.width == width && picture.height == height && free.size() < KEPT) free.addLast(picture);
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }
}
