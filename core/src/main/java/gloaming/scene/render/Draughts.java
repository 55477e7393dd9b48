package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Shape;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** All triangles of a scene as one view has them: batches in an order that does not depend on who works on them. */
final class Draughts {
    /** Rows of pixels in a band. */
    static final int ROWS = 32;

    /** From so many triangles on that were not seen, it is found out whether they are hidden. */
    private static final int WORTH = 20_000;
    /** Triangles that one view takes, at most, whatever is left of them. */
    private static final long MOST = 40_000_000;

    private final List<Batch> batches = new ArrayList<>();
    private final List<Grains> grains = new ArrayList<>();
    /** Of each thing the pieces that are known in this frame, or null. */
    private final List<Grains> knows = new ArrayList<>();

    private int[] thing = new int[64];
    private int[] first = new int[64];
    private int[] last = new int[64];
    private int[] from = new int[64];
    private int[] to = new int[64];
    private int count;
    private int bands;
    private What what;
    /** Whether anything of a batch was seen, in the frame before and in this one, and how many batches there were then. */
    private byte[] was = {};

    private byte[] seen = {};
    private int wasCount;
    /** Batches that are drawn behind the others, where these do not hide them. */
    private int[] late = {};

    private int lates;
    private final Occlusion drawn = new Occlusion();

    /** What of a scene is to be drawn. */
    enum What {
        /** What covers. */
        SOLID,
        /** What something behind it can be seen through. */
        CLEAR,
        /** What throws a shadow: both sides of all that covers. */
        SHADOW
    }

    int count() {
        return count;
    }

    Batch batch(int i) {
        return batches.get(i);
    }

    /** Something of a batch is seen: it is drawn first in the next frame too. Any thread may tell. */
    void seen(int batch) {
        seen[batch] = 1;
    }

    /** The only thing of which anything is seen; -1 where there are several, or none. */
    int onlySeen() {
        int only = -1;
        for (int i = 0; i < count; i++) {
            if (seen[i] == 0 || thing[i] == only) continue;
            if (only >= 0) return -1;
            only = thing[i];
        }
        return only;
    }

    /** Sets up all triangles of a scene for a view, but those that may turn out to be hidden once these are drawn. */
    void prepare(Scene scene, View view, What what, Crew crew) {
        count = 0;
        bands = (view.height + ROWS - 1) / ROWS;
        long all = 0;
        for (int i = 0; i < scene.things(); i++) {
            Thing one = scene.thing(i);
            boolean clear = one.material.seeThrough();
            if (what == What.SOLID ? clear : what == What.CLEAR && !clear) continue;
            if (what == What.SHADOW && !throwsShadow(one.material)) continue;
            int triangles = one.shape.triangles();
            if (triangles == 0) continue;
            all += (long) triangles * one.count();
            if (all > MOST)
                throw new IllegalArgumentException("the scene has more than " + MOST / 1_000_000
                        + " million triangles; take fewer copies, or shapes with less detail");
            divide(i, one, triangles);
        }
        while (batches.size() < count) batches.add(new Batch());
        knows.clear();
        // A lamp looks often in one frame, and keeps what it saw of what stays.
        for (int i = 0; i < scene.things(); i++) knows.add(what == What.SHADOW ? null : known(i, scene.thing(i).shape));
        this.what = what;
        chooseLate();
        crew.each(count, 1, (a, b) -> {
            for (int i = a; i < b; i++) if (was[i] != 0) fill(scene, view, i, null);
        });
    }

