package gloaming.shape;

import gloaming.flow.Shape;
import gloaming.look.Id;

/** One of the three directions of space. */
public enum Axis {
    @Id("across")
    ACROSS,
    @Id("up")
    UP,
    @Id("deep")
    DEEP;

    /** The two others in an order in which all three are right-handed. */
    public int next() {
        return (ordinal() + 1) % 3;
    }

    public int afterNext() {
        return (ordinal() + 2) % 3;
    }

    /** How far a shape's ball reaches from the middle along it, at least a hair. */
    public float reach(Shape shape) {
        return Math.max(1e-6f, Math.abs(shape.middle(ordinal())) + shape.radius());
    }
}
