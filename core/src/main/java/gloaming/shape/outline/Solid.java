package gloaming.shape.outline;

import earcut4j.Earcut;
import gloaming.flow.Shape;
import java.util.ArrayList;
import java.util.List;

/** Draws loops out into a solid: a front and a back with their holes, walls between them, and rounded edges. */
final class Solid {
    /** Rings that a rounded edge is made of. */
    private static final int ROUND = 4;

    /** Neighbouring edges that turn by less than this share a normal: the cosine. */
    private static final double SMOOTH = Math.cos(0.7);

    private final Shape out;
    private final float[] plane;
    private final int width;
    private final int height;
    private final float level;
    /** Units a pixel. */
    private final double unit;

    private final double depth;
    private final double bevel;

    /**
     * @param plane what the loops are the outlines of, with its size and level
     * @param depth,bevel in units: how deep the whole is, and how far its edges are rounded
     */
    Solid(Shape out, float[] plane, int width, int height, float level, double depth, double bevel) {
        this.out = out;
        this.plane = plane;
        this.width = width;
        this.height = height;
        this.level = level;
        this.depth = depth;
        this.bevel = Math.min(bevel, depth / 2);
        unit = 2.0 / height;
    }

    void draw(List<Outlines.Loop> loops) {
        List<List<Outlines.Loop>> islands = islands(loops);
        for (List<Outlines.Loop> island : islands) {
            List<double[]> insets = new ArrayList<>();
            for (Outlines.Loop loop : island) {
                double[] sides = sides(loop);
                double[] inset = insets(loop, sides);
                insets.add(moved(loop, sides, inset, 1));
                wall(loop, sides, inset);
            }
            caps(island, insets);
        }
    }

    /** Each outer loop with the holes that lie right in it. */
    private static List<List<Outlines.Loop>> islands(List<Outlines.Loop> loops) {
        List<List<Outlines.Loop>> islands = new ArrayList<>();
        for (Outlines.Loop loop : loops) if (loop.area() > 0) islands.add(new ArrayList<>(List.of(loop)));
        for (Outlines.Loop hole : loops) {
            if (hole.area() > 0) continue;
            List<Outlines.Loop> of = null;
            for (List<Outlines.Loop> island : islands) {
                Outlines.Loop outer = island.getFirst();
                if (!holds(outer, hole.x()[0], hole.y()[0])) continue;
                if (of == null || outer.area() < of.getFirst().area()) of = island;
            }
            if (of != null) of.add(hole);
        }
        return islands;
    }

    private static boolean holds(Outlines.Loop loop, float x, float y) {
        boolean in = false;
        for (int i = 0, j = loop.n() - 1; i < loop.n(); j = i++) {
            float yi = loop.y()[i];
            float yj = loop.y()[j];
            if (yi > y == yj > y) continue;
            if (x < (loop.x()[j] - loop.x()[i]) * (y - yi) / (yj - yi) + loop.x()[i]) in = !in;
        }
        return in;
    }

    /** The outward side of each edge, from a corner to the next: two numbers of length 1. */
    private static double[] sides(Outlines.Loop loop) {
        double[] sides = new double[2 * loop.n()];
        for (int i = 0; i < loop.n(); i++) {
            int j = (i + 1) % loop.n();
            double dx = loop.x()[j] - loop.x()[i];
            double dy = loop.y()[j] - loop.y()[i];
            double length = Math.max(1e-9, Math.hypot(dx, dy));
            sides[2 * i] = dy / length;
            sides[2 * i + 1] = -dx / length;
        }
        return sides;
    }

    /** How far each corner goes inward for the rounded edge, in pixels: less where there is no room, so that nothing turns inside out. */
    private double[] insets(Outlines.Loop loop, double[] sides) {
        double[] insets = new double[loop.n()];
        double wanted = bevel / unit;
        if (wanted <= 0) return insets;
        for (int i = 0; i < loop.n(); i++) {
            double[] way = way(sides, i, loop.n());
            double room = 1;
            while (room < 2.2 * wanted && inside(loop.x()[i] - room * way[0], loop.y()[i] - room * way[1])) room += 0.5;
            insets[i] = Math.min(wanted, 0.45 * room);
        }
        return insets;
    }

    private boolean inside(double x, double y) {
        int px = (int) Math.floor(x);
        int py = (int) Math.floor(y);
        return px >= 0 && py >= 0 && px < width && py < height && plane[py * width + px] > level;
    }

    /** Outward at a corner, as far as both its edges move by one. */
    private static double[] way(double[] sides, int i, int n) {
        int before = (i + n - 1) % n;
        double x = sides[2 * before] + sides[2 * i];
        double y = sides[2 * before + 1] + sides[2 * i + 1];
        double square = x * x + y * y;
        if (square < 1e-6) return new double[] {sides[2 * i], sides[2 * i + 1]};
        // At a sharp corner no farther than twice as far.
        double over = Math.min(2 / square, 2 / Math.sqrt(square));
        return new double[] {x * over, y * over};
    }

