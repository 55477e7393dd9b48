package gloaming.picture.kernel;

import gloaming.look.Id;

/** What lies beyond a picture's border. */
public enum Border {
    @Id("empty")
    EMPTY,
    @Id("hold")
    HOLD,
    @Id("repeat")
    REPEAT,
    @Id("mirror")
    MIRROR
}
