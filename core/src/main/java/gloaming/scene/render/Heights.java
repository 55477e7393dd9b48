package gloaming.scene.render;

import gloaming.flow.Crew;

/**
 * The light of a picture as heights, and how high it is at most in each block, so that a ray passes over what is low in few steps (Tevs, Ihrke
 * and Seidel 2008). Between the middles of four texels, a patch, heights go straight across and up.
 */
final class Heights {
    /** Patches along a side of a block, and of the groups of those; and how many bits of a place that takes. */
    static final int BLOCK = 4;

    static final int GROUP = 16;
    private static final int BLOCK_BITS = 2;
    private static final int GROUP_BITS = 4;
    /** Blocks and patches that a ray goes through at most. */
    static final int STEPS = 1_000;

    /** Suns whose shadows are worked out for all of the picture. */
    private static final int SUNS = 16;
    /** How finely sides are told apart, as a part of a texel: what is worked out goes by that, so all who ask for one get the same. */
    private static final float FINE = 32;

    /** Of a picture of more texels none are. */
    private static final int LARGEST = 4 << 20;

    /** Those of this frame first, then those of frames before that are still true. */
    private final Horizon[] horizons = new Horizon[SUNS];

    private int suns;
    private int known;
    int width;
    int height;
    /** Row by row, and behind them one that is as low as one can be. */
    float[] texels = {};
    /** The highest of each block, row by row, and from {@link #groups} on that of each group of them. */
    private float[] highest = {};

    int blocksAcross;
    int groups;
    int groupsAcross;
    /** The last row of blocks, and of groups. */
    int lastBlock;

    int lastGroup;

    /** Takes the light of a picture's colours, 0 to 1. */
    void take(float[] r, float[] g, float[] b, int w, int h, Crew crew) {
        width = w;
        height = h;
        suns = 0;
        known = 0;
        if (texels.length <= w * h) texels = new float[w * h + 1];
        texels[w * h] = 0;
        crew.each(h, 32, (from, to) -> {
            for (int i = from * w; i < to * w; i++)
                texels[i] = Math.max(0, Math.min(1, 0.2126f * r[i] + 0.7152f * g[i] + 0.0722f * b[i]));
        });
        blocksAcross = (w + BLOCK - 1) / BLOCK;
        int blocksUp = (h + BLOCK - 1) / BLOCK;
        groups = blocksAcross * blocksUp;
        groupsAcross = (w + GROUP - 1) / GROUP;
        int groupsUp = (h + GROUP - 1) / GROUP;
        lastBlock = blocksUp - 1;
        lastGroup = groupsUp - 1;
        int all = groups + groupsAcross * groupsUp;
        if (highest.length < all) highest = new float[all];
        crew.each(blocksUp, 4, (from, to) -> {
            for (int y = from; y < to; y++) blocks(y);
        });
        crew.each(groupsUp, 4, (from, to) -> {
            for (int y = from; y < to; y++) groups(y, blocksUp);
        });
    }

    /** The next frame has the same. */
    void again() {
        suns = 0;
    }

    /** A block has its patches' texels, those of the next block's first column and row among them. */
    private void blocks(int by) {
        int y0 = by * BLOCK;
        for (int bx = 0; bx < blocksAcross; bx++) {
            int x0 = bx * BLOCK;
            float most = 0;
            boolean whole = x0 + BLOCK < width;
            for (int y = y0; y <= y0 + BLOCK; y++) {
                int row = (y < height ? y : y % height) * width;
                if (whole) for (int x = x0; x <= x0 + BLOCK; x++) most = Math.max(most, texels[row + x]);
                else for (int x = x0; x <= x0 + BLOCK; x++) most = Math.max(most, texels[row + x % width]);
            }
            highest[by * blocksAcross + bx] = most;
        }
    }

    /** Blocks that so many patches reach into. */
    private static int beyond(int patches) {
        return patches <= 0 ? 0 : (patches + BLOCK - 1) / BLOCK;
    }

    private void groups(int gy, int blocksUp) {
        int per = GROUP / BLOCK;
        for (int gx = 0; gx < groupsAcross; gx++) {
            float most = 0;
            // The last of a row goes on with the first, for pictures that lie side by side.
            int right = beyond((gx + 1) * GROUP - width);
            int above = beyond((gy + 1) * GROUP - height);
            for (int y = -above; y < per; y++) {
                int by = y < 0 ? Math.min(-y - 1, blocksUp - 1) : Math.min(gy * per + y, blocksUp - 1);
                for (int x = -right; x < per; x++) {
                    int bx = x < 0 ? Math.min(-x - 1, blocksAcross - 1) : Math.min(gx * per + x, blocksAcross - 1);
                    most = Math.max(most, highest[by * blocksAcross + bx]);
                }
            }
            highest[groups + gy * groupsAcross + gx] = most;
        }
    }

