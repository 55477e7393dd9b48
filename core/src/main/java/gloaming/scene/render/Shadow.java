package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.scene.LightSource;
import gloaming.scene.Scene;

/**
 * What a lamp sees: the nearness of what it lights, as one square view for a sun or a spot, or six for a lamp.
 *
 * <p>How much of a wide lamp reaches a place is found by looking round about it: first for what stands in the way, and how far before it
 * (Fernando 2005, "Percentage-closer soft shadows"), then over a disc as wide as the half shadow there.
 */
final class Shadow {
    /** How many texels the half shadow may be wide. */
    private static final float WIDEST = 24;
    /** How many texels about a place are looked at for the light that goes sideways within things. */
    private static final float WIDEST_ROUND = 96;

    final View[] views = {new View(), new View(), new View(), new View(), new View(), new View()};
    /** What is seen of things alone, and of all that throws a shadow. */
    final float[][] things = new float[6][0];

    private final float[][] all = new float[6][0];
    private boolean more;
    int count;
    int size;
    /** What was drawn: the same number for the same scene and lamp. */
    long drawn;

    private LightSource lamp;
    private float texel;

    /** Gets ready for a lamp and what lies within a ball; whoever calls draws into {@link #things}. */
    void aim(LightSource lamp, float[] ball, int size) {
        this.lamp = lamp;
        this.size = lamp.form == LightSource.Form.LAMP ? size / 2 : size;
        count = lamp.form == LightSource.Form.LAMP ? 6 : 1;
        float radius = Math.max(1e-3f, ball[3]);
        float far = distance(lamp, ball) + radius;
        float near = Math.max(1e-3f, Math.max(distance(lamp, ball) - radius, far * 1e-3f));
        switch (lamp.form) {
            case SUN -> {
                views[0].over(ball[0], ball[1], ball[2], radius, lamp.dx, lamp.dy, lamp.dz, this.size);
                texel = 2 * radius / this.size;
            }
            case SPOT -> {
                float tan = (float) Math.tan(Math.min(1.4, Math.acos(Math.clamp(lamp.outer, -1f, 1f))));
                views[0].from(lamp.x, lamp.y, lamp.z, lamp.dx, lamp.dy, lamp.dz, tan, near, this.size);
                texel = 2 * tan / this.size;
            }
            case LAMP -> {
                near = far * 1e-3f;
                for (int i = 0; i < 6; i++) {
                    float side = (i & 1) == 0 ? 1 : -1;
                    int axis = i / 2;
                    views[i].from(
                            lamp.x,
                            lamp.y,
                            lamp.z,
                            axis == 0 ? side : 0,
                            axis == 1 ? side : 0,
                            axis == 2 ? side : 0,
                            1.02f,
                            near,
                            this.size);
                }
                texel = 2.04f / this.size;
            }
        }
        for (int i = 0; i < count; i++)
            if (things[i].length != this.size * this.size) things[i] = new float[this.size * this.size];
        more = false;
    }

    /** Draws what dots and lines keep of its light over what things do. */
    void over(SpeckShadow specks, Scene scene, Crew crew) {
        more = true;
        for (int i = 0; i < count; i++) {
            if (all[i].length != things[i].length) all[i] = new float[things[i].length];
            System.arraycopy(things[i], 0, all[i], 0, all[i].length);
            specks.draw(scene, views[i], all[i], size, crew);
        }
    }

    private float[] seen(int view) {
        return more ? all[view] : things[view];
    }

    private static float distance(LightSource lamp, float[] ball) {
        float x = lamp.x - ball[0];
        float y = lamp.y - ball[1];
        float z = lamp.z - ball[2];
        return (float) Math.sqrt(x * x + y * y + z * z);
    }

    /**
     * Takes from the light of all fragments what does not reach them.
     *
     * @param turns for each fragment, 0 to {@link ShadowKernels#TURNS}, how the places it looks at are turned, so that neighbours look at
     *     different ones
     */
    void shade(Fragments f, int[] turns, Taps taps) {
        int used = sides(f, taps);
        for (int v = 0; v < count; v++) {
            if ((used & 1 << v) == 0) continue;
            View view = views[v];
            taps.n = 0;
            ShadowKernels.place(taps, f, view.m, lamp.form == LightSource.Form.SUN, texel);
            for (int i = 0; i < f.n; i++) if (f.light[i] > 0) place(f, i, v, view, turns[i], taps);
            if (taps.n == 0) continue;
            ShadowKernels.look(taps, seen(v), size);
            int left = 0;
            for (int i = 0; i < taps.n; i++) {
                if (taps.found[i] == 0) continue;
                taps.wide[i] = half(taps, i, view.depth(taps.sum[i] / taps.found[i]));
                taps.keep(i, left++);
            }
            taps.n = left;
            ShadowKernels.look(taps, seen(v), size);
            for (int i = 0; i < left; i++) f.light[taps.of[i]] *= 1 - (float) taps.found[i] / ShadowKernels.TAPS;
        }
    }

    /** Whether the middle of the lamp is seen from a place. */
    boolean reaches(float x, float y, float z) {
        int side = side(x, y, z);
        View view = views[side];
        float depth = depth(view, x, y, z);
        int at = depth > view.near ? texel(view, depth, x, y, z) : -1;
        return at < 0 || seen(side)[at] <= view.nearness(depth);
    }

