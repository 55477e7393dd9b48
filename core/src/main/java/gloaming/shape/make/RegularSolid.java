package gloaming.shape.make;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Made;
import gloaming.step.Choice;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** One of the five regular solids, each face flat. */
@Id("crystal")
@StepInfo(
        name = "Regular solid",
        does = "Makes one of the five regular solids.",
        find = "shape tetrahedron cube octahedron dodecahedron icosahedron platonic crystal gem die solid 3d mesh",
        notice = "Every face is flat and of one size: the five regular solids.")
public record RegularSolid(
        @Id("faces") @Choice(initial = "20", says = "How many faces it has.")
        Faces faces,

        @Id("radius")
        @Range(
                min = 0.001,
                max = 20,
                initial = 0.7,
                unit = "units",
                byRatio = true,
                says = "From the middle to its corners.")
        double radius)
        implements Made {

    private static final double G = (1 + Math.sqrt(5)) / 2;

    /** The solids, by their number of faces. */
    public enum Faces {
        @Id("4")
        FOUR,
        @Id("6")
        SIX,
        @Id("8")
        EIGHT,
        @Id("12")
        TWELVE,
        @Id("20")
        TWENTY
    }

    @Override
    public void make(Shape out) {
        double[][] corners = corners();
        // A face lies in each plane that all corners lie on one side of.
        int n = corners.length;
        for (int a = 0; a < n; a++) {
            for (int b = 0; b < n; b++) {
                if (b == a) continue;
                for (int c = 0; c < n; c++) {
                    if (c == a || c == b) continue;
                    face(out, corners, a, b, c);
                }
            }
        }
    }

    /** Adds the face that begins with these three corners in their order, if there is one and {@code a} is its least. */
    private void face(Shape out, double[][] p, int a, int b, int c) {
        double[] m = cross(minus(p[b], p[a]), minus(p[c], p[b]));
        double length = Math.sqrt(dot(m, m));
        if (length < 1e-9) return;
        double[] normal = {m[0] / length, m[1] / length, m[2] / length};
        java.util.List<Integer> in = new java.util.ArrayList<>();
        double edge = edge(p);
        for (int i = 0; i < p.length; i++) {
            double far = dot(minus(p[i], p[a]), normal);
            if (far > 1e-9) return;
            if (far > -1e-9) in.add(i);
        }
        if (in.stream().anyMatch(i -> i < a)) return;
        if (Math.abs(distance(p[a], p[b]) - edge) > 1e-9 || Math.abs(distance(p[b], p[c]) - edge) > 1e-9) return;
        double[] middle = new double[3];
        for (int i : in) for (int k = 0; k < 3; k++) middle[k] += p[i][k] / in.size();
        double[] first = minus(p[in.getFirst()], middle);
        double[] up = cross(normal, first);
        in.sort(java.util.Comparator.comparingDouble(i -> {
            double[] d = minus(p[i], middle);
            double angle =
                    Math.atan2(dot(d, up) / Math.sqrt(dot(up, up)), dot(d, first) / Math.sqrt(dot(first, first)));
            return angle < -1e-9 ? angle + 2 * Math.PI : angle;
        }));
        // Each face is met once for every pair of edges at its least corner that runs anticlockwise; there is one.
        int start = out.corners();
        for (int k = 0; k < in.size(); k++) {
            double[] q = p[in.get(k)];
            double round = 2 * Math.PI * k / in.size();
            out.corner(
                    radius * q[0],
                    radius * q[1],
                    radius * q[2],
                    normal[0],
                    normal[1],
                    normal[2],
                    0.5 + 0.5 * Math.sin(round),
                    0.5 + 0.5 * Math.cos(round));
        }
        for (int k = 2; k < in.size(); k++) out.triangle(start, start + k - 1, start + k);
    }

    private double[][] corners() {
        double[][] all = switch (faces) {
            case FOUR -> new double[][] {{1, 1, 1}, {1, -1, -1}, {-1, 1, -1}, {-1, -1, 1}};
            case SIX -> box(1);
            case EIGHT -> new double[][] {{1, 0, 0}, {-1, 0, 0}, {0, 1, 0}, {0, -1, 0}, {0, 0, 1}, {0, 0, -1}};
            case TWELVE -> both(box(1), rectangles(1 / G, G));
            case TWENTY -> rectangles(1, G);
        };
        for (double[] p : all) {
            double length = Math.sqrt(dot(p, p));
            for (int k = 0; k < 3; k++) p[k] /= length;
        }
        return all;
    }

    private static double[][] box(double h) {
        double[][] all = new double[8][];
        for (int i = 0; i < 8; i++) {
            all[i] = new double[] {(i & 1) == 0 ? -h : h, (i & 2) == 0 ? -h : h, (i & 4) == 0 ? -h : h};
        }
        return all;
    }

    /** The corners of three rectangles at right angles to one another. */
    private static double[][] rectangles(double a, double b) {
        double[][] all = new double[12][];
        for (int i = 0; i < 4; i++) {
            double u = (i & 1) == 0 ? -a : a;
            double v = (i & 2) == 0 ? -b : b;
            all[i] = new double[] {0, u, v};
            all[4 + i] = new double[] {u, v, 0};
            all[8 + i] = new double[] {v, 0, u};
        }
        return all;
    }

    private static double[][] both(double[][] a, double[][] b) {
        double[][] all = java.util.Arrays.copyOf(a, a.length + b.length);
        System.arraycopy(b, 0, all, a.length, b.length);
        return all;
    }

    private static double edge(double[][] p) {
        double least = Double.MAX_VALUE;
        for (int i = 1; i < p.length; i++) least = Math.min(least, distance(p[0], p[i]));
        return least;
    }

    private static double distance(double[] a, double[] b) {
        double[] d = minus(a, b);
        return Math.sqrt(dot(d, d));
    }

    private static double[] minus(double[] a, double[] b) {
        return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
    }

    private static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }
}
