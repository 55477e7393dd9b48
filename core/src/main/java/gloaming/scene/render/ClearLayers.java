package gloaming.scene.render;

import gloaming.scene.Matter;
import gloaming.scene.Scene;
import java.util.Arrays;

/**
 * The order in which triangles that can be seen through are laid into a picture: in layers from back to front, and in each of them the
 * farthest first.
 *
 * <p>Glass shows what stood in the picture before its layer began. What has something see-through behind it therefore comes a layer later,
 * where it is glass. Which thing is behind is told by its middle, each copy by itself; where they lie over one another, on a coarse raster.
 */
final class ClearLayers {
    /** As many glasses are seen through one another; what is nearer than these shares their last layer. */
    static final int MOST = 6;

    /** Fields of the raster across, and up. */
    private static final int FIELDS = 64;

    /** How many layers there are already in a field. */
    private final byte[] reached = new byte[FIELDS * FIELDS];
    /** The triangles, those of a thing's copy side by side. */
    private int[] numbers = {};
    /** Where those of a copy begin, its nearness and its number, and the layer it is in. */
    private int[] begins = {};

    private long[] copies = {};
    private byte[] layer = {};
    /** Nearness and number of each triangle, as they are laid. */
    private long[] order = {};

    private final int[] ends = new int[MOST];
    private final boolean[] glass = new boolean[MOST];
    private int layers;

    int layers() {
        return layers;
    }

    /** Whether a layer shows what stood in the picture before it. */
    boolean glass(int layer) {
        return glass[layer];
    }

    int begin(int layer) {
        return layer == 0 ? 0 : ends[layer - 1];
    }

    int end(int layer) {
        return ends[layer];
    }

    /** The triangle that is laid at a place in the order. */
    int number(int at) {
        return (int) order[at];
    }

    /** Puts what there is of a scene in order. */
    void sort(Draughts clear, Scene scene, View view) {
        int n = 0;
        for (int i = 0; i < clear.count(); i++) n += clear.batch(i).count;
        if (order.length < n) {
            order = new long[n + n / 2];
            numbers = new int[order.length];
        }
        Arrays.fill(ends, 0);
        Arrays.fill(glass, false);
        layers = n == 0 ? 0 : 1;
        int all = gather(clear);
        boolean any = false;
        for (int i = 0; i < clear.count(); i++) any |= isGlass(scene, clear.batch(i));
        if (any) divide(all, clear, scene, view);
        else Arrays.fill(layer, 0, all, (byte) 0);
        lay(all, clear);
    }

    private static boolean isGlass(Scene scene, Batch batch) {
        return scene.thing(batch.thing).material.model == Matter.Model.GLASS;
    }

    /** Collects the triangles by copies of things; returns how many copies there are. */
    private int gather(Draughts clear) {
        int n = 0;
        int all = 0;
        int thing = -1;
        int copy = -1;
        for (int i = 0; i < clear.count(); i++) {
            Batch batch = clear.batch(i);
            for (int t = 0; t < batch.count; t++) {
                if (batch.thing != thing || batch.copy[t] != copy) {
                    thing = batch.thing;
                    copy = batch.copy[t];
                    if (all + 1 >= begins.length) {
                        begins = Arrays.copyOf(begins, 2 * all + 64);
                        copies = new long[begins.length];
                        layer = new byte[begins.length];
                    }
                    begins[all++] = n;
                }
                numbers[n++] = i << Batch.BITS | t;
            }
        }
        if (all > 0) begins[all] = n;
        return all;
    }

    /** Finds the layer of each copy, the farthest first. */
    private void divide(int all, Draughts clear, Scene scene, View view) {
        for (int c = 0; c < all; c++) {
            float sum = 0;
            for (int k = begins[c]; k < begins[c + 1]; k++) sum += middle(clear, numbers[k]);
            copies[c] = key(sum / (begins[c + 1] - begins[c]), c);
        }
        Arrays.sort(copies, 0, all);
        Arrays.fill(reached, (byte) 0);
        for (int k = 0; k < all; k++) {
            int c = (int) copies[k];
            int behind = 0;
            for (int t = begins[c]; t < begins[c + 1]; t++)
                behind = Math.max(behind, fields(clear, numbers[t], view, (byte) 0));
            boolean pane = isGlass(scene, clear.batch(numbers[begins[c]] >>> Batch.BITS));
            int to = Math.min(MOST - 1, pane ? behind : Math.max(0, behind - 1));
            layer[c] = (byte) to;
            glass[to] |= pane;
            layers = Math.max(layers, to + 1);
            for (int t = begins[c]; t < begins[c + 1]; t++) fields(clear, numbers[t], view, (byte) (to + 1));
        }
    }

    /** The layers there are in the fields that a triangle meets, which are so many from then on. */
    private int fields(Draughts clear, int number, View view, byte then) {
        float[] c = clear.batch(number >>> Batch.BITS).corners;
        int at = 9 * (number & Batch.MOST - 1);
        int left = field(Math.min(c[at], Math.min(c[at + 3], c[at + 6])), view.width);
        int right = field(Math.max(c[at], Math.max(c[at + 3], c[at + 6])), view.width);
        int low = field(Math.min(c[at + 1], Math.min(c[at + 4], c[at + 7])), view.height);
        int high = field(Math.max(c[at + 1], Math.max(c[at + 4], c[at + 7])), view.height);
        int most = 0;
        for (int y = low; y <= high; y++)
            for (int x = left; x <= right; x++) {
                int f = y * FIELDS + x;
                most = Math.max(most, reached[f]);
                if (then > reached[f]) reached[f] = then;
            }
        return most;
    }

    private static int field(float place, int size) {
        return Math.clamp((int) (place * FIELDS / size), 0, FIELDS - 1);
    }

    private static float middle(Draughts clear, int number) {
        float[] c = clear.batch(number >>> Batch.BITS).corners;
        int at = 9 * (number & Batch.MOST - 1);
        return Math.max(0, c[at + 2] + c[at + 5] + c[at + 8]);
    }

    /** Positive floats are in the order of their bits. */
    private static long key(float nearness, int number) {
        return (long) Float.floatToIntBits(nearness) << 32 | number;
    }

    private void lay(int all, Draughts clear) {
        int n = 0;
        for (int l = 0; l < layers; l++) {
            int from = n;
            for (int c = 0; c < all; c++) {
                if (layer[c] != l) continue;
                for (int k = begins[c]; k < begins[c + 1]; k++) order[n++] = key(middle(clear, numbers[k]), numbers[k]);
            }
            Arrays.sort(order, from, n);
            ends[l] = n;
        }
    }
}
