package gloaming.desk;

/** What has hold of a setting: hands at the desk, or a look around the one that it is of. */
public interface Grasp {
    /**
     * The value that it gives the setting in this frame, or not a number where it leaves it alone.
     *
     * @param own the setting's value in the document
     * @param present its value in the frame before
     * @param dt seconds of show time
     */
    double advance(double own, double present, double dt);
}