    /** Who was not seen in the frame before waits, where there are many of them. */
    private void chooseLate() {
        if (was.length < count) {
            was = Arrays.copyOf(was, count + count / 2);
            seen = Arrays.copyOf(seen, was.length);
        }
        byte[] before = was;
        was = seen;
        seen = before;
        Arrays.fill(seen, 0, count, (byte) 0);
        lates = 0;
        if (late.length < count) late = new int[was.length];
        long hidden = 0;
        if (what == What.SOLID && wasCount == count)
            for (int i = 0; i < count; i++) {
                if (was[i] != 0) continue;
                late[lates++] = i;
                hidden += (long) (this.last[i] - first[i]) * (to[i] - from[i]);
            }
        wasCount = count;
        if (hidden >= WORTH) return;
        lates = 0;
        Arrays.fill(was, 0, count, (byte) 1);
    }

    private void fill(Scene scene, View view, int i, Occlusion drawn) {
        Thing one = scene.thing(thing[i]);
        Batch batch = batches.get(i).begin(thing[i]);
        boolean both = what == What.SHADOW || one.material.bothSides;
        Grains known = one.shape.triangles() > Batch.GRAIN ? knows.get(thing[i]) : null;
        Setup.mine().fill(batch, view, drawn, one, known, first[i], last[i], from[i], to[i], both);
        batch.sort(bands, ROWS);
    }

    /** What is known of the pieces of a large shape, or null. */
    private Grains known(int i, Shape shape) {
        while (grains.size() <= i) grains.add(null);
        if (shape.triangles() <= Batch.GRAIN) {
            grains.set(i, null);
            return null;
        }
        if (grains.get(i) == null) grains.set(i, new Grains());
        return grains.get(i).take(shape) ? grains.get(i) : null;
    }

    /** What shines by itself throws none: a lamp hangs in the midst of its glass. */
    private static boolean throwsShadow(Matter m) {
        return m.model != Matter.Model.UNLIT && m.model != Matter.Model.GLASS && m.cover >= 0.5f;
    }

    private void divide(int i, Thing one, int triangles) {
        if (triangles <= Batch.GRAIN) {
            int each = Math.max(1, Batch.GRAIN / triangles);
            for (int c = 0; c < one.count(); c += each) add(i, c, Math.min(one.count(), c + each), 0, triangles);
            return;
        }
        for (int c = 0; c < one.count(); c++)
            for (int t = 0; t < triangles; t += Batch.GRAIN) add(i, c, c + 1, t, Math.min(triangles, t + Batch.GRAIN));
    }

    private void add(int i, int a, int b, int t0, int t1) {
        if (count == thing.length) {
            int room = 2 * count;
            thing = Arrays.copyOf(thing, room);
            first = Arrays.copyOf(first, room);
            last = Arrays.copyOf(last, room);
            from = Arrays.copyOf(from, room);
            to = Arrays.copyOf(to, room);
        }
        thing[count] = i;
        first[count] = a;
        last[count] = b;
        from[count] = t0;
        to[count++] = t1;
    }

    /** Draws nearness, and numbers where there is room for them. */
    void draw(Scene scene, View view, float[] nearness, int[] numbers, Crew crew) {
        crew.each(bands, 1, (a, b) -> {
            for (int band = a; band < b; band++) {
                int low = band * ROWS * view.width;
                int high = Math.min(view.height, (band + 1) * ROWS) * view.width;
                Arrays.fill(nearness, low, high, 0);
                for (int i = 0; i < count; i++)
                    if (was[i] != 0) Raster.band(batches.get(i), i, band, ROWS, view, nearness, numbers);
            }
        });
        if (lates > 0) drawLate(scene, view, nearness, numbers, crew);
    }

    private void drawLate(Scene scene, View view, float[] nearness, int[] numbers, Crew crew) {
        drawn.take(view, nearness, crew);
        crew.each(lates, 1, (a, b) -> {
            for (int k = a; k < b; k++) fill(scene, view, late[k], drawn);
        });
        crew.each(bands, 1, (a, b) -> {
            for (int band = a; band < b; band++)
                for (int k = 0; k < lates; k++) {
                    Batch batch = batches.get(late[k]);
                    if (batch.count > 0) Raster.band(batch, late[k], band, ROWS, view, nearness, numbers);
                }
        });
    }
}
