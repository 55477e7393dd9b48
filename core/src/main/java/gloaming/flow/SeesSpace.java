package gloaming.flow;

/** The memory of a step whose picture shows a space: it tells where in it that stands which is seen. */
public interface SeesSpace {
    /** How many numbers tell of a place. */
    int NUMBERS = 5;

    /**
     * Tells what is seen at a place of the last picture, {@code u, v} from 0 to 1 from its bottom left; false where nothing solid stands there.
     *
     * @param into gets x, y and z of the world, how many units it is away, and the number of the thing, from 1
     */
    boolean at(double u, double v, float[] into);
}
