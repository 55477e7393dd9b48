package gloaming.picture.kernel;

/** Four rows of floats to work in, each thread's own; what stands in them is whatever stood there. */
public final class RowRoom {
    private static final ThreadLocal<RowRoom> OWN = ThreadLocal.withInitial(RowRoom::new);
    public float[] dx = new float[0];
    public float[] dy = new float[0];
    public float[] x = new float[0];
    public float[] y = new float[0];

    /** Rows of at least that many places. */
    public static RowRoom of(int width) {
        RowRoom room = OWN.get();
        if (room.dx.length < width) {
            room.dx = new float[width];
            room.dy = new float[width];
            room.x = new float[width];
            room.y = new float[width];
        }
        return room;
    }
}
