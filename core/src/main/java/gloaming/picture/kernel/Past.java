package gloaming.picture.kernel;

import gloaming.flow.Picture;

/** The last pictures that came by, at most {@value #MOST}: 8 MB each at 960 by 540. */
public final class Past {
    static final int MOST = 32;
    private final Picture[] ring = new Picture[MOST];
    private int newest = -1;
    private int held;

    /** Takes a copy of this frame's picture; {@code keep} pictures are held at least. Where time stands still nothing is taken. */
    public void take(Picture picture, int keep, double dt) {
        int room = Math.min(MOST, keep);
        if (newest >= 0 && (ring[newest] == null || !ring[newest].sameSize(picture))) {
            java.util.Arrays.fill(ring, null);
            held = 0;
            newest = -1;
        }
        if (dt == 0 && held > 0) return;
        newest = (newest + 1) % MOST;
        if (ring[newest] == null) ring[newest] = spare(room, picture);
        ring[newest].copyFrom(picture);
        ring[newest].keep();
        held = Math.min(MOST, held + 1);
    }

    /** A picture nobody asks for any more, or a new one. */
    private Picture spare(int room, Picture like) {
        for (int back = room; back < MOST; back++) {
            int i = Math.floorMod(newest - back, MOST);
            if (ring[i] == null || i == newest) continue;
            Picture picture = ring[i];
            ring[i] = null;
            held = Math.min(held, back);
            return picture;
        }
        return new Picture(like.width, like.height);
    }

    /** The picture of so many frames ago, or the oldest there is. */
    public Picture ago(int frames) {
        for (int back = Math.clamp(frames, 0, MOST - 1); back >= 0; back--) {
            Picture picture = ring[Math.floorMod(newest - back, MOST)];
            if (back < held && picture != null) return picture;
        }
        return ring[newest];
    }
}