    private static double[] moved(Outlines.Loop loop, double[] sides, double[] inset, double part) {
        double[] to = new double[2 * loop.n()];
        for (int i = 0; i < loop.n(); i++) {
            double[] way = way(sides, i, loop.n());
            to[2 * i] = loop.x()[i] - part * inset[i] * way[0];
            to[2 * i + 1] = loop.y()[i] - part * inset[i] * way[1];
        }
        return to;
    }

    private void wall(Outlines.Loop loop, double[] sides, double[] inset) {
        int steps = bevel > 0 ? ROUND : 0;
        int rings = 2 * (steps + 1);
        double[][] places = new double[rings][];
        double[] z = new double[rings];
        double[] tilt = new double[rings];
        for (int k = 0; k < rings; k++) {
            boolean front = k <= steps;
            int j = front ? steps - k : k - steps - 1;
            // From the face round to the wall.
            double angle = steps == 0 ? 0 : Math.PI / 2 * j / steps;
            places[k] = moved(loop, sides, inset, steps == 0 ? 0 : 1 - Math.cos(angle));
            double up = depth / 2 - bevel * (1 - Math.sin(angle));
            z[k] = front ? up : -up;
            tilt[k] = steps == 0 ? 0 : front ? Math.sin(angle) : -Math.sin(angle);
        }
        for (int i = 0; i < loop.n(); i++) {
            int j = (i + 1) % loop.n();
            int first = -1;
            for (int k = 0; k < rings; k++) {
                int a = corner(places[k], i, z[k], normal(sides, i, i, loop.n()), tilt[k]);
                corner(places[k], j, z[k], normal(sides, i, j, loop.n()), tilt[k]);
                if (first < 0) first = a;
            }
            for (int k = 0; k + 1 < rings; k++) {
                int a = first + 2 * k;
                out.square(a, a + 2, a + 3, a + 1);
            }
        }
    }

    /** The normal of edge {@code edge} at one of its two corners: that of both edges there where they go on smoothly. */
    private static double[] normal(double[] sides, int edge, int at, int n) {
        int other = at == edge ? (edge + n - 1) % n : at;
        double x = sides[2 * edge];
        double y = sides[2 * edge + 1];
        double ox = sides[2 * other];
        double oy = sides[2 * other + 1];
        if (x * ox + y * oy < SMOOTH) return new double[] {x, y};
        double length = Math.hypot(x + ox, y + oy);
        return new double[] {(x + ox) / length, (y + oy) / length};
    }

    private int corner(double[] places, int i, double z, double[] side, double tilt) {
        double flat = Math.sqrt(Math.max(0, 1 - tilt * tilt));
        return put(places[2 * i], places[2 * i + 1], z, flat * side[0], flat * side[1], tilt);
    }

    private int put(double x, double y, double z, double nx, double ny, double nz) {
        return out.corner((x - width / 2.0) * unit, (y - height / 2.0) * unit, z, nx, ny, nz, x / width, y / height);
    }

    /** Front and back. Where triangles lie is found on the loops themselves, which never cross; the insets have the same corners. */
    private void caps(List<Outlines.Loop> island, List<double[]> insets) {
        int n = 0;
        for (Outlines.Loop loop : island) n += loop.n();
        double[] flat = new double[2 * n];
        int[] holes = new int[island.size() - 1];
        int at = 0;
        for (int l = 0; l < island.size(); l++) {
            if (l > 0) holes[l - 1] = at;
            Outlines.Loop loop = island.get(l);
            for (int i = 0; i < loop.n(); i++, at++) {
                flat[2 * at] = loop.x()[i];
                flat[2 * at + 1] = loop.y()[i];
            }
        }
        List<Integer> triangles = Earcut.earcut(flat, holes, 2);
        for (int side = 1; side >= -1; side -= 2) {
            int first = out.corners();
            for (double[] inset : insets)
                for (int i = 0; i < inset.length; i += 2) put(inset[i], inset[i + 1], side * depth / 2, 0, 0, side);
            for (int t = 0; t + 2 < triangles.size(); t += 3) {
                int a = triangles.get(t);
                int b = triangles.get(t + 1);
                int c = triangles.get(t + 2);
                boolean left = (flat[2 * b] - flat[2 * a]) * (flat[2 * c + 1] - flat[2 * a + 1])
                                - (flat[2 * c] - flat[2 * a]) * (flat[2 * b + 1] - flat[2 * a + 1])
                        > 0;
                if (left == side > 0) out.triangle(first + a, first + b, first + c);
                else out.triangle(first + a, first + c, first + b);
            }
        }
    }
}
