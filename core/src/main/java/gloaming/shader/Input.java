package gloaming.shader;

import gloaming.flow.Picture;

/**
 * A picture that a shader reads, as it is stored; its bottom row is at v = 0.
 *
 * @param width how many pixels wide the shader takes it for
 * @param height how many high
 */
public record Input(Picture picture, Edge edge, boolean nearest, int width, int height) {

    /** One that is taken for as large as it is. */
    public Input(Picture picture, Edge edge, boolean nearest) {
        this(picture, edge, nearest, picture.width, picture.height);
    }

    /** What lies beyond the borders. */
    public enum Edge {
        HOLD,
        REPEAT,
        MIRROR,
        EMPTY
    }
}
