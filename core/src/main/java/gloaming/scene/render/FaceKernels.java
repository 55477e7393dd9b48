package gloaming.scene.render;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;

/** What lies under a row of pixels that one triangle fills. */
@Kernel
final class FaceKernels {
    private static final int LANES = Vectors.LANES;
    private static final FloatVector INDEX =
            FloatVector.zero(FloatVector.SPECIES_PREFERRED).addIndex(1);

    private FaceKernels() {}

    /**
     * Writes places and normals of {@code n} fragments from {@code at} on. {@code c} holds the weights of the three corners at the first and
     * what they grow by to the next, and then the corners' places and normals, three by three.
     */
    static void row(Fragments f, int at, int n, float[] c) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector x = INDEX.add((float) i);
            FloatVector a = x.mul(c[3]).add(c[0]);
            FloatVector b = x.mul(c[4]).add(c[1]);
            FloatVector d = x.mul(c[5]).add(c[2]);
            FloatVector over = Vectors.all(1).div(a.add(b).add(d));
            a = a.mul(over);
            b = b.mul(over);
            d = d.mul(over);
            Parts.write(f.x, at + i, a, b, d, c, 6);
            Parts.write(f.y, at + i, a, b, d, c, 7);
            Parts.write(f.z, at + i, a, b, d, c, 8);
            Parts.write(f.nx, at + i, a, b, d, c, 15);
            Parts.write(f.ny, at + i, a, b, d, c, 16);
            Parts.write(f.nz, at + i, a, b, d, c, 17);
        }
    }

    /** What the loop above shares; a class of its own because it is to be inlined. */
    @Kernel.Part
    static final class Parts {
        private Parts() {}

        static void write(float[] to, int i, FloatVector a, FloatVector b, FloatVector d, float[] c, int k) {
            a.mul(c[k]).add(b.mul(c[k + 3])).add(d.mul(c[k + 6])).intoArray(to, i);
        }
    }
}
