package gloaming.shader;

import gloaming.flow.Picture;

/** A picture that a shader reads, as it is stored; its bottom row is at v = 0. */
public record Input(Picture picture, Edge edge, boolean nearest) {

    /** What lies beyond the borders. */
    public enum Edge {
        HOLD,
        REPEAT,
        MIRROR,
        EMPTY
    }
}
