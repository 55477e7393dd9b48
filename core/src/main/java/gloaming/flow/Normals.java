package gloaming.flow;

import java.util.Arrays;

/** Normals of a shape's corners. */
final class Normals {
    private Normals() {}

    /** Brings normals to the length 1; those of no length stay. */
    static void upright(Shape s) {
        float[] nx = s.nx();
        float[] ny = s.ny();
        float[] nz = s.nz();
        for (int i = 0; i < s.corners(); i++) {
            float length = (float) Math.sqrt(nx[i] * nx[i] + ny[i] * ny[i] + nz[i] * nz[i]);
            if (!(length > 1e-12f)) continue;
            nx[i] /= length;
            ny[i] /= length;
            nz[i] /= length;
        }
    }

    /** Each corner gets the mean of those around its place, weighted by their angle (Thürmer and Wüthrich 1998); up where there is none. */
    static void smooth(Shape s) {
        int corners = s.corners();
        float[] nx = s.nx();
        float[] ny = s.ny();
        float[] nz = s.nz();
        Arrays.fill(nx, 0, corners, 0);
        Arrays.fill(ny, 0, corners, 0);
        Arrays.fill(nz, 0, corners, 0);
        for (int t = 0; t < s.triangles(); t++) {
            int a = s.of()[3 * t];
            int b = s.of()[3 * t + 1];
            int c = s.of()[3 * t + 2];
            add(s, a, b, c);
            add(s, b, c, a);
            add(s, c, a, b);
        }
        for (int i = 0; i < corners; i++) {
            double length = Math.sqrt((double) nx[i] * nx[i] + (double) ny[i] * ny[i] + (double) nz[i] * nz[i]);
            if (length < 1e-12) {
                nx[i] = 0;
                ny[i] = 1;
                nz[i] = 0;
                continue;
            }
            nx[i] /= (float) length;
            ny[i] /= (float) length;
            nz[i] /= (float) length;
        }
    }

    private static void add(Shape s, int a, int b, int c) {
        float[] x = s.x();
        float[] y = s.y();
        float[] z = s.z();
        double ux = x[b] - x[a];
        double uy = y[b] - y[a];
        double uz = z[b] - z[a];
        double vx = x[c] - x[a];
        double vy = y[c] - y[a];
        double vz = z[c] - z[a];
        double kx = uy * vz - uz * vy;
        double ky = uz * vx - ux * vz;
        double kz = ux * vy - uy * vx;
        double area = Math.sqrt(kx * kx + ky * ky + kz * kz);
        if (!(area > 1e-20)) return;
        double angle = Math.atan2(area, ux * vx + uy * vy + uz * vz);
        s.nx()[a] += (float) (kx / area * angle);
        s.ny()[a] += (float) (ky / area * angle);
        s.nz()[a] += (float) (kz / area * angle);
    }
}
