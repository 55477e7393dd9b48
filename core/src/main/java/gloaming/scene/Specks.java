package gloaming.scene;

/**
 * Small things in a scene that are drawn as they look and not as triangles: dots, and lines as thin as hairs, by the ten thousand.
 *
 * <p>Each goes from one place to another, which is the same for a dot. Columns belong to the step that filled them and are valid for the frame.
 */
public final class Specks {
    /** Specks in one scene, at most. */
    public static final int MOST = 300_000;

    public int n;
    /** From here to there, three numbers a speck. */
    public float[] from = {};

    public float[] to = {};
    /** Half as thick, in units. */
    public float[] radius = {};
    /** Red, green, blue and how much it covers, four numbers a speck. */
    public float[] colour = {};

    /** How soft its edge is: 0 for a clear one, 1 for one that fades from the middle on. */
    public float soft;
    /** How thick the far end is, times the near one. */
    public float end = 1;
    /** How dark the near end is against the far one, 0 to 1. */
    public float foot;
    /** How much it is lit by the scene's lamps, 0 to 1; the rest is its own light. */
    public float lit;
    /** How much it adds its light instead of covering, 0 to 1. */
    public float adds;
    /** How much of the lamps' light it keeps from what lies behind it, 0 to 1. */
    public float shadow;
    /** Where all of it stands. */
    public final float[] move = Matrix.unit().clone();

    /** Room for so many. */
    public Specks room(int n) {
        if (n > MOST)
            throw new IllegalArgumentException("there would be %,d dots or lines; there can be %,d".formatted(n, MOST));
        if (radius.length < n) {
            int room = Math.min(MOST, n + n / 2);
            from = new float[3 * room];
            to = new float[3 * room];
            radius = new float[room];
            colour = new float[4 * room];
        }
        this.n = n;
        Matrix.unit(move);
        return this;
    }

    Specks copyFrom(Specks other) {
        n = other.n;
        from = other.from;
        to = other.to;
        radius = other.radius;
        colour = other.colour;
        soft = other.soft;
        end = other.end;
        foot = other.foot;
        lit = other.lit;
        adds = other.adds;
        shadow = other.shadow;
        System.arraycopy(other.move, 0, move, 0, Matrix.SIZE);
        return this;
    }
}
