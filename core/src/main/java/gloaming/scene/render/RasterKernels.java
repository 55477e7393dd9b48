package gloaming.scene.render;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/** Long rows of a triangle. */
@Kernel
final class RasterKernels {
    private static final int LANES = Vectors.LANES;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    private static final FloatVector INDEX =
            FloatVector.zero(FloatVector.SPECIES_PREFERRED).addIndex(1);

    private RasterKernels() {}

    /** Where {@code k + i step} is above what is there, it and the number take its place. */
    static void span(float[] nearness, int[] numbers, int at, int n, float k, float step, int number) {
        int i = 0;
        for (; i + LANES <= n; i += LANES) {
            FloatVector here = INDEX.add((float) i).mul(step).add(k);
            FloatVector there = Vectors.load(nearness, at + i);
            VectorMask<Float> nearer = here.compare(VectorOperators.GT, there);
            if (!nearer.anyTrue()) continue;
            there.blend(here, nearer).intoArray(nearness, at + i);
            IntVector.fromArray(I, numbers, at + i)
                    .blend(number, nearer.cast(I))
                    .intoArray(numbers, at + i);
        }
        for (; i < n; i++) {
            float here = i * step + k;
            if (here > nearness[at + i]) {
                nearness[at + i] = here;
                numbers[at + i] = number;
            }
        }
    }

    /** The same without numbers. */
    static void span(float[] nearness, int at, int n, float k, float step) {
        int i = 0;
        for (; i + LANES <= n; i += LANES) {
            FloatVector here = INDEX.add((float) i).mul(step).add(k);
            Vectors.load(nearness, at + i).max(here).intoArray(nearness, at + i);
        }
        for (; i < n; i++) nearness[at + i] = Math.max(nearness[at + i], i * step + k);
    }
}
