package gloaming.flow;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorSpecies;

/**
 * Vectors as wide as the machine has them, of a width that the JIT knows from the start.
 *
 * <p>What {@link FloatVector#fromArray} and {@link FloatVector#broadcast} give is any vector to the JIT until late. As long as the
 * program has vectors of one width it guesses right; once narrower ones have run as well, it prepares for both, and every vector of a
 * loop that begins with such a one becomes an object. The cast costs nothing at the head of a loop. Behind some forty operations the JIT puts off
 * what is called until it has read all, and what is loaded or made of one number there becomes an object all the same: so a loop loads first, then
 * reckons, has its constants ready as vectors, and goes into two loops where it is longer. What a loop sums up begins with {@link #all}, as a constant
 * that is there already is an object. Masks are not carried through a loop.
 */
@Kernel.Part
public final class Vectors {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    /** Floats in a vector. */
    public static final int LANES = F.length();

    private static final Class<? extends FloatVector> OWN = FloatVector.zero(F).getClass();

    /** Nothing, and one, in all lanes; not to begin a sum with. */
    public static final FloatVector ZERO = FloatVector.zero(F);

    public static final FloatVector ONE = FloatVector.broadcast(F, 1);

    private Vectors() {}

    /** The numbers from {@code at} on, a whole vector of them. */
    public static FloatVector load(float[] from, int at) {
        return OWN.cast(FloatVector.fromArray(F, from, at));
    }

    /** One number in all lanes. */
    public static FloatVector all(float value) {
        return OWN.cast(FloatVector.broadcast(F, value));
    }

    /** The same vector, known to be of this width: what a loop has summed up, before its lanes are added. */
    public static FloatVector known(FloatVector vector) {
        return OWN.cast(vector);
    }
}
