package gloaming.picture;

/** What lies beyond a picture's border. */
public enum Border {
    EMPTY,
    HOLD,
    REPEAT,
    MIRROR
}
