package gloaming.scene.view;

/** What a hand does that holds still: three slow waves that never meet again. */
final class Tremble {
    private Tremble() {}

    /** About -1 to 1 at {@code seconds}; {@code use} tells what for, so that each goes its own way. */
    static double at(double seconds, int use) {
        return 0.5 * Math.sin(seconds * 2.13 + 1.7 * use)
                + 0.3 * Math.sin(seconds * 4.71 + 3.1 * use)
                + 0.2 * Math.sin(seconds * 9.37 + 5.3 * use);
    }
}
