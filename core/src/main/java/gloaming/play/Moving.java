package gloaming.play;

/** A setting that is not what the document says, because it is on its way there or between several. */
abstract sealed class Moving permits Gliding, Blending {
    /** The setting's place in its step, or -1 for an opacity. */
    final int setting;

    /** Whether it has come to its end and stands. */
    boolean done;

    Moving(int setting) {
        this.setting = setting;
    }

    /** Whether the setting is a number, also a whole one. */
    abstract boolean isNumber();

    /** What a number is at a moment of show time. */
    abstract double number(double now);

    /** What any other setting is at a moment of show time. */
    abstract Object at(double now);
}
