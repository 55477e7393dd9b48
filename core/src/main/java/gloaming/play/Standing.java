package gloaming.play;

/** How a player stands among the others of its house: what it is told of them, and what it has made ready for them. */
final class Standing {
    /** Whether it is to come on air next. */
    volatile boolean awaited;
    /** Whether it makes pictures at its bench as large as it will be on air. */
    volatile boolean rehearsed;
    /** Whether another player is before the audience with it, and works as much. */
    volatile boolean shares;
    /** Whether it fades out. */
    volatile boolean leaves;
}