    /** How far before a place, in units of depth, the thing stands that is first in the lamp's light; 0 where that is the place itself. */
    float within(float x, float y, float z) {
        int side = side(x, y, z);
        View view = views[side];
        float depth = depth(view, x, y, z);
        int at = depth > view.near ? texel(view, depth, x, y, z) : -1;
        if (at < 0) return 0;
        float first = things[side][at];
        return first == 0 ? 0 : Math.max(0, depth - view.depth(first));
    }

    /**
     * The part, 0 to 1, of the faces round about a place that this lamp's light comes to; below 0 where there are none.
     *
     * @param wide how far about it, in units; what stands farther than that before its place throws a shadow there
     * @param turn how the places looked at are turned, 0 to {@link ShadowKernels#TURNS}
     */
    float around(float x, float y, float z, float wide, int turn) {
        int side = side(x, y, z);
        View view = views[side];
        float depth = depth(view, x, y, z);
        if (!(depth > view.near)) return -1;
        float[] m = view.m;
        float over = view.parallel ? 1 : 1 / depth;
        float px = (m[0] * x + m[1] * y + m[2] * z + m[3]) * over;
        float py = (m[4] * x + m[5] * y + m[6] * z + m[7]) * over;
        float reach = Math.min(WIDEST_ROUND, wide / texel * over);
        int lit = 0;
        int there = 0;
        // Two spirals, the other turned by half a turn.
        for (int i = 0; i < 2 * ShadowKernels.TAPS; i++) {
            int by = i < ShadowKernels.TAPS ? turn : turn ^ ShadowKernels.TURNS / 2;
            int k = ShadowKernels.TAPS * by + i % ShadowKernels.TAPS;
            int column = (int) Math.clamp(px + reach * ShadowKernels.ACROSS[k], 0f, size - 1f);
            int row = (int) Math.clamp(py + reach * ShadowKernels.UP[k], 0f, size - 1f);
            float first = things[side][row * size + column];
            float before = first == 0 ? Float.NEGATIVE_INFINITY : depth - view.depth(first);
            if (before < -wide) continue;
            there++;
            if (before < wide) lit++;
        }
        return there == 0 ? -1 : (float) lit / there;
    }

    private int side(float x, float y, float z) {
        return count == 1 ? 0 : towards(x - lamp.x, y - lamp.y, z - lamp.z);
    }

    private static float depth(View view, float x, float y, float z) {
        float[] m = view.m;
        return m[8] * x + m[9] * y + m[10] * z + m[11];
    }

    /** Where a place lies in a view; below 0 where it does not. */
    private int texel(View view, float depth, float x, float y, float z) {
        float[] m = view.m;
        float over = view.parallel ? 1 : 1 / depth;
        float px = (m[0] * x + m[1] * y + m[2] * z + m[3]) * over;
        float py = (m[4] * x + m[5] * y + m[6] * z + m[7]) * over;
        return px >= 0 && py >= 0 && px < size && py < size ? (int) py * size + (int) px : -1;
    }

    /** Notes which of the views each fragment lies in, and returns a bit for each view that any does. */
    private int sides(Fragments f, Taps taps) {
        if (count == 1) return 1;
        int used = 0;
        for (int i = 0; i < f.n; i++) {
            if (!(f.light[i] > 0)) continue;
            taps.side[i] = towards(f.x[i] - lamp.x, f.y[i] - lamp.y, f.z[i] - lamp.z);
            used |= 1 << taps.side[i];
        }
        return used;
    }

    /** Finds a fragment in a view, if it lies there. */
    private void place(Fragments f, int i, int which, View view, int turn, Taps taps) {
        if (count == 6 && which != taps.side[i]) return;
        float depth = taps.allDepth[i];
        float px = taps.allX[i];
        float py = taps.allY[i];
        if (!(depth > view.near && px >= 0 && py >= 0 && px < size && py < size)) return;
        float wide = taps.allTexel[i];
        int n = taps.n++;
        taps.of[n] = i;
        taps.x[n] = px;
        taps.y[n] = py;
        taps.own[n] = view.nearness(depth);
        taps.depth[n] = depth;
        taps.texel[n] = wide;
        // Where it would be half lit if what stands in the way were half as far off, within bounds.
        taps.wide[n] = Math.clamp(lamp.wide / wide * 0.5f, 1.5f, WIDEST);
        taps.turn[n] = turn;
    }

    /** How wide the half shadow is, in texels, of what stands at a depth before a place. */
    private float half(Taps taps, int i, float before) {
        float gap = taps.depth[i] - before;
        float wide = gap * lamp.wide / taps.texel[i];
        return Math.clamp(lamp.form == LightSource.Form.SUN ? wide : wide / Math.max(1e-6f, before), 1f, WIDEST);
    }

    private static int towards(float x, float y, float z) {
        float ax = Math.abs(x);
        float ay = Math.abs(y);
        float az = Math.abs(z);
        if (ax >= ay && ax >= az) return x > 0 ? 0 : 1;
        if (ay >= az) return y > 0 ? 2 : 3;
        return z > 0 ? 4 : 5;
    }
}