    /**
     * How far down, 0 to 1, a ray goes until it meets a height. It passes over what is lower than it is: patches, blocks, and groups of those.
     *
     * @param x,y where it begins, in texels from the middle of the first
     * @param sx,sy how far it goes on its way through the whole depth
     * @param until how deep it goes at most
     */
    float meet(float x, float y, float sx, float sy, float until, boolean repeats) {
        // Depth for a texel, and a hair of it, so that what was passed over is behind for certain.
        float overX = 1 / (Math.abs(sx) > 1e-9f ? sx : 1e-9f);
        float overY = 1 / (Math.abs(sy) > 1e-9f ? sy : 1e-9f);
        float hair = 2e-3f * Math.min(1, Math.min(Math.abs(overX), Math.abs(overY)));
        float t = 0;
        int bits = BLOCK_BITS;
        for (int s = 0; s < STEPS && t < until; s++) {
            float px = x + sx * t;
            float py = y + sy * t;
            if (repeats) {
                px -= floor(px / width) * width;
                py -= floor(py / height) * height;
            }
            int cx = floor(px) >> bits;
            int cy = floor(py) >> bits;
            float left = (((overX > 0 ? cx + 1 : cx) << bits) - px) * overX;
            float up = (((overY > 0 ? cy + 1 : cy) << bits) - py) * overY;
            float end = Math.min(until, t + Math.min(left, up) + hair);
            if (bits == 0) {
                float met = inPatch(px, py, sx, sy, t, end, repeats);
                if (met >= 0) return met;
            } else {
                float deep = 1 - highest(cx, cy, bits);
                if (deep < end) {
                    t = Math.max(t, deep);
                    bits -= BLOCK_BITS;
                    continue;
                }
            }
            // Where that was the last of what it is in, that is passed over next, as a whole.
            int wider = bits + BLOCK_BITS;
            boolean out = floor(px) >> wider != floor(px + sx * (end - t)) >> wider
                    || floor(py) >> wider != floor(py + sy * (end - t)) >> wider;
            if (out && bits < GROUP_BITS) bits = wider;
            t = end;
        }
        return t;
    }

    /** The shadows of light from one side, in texels to where it has risen by all of the depth; null where there are too many sides, or texels. */
    synchronized Horizon horizon(float alongX, float alongY, boolean repeats) {
        float x = Math.round(alongX * FINE) / FINE;
        float y = Math.round(alongY * FINE) / FINE;
        for (int i = 0; i < suns; i++) if (horizons[i].of(x, y, repeats)) return horizons[i];
        // How many there may be in a frame does not depend on those before.
        if (suns == SUNS || width * height > LARGEST) return null;
        int at = suns;
        while (at < known && !horizons[at].of(x, y, repeats)) at++;
        if (at == known) {
            // One more, or the one that is known longest makes room.
            if (known < SUNS) known++;
            else at = suns;
            if (horizons[at] == null) horizons[at] = new Horizon();
            horizons[at].take(this, x, y, repeats);
        }
        Horizon found = horizons[at];
        horizons[at] = horizons[suns];
        horizons[suns++] = found;
        return found;
    }

    /** Looks up {@code n} texels. */
    void look(int[] index, float[] to, int n) {
        float[] from = texels;
        for (int i = 0; i < n; i++) to[i] = from[index[i]];
    }

    /** Looks up how high it is at most in {@code n} blocks or groups. */
    void highest(int[] index, float[] to, int n) {
        float[] from = highest;
        for (int i = 0; i < n; i++) to[i] = from[index[i]];
    }

    private float highest(int cx, int cy, int bits) {
        if (bits == GROUP_BITS)
            return highest[groups + Math.clamp(cy, 0, lastGroup) * groupsAcross + Math.clamp(cx, 0, groupsAcross - 1)];
        return highest[Math.clamp(cy, 0, lastBlock) * blocksAcross + Math.clamp(cx, 0, blocksAcross - 1)];
    }

    /** Where between two depths a ray comes under the heights of the patch it is in, by the false position, twice; -1 where it does not. */
    private float inPatch(float x, float y, float sx, float sy, float t, float end, boolean repeats) {
        // Beyond the last texel's middle heights go on to the first, or not at all.
        float px = Math.max(0, repeats ? x : Math.min(x, width - 1));
        float py = Math.max(0, repeats ? y : Math.min(y, height - 1));
        int ix = Math.min((int) px, width - 1);
        int iy = Math.min((int) py, height - 1);
        px -= ix;
        py -= iy;
        int jx = ix + 1 < width ? ix + 1 : repeats ? 0 : ix;
        int jy = iy + 1 < height ? iy + 1 : repeats ? 0 : iy;
        float a = texels[iy * width + ix];
        float b = texels[iy * width + jx] - a;
        float c = texels[jy * width + ix] - a;
        float d = texels[jy * width + jx] - a - b - c;
        // The way from the ray down to the heights, at the beginning and at the end.
        float first = 1 - a - b * px - (c + d * px) * py - t;
        if (first <= 0) return t;
        float whole = end - t;
        float qx = px + sx * whole;
        float qy = py + sy * whole;
        float last = 1 - a - b * qx - (c + d * qx) * qy - end;
        if (last > 0) return -1;
        float m = whole * first / (first - last);
        qx = px + sx * m;
        qy = py + sy * m;
        float middle = 1 - a - b * qx - (c + d * qx) * qy - t - m;
        if (middle <= 0) return t + m * first / (first - Math.min(middle, -1e-12f));
        return t + m + (whole - m) * middle / (middle - last);
    }

    private static int floor(float x) {
        int cut = (int) x;
        return x < cut ? cut - 1 : cut;
    }
}
