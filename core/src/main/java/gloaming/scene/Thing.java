package gloaming.scene;

import gloaming.flow.Shape;

/**
 * A shape that stands in the world, once or many times, and what it is made of.
 *
 * <p>Where it stands many times each copy has a {@link Matrix} of its own and a colour by which its base colour is multiplied; all of them
 * are then moved by {@link #move}.
 */
public final class Thing {
    public Shape shape;
    public final Matter material = new Matter();
    public final float[] move = Matrix.unit();
    /** How many copies there are; below 0 it stands once and has no matrices of its own. */
    public int copies = -1;
    /** A matrix and then three numbers of colour a copy, {@value #FLOATS} floats. */
    public float[] at;
    /** Things of one number belong together: of several, copies may pick one for each point. */
    public int variant;
    /** Units before the camera at which it fills the picture, whatever {@link #move} says; 0 for what stands in the world. */
    public float fills;
    /** The same number as long as the copies stay as they are. */
    public long stamp;

    /** Floats a copy. */
    public static final int FLOATS = Matrix.SIZE + 3;

    private static final float[] ONCE = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 1, 1, 1};

    /** How often it stands there. */
    public int count() {
        return copies < 0 ? 1 : copies;
    }

    /** The matrices and colours of its copies. */
    public float[] copiesAt() {
        return copies < 0 ? ONCE : at;
    }

    Thing copyFrom(Thing other) {
        shape = other.shape;
        material.copyFrom(other.material);
        System.arraycopy(other.move, 0, move, 0, Matrix.SIZE);
        copies = other.copies;
        at = other.at;
        variant = other.variant;
        stamp = other.stamp;
        fills = other.fills;
        return this;
    }

    Thing alone(Shape shape) {
        this.shape = shape;
        material.plain();
        System.arraycopy(ONCE, 0, move, 0, Matrix.SIZE);
        copies = -1;
        at = null;
        variant = 0;
        stamp = 0;
        fills = 0;
        return this;
    }
}
