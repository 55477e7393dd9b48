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
        three(f.x, f.y, f.z, at, n, c, 6);
        three(f.nx, f.ny, f.nz, at, n, c, 15);
    }

    /** Three numbers of each place, of which those of the corners stand in {@code c} from {@code k} on. */
    private static void three(float[] x, float[] y, float[] z, int at, int n, float[] c, int k) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector along = INDEX.add((float) i);
            FloatVector a = along.mul(c[3]).add(c[0]);
            FloatVector b = along.mul(c[4]).add(c[1]);
            FloatVector d = along.mul(c[5]).add(c[2]);
            FloatVector over = Vectors.ONE.div(a.add(b).add(d));
            a = a.mul(over);
            b = b.mul(over);
            d = d.mul(over);
            Parts.write(x, at + i, a, b, d, c, k);
            Parts.write(y, at + i, a, b, d, c, k + 1);
            Parts.write(z, at + i, a, b, d, c, k + 2);
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
