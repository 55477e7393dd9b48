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

    /**
     * Where {@code k + i step}, but no more than {@code most}, is above what is there, it and the number take its place; where it is the same, the lower
     * number does.
     */
    static void span(float[] nearness, int[] numbers, int at, int n, float k, float step, float most, int number) {
        int i = 0;
        for (; i + LANES <= n; i += LANES) {
            FloatVector here = INDEX.add((float) i).mul(step).add(k).min(most);
            FloatVector there = Vectors.load(nearness, at + i);
            VectorMask<Float> nearer = here.compare(VectorOperators.GE, there);
            if (!nearer.anyTrue()) continue;
            IntVector is = IntVector.fromArray(I, numbers, at + i);
            VectorMask<Integer> takes = nearer.cast(I)
                    .and(here.compare(VectorOperators.GT, there).cast(I).or(is.compare(VectorOperators.GT, number)));
            there.blend(here, nearer).intoArray(nearness, at + i);
            is.blend(number, takes).intoArray(numbers, at + i);
        }
        for (; i < n; i++) {
            float here = Math.min(i * step + k, most);
            if (here > nearness[at + i] || here == nearness[at + i] && number < numbers[at + i]) {
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
