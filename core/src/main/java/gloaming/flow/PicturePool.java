package gloaming.flow;

import java.util.ArrayDeque;

/**
 * Lends pictures of the current size and takes them back, so that a steady frame allocates none and a small set of warm
 * buffers serves a long lane. Used by the frame's own thread only. At most {@value #KEPT} pictures wait here, and as many of the size
 * before, within 128 MB, so that whoever comes back to it finds them.
 */
public final class PicturePool {
    private static final int KEPT = 24;
    /** Bytes of pictures of the size before. */
    private static final long BEFORE = 128L << 20;

    /** Pictures of one size that nobody has. */
    private static final class Waiting {
        final ArrayDeque<Picture> free = new ArrayDeque<>();
        int width = 1;
        int height = 1;

        /** How many of them may wait while another size is lent. */
        int room() {
            return (int) Math.min(KEPT, BEFORE / (16L * width * height));
        }

        boolean isOf(int width, int height) {
            return this.width == width && this.height == height;
        }
    }

    private Waiting now = new Waiting();
    private Waiting before = new Waiting();

    /** Lends only this size from now on; pictures of a size before the last are dropped. */
    public void resize(int width, int height) {
        if (now.isOf(width, height)) return;
        Waiting last = now;
        now = before;
        before = last;
        while (before.free.size() > before.room()) before.free.removeLast();
        if (now.isOf(width, height)) return;
        now.width = width;
        now.height = height;
        now.free.clear();
    }

    /** A picture whose pixels are whatever the last user left. */
    public Picture borrow() {
        Picture picture = now.free.pollLast();
        return (picture != null ? picture : new Picture(now.width, now.height)).lent(this);
    }

    /** Takes back a picture that it has lent and nobody keeps; what is not its own, or is back already, it leaves alone. */
    public void giveBack(Picture picture) {
        if (!picture.returned(this)) return;
        boolean current = now.isOf(picture.width, picture.height);
        Waiting own = current ? now : before;
        if (!current && !own.isOf(picture.width, picture.height)) return;
        if (own.free.size() < (current ? KEPT : own.room())) own.free.addLast(picture);
    }

    public int width() {
        return now.width;
    }

    public int height() {
        return now.height;
    }
}
