package gloaming.scene.render;

/**
 * Where somebody, or a lamp, looks from: turns places of the world into places of the picture, in pixels, and depths.
 *
 * <p>Depth is the distance along the way it looks. What is kept for each pixel is a <em>nearness</em> that is larger nearer and runs straight
 * over a triangle: {@code 1 / depth} in perspective, {@code 1 - depth / RANGE} in parallel.
 */
public final class View {
    /** Units: how far a parallel view sees. */
    static final float RANGE = 2_000;

    /** Three rows of four: pixels across and up, times depth in perspective, and depth. */
    final float[] m = new float[12];

    /** Where it looks from, to the right, up, and against the way it looks. */
    final float[] eye = new float[3];

    final float[] right = new float[3];
    final float[] up = new float[3];
    final float[] back = new float[3];
    boolean parallel;
    int width;
    int height;
    /** Pixels a unit at depth 1, or at any depth in parallel. */
    float pixels;

    float near;
    /** Of a parallel view: pixels across a unit, times those up it. */
    private float wider = 1;

    /** Pixels across a unit, times those up it. */
    float across() {
        return parallel ? wider : 1;
    }

    /**
     * A camera that orbits a place as the camera of points does.
     *
     * @param round,high turns about the upright axis, and up
     * @param distance units from the place
     * @param angle turns that it sees from bottom to top
     */
    public View camera(
            double round,
            double high,
            double distance,
            double angle,
            double x,
            double y,
            double z,
            boolean parallel,
            int width,
            int height) {
        double c = Math.cos(-2 * Math.PI * round);
        double s = Math.sin(-2 * Math.PI * round);
        double ch = Math.cos(2 * Math.PI * high);
        double sh = Math.sin(2 * Math.PI * high);
        set(right, c, 0, s);
        set(up, sh * s, ch, -sh * c);
        set(back, -ch * s, sh, ch * c);
        set(eye, x + distance * back[0], y + distance * back[1], z + distance * back[2]);
        double tan = Math.tan(Math.PI * angle);
        this.parallel = parallel;
        this.width = width;
        this.height = height;
        pixels = (float) (height / 2.0 / tan / (parallel ? distance : 1));
        near = (float) Math.min(0.02, distance / 10);
        return ready();
    }

    /**
     * A parallel view of a rectangle {@code width} by {@code height} whose middle stands {@code off} units before a place; from edge to edge,
     * whatever shape the picture has.
     */
    public View face(
            double round,
            double high,
            double width,
            double height,
            double off,
            double x,
            double y,
            double z,
            int pixelsAcross,
            int pixelsUp) {
        // From a hundred units off, so that what stands out of the box is seen too.
        camera(round, high, off + 100, 0.125, x, y, z, true, pixelsAcross, pixelsUp);
        pixels = (float) (pixelsUp / height);
        ready();
        // Across by its own measure.
        double over = pixelsAcross / width / pixels;
        float middle = pixelsAcross / 2f;
        for (int i = 0; i < 4; i++) m[i] *= (float) over;
        m[3] += (float) (middle - middle * over);
        wider = (float) over;
        near = 0;
        return this;
    }

    /**
     * A camera at a place that looks along a direction of any length.
     *
     * @param roll turns about the way it looks, the right side down
     * @param angle turns that it sees from bottom to top
     */
    public View looking(double[] from, double[] way, double roll, double angle, int width, int height) {
        double length = Math.sqrt(way[0] * way[0] + way[1] * way[1] + way[2] * way[2]);
        boolean none = !(length > 1e-9);
        double bx = none ? 0 : -way[0] / length;
        double by = none ? 0 : -way[1] / length;
        double bz = none ? 1 : -way[2] / length;
        // Right is level, unless it looks straight up or down.
        double flat = Math.hypot(bx, bz);
        double rx = flat > 1e-6 ? bz / flat : 1;
        double rz = flat > 1e-6 ? -bx / flat : 0;
        double ux = by * rz;
        double uy = bz * rx - bx * rz;
        double uz = -by * rx;
        double c = Math.cos(2 * Math.PI * roll);
        double s = Math.sin(2 * Math.PI * roll);
        set(back, bx, by, bz);
        set(right, c * rx - s * ux, -s * uy, c * rz - s * uz);
        set(up, s * rx + c * ux, c * uy, s * rz + c * uz);
        set(eye, from[0], from[1], from[2]);
        parallel = false;
        this.width = width;
        this.height = height;
        pixels = (float) (height / 2.0 / Math.tan(Math.PI * angle));
        near = 0.02f;
        return ready();
    }

    /** A view from a place along a direction of length 1 that sees {@code tan} units to each side at depth 1, into a square. */
    View from(float x, float y, float z, float dx, float dy, float dz, float tan, float near, int size) {
        set(eye, x, y, z);
        along(dx, dy, dz);
        parallel = false;
        width = height = size;
        pixels = size / 2f / tan;
        this.near = near;
        return ready();
    }

    /** A parallel view along a direction that holds a ball, into a square. */
    View over(float x, float y, float z, float radius, float dx, float dy, float dz, int size) {
        along(dx, dy, dz);
        set(eye, x - dx * radius * 2, y - dy * radius * 2, z - dz * radius * 2);
        parallel = true;
        width = height = size;
        pixels = size / 2f / radius;
        near = 0;
        return ready();
    }

    private void along(float dx, float dy, float dz) {
        set(back, -dx, -dy, -dz);
        // Any right and up will do (Duff and others 2017).
        float sign = Math.copySign(1f, back[2]);
        float k = -1 / (sign + back[2]);
        float l = back[0] * back[1] * k;
        set(right, 1 + sign * back[0] * back[0] * k, sign * l, -sign * back[0]);
        set(up, l, sign + back[1] * back[1] * k, -back[1]);
    }

    private View ready() {
        wider = 1;
        float across = width / 2f;
        float upward = height / 2f;
        for (int i = 0; i < 3; i++) {
            m[i] = right[i] * pixels - (parallel ? 0 : across * back[i]);
            m[4 + i] = up[i] * pixels - (parallel ? 0 : upward * back[i]);
            m[8 + i] = -back[i];
        }
        for (int r = 0; r < 3; r++) m[4 * r + 3] = -(m[4 * r] * eye[0] + m[4 * r + 1] * eye[1] + m[4 * r + 2] * eye[2]);
        if (parallel) {
            m[3] += across;
            m[7] += upward;
        }
        return this;
    }

    View copyFrom(View other) {
        System.arraycopy(other.m, 0, m, 0, m.length);
        for (int i = 0; i < 3; i++) {
            eye[i] = other.eye[i];
            right[i] = other.right[i];
            up[i] = other.up[i];
            back[i] = other.back[i];
        }
        parallel = other.parallel;
        width = other.width;
        height = other.height;
        pixels = other.pixels;
        near = other.near;
        wider = other.wider;
        return this;
    }

    /**
     * The ray of the eye through a place of the picture, in pixels.
     *
     * @param way gets its direction, of length 1
     * @return units along it for one of depth
     */
    float ray(float px, float py, float[] from, float[] way) {
        float x = (px - width / 2f) / (pixels * wider);
        float y = (py - height / 2f) / pixels;
        if (parallel) {
            for (int i = 0; i < 3; i++) {
                from[i] = eye[i] + x * right[i] + y * up[i];
                way[i] = -back[i];
            }
            return 1;
        }
        float length = (float) Math.sqrt(x * x + y * y + 1);
        for (int i = 0; i < 3; i++) {
            from[i] = eye[i];
            way[i] = (x * right[i] + y * up[i] - back[i]) / length;
        }
        return length;
    }

    /** Pixels across a unit, times those up it. */
    float wider() {
        return wider;
    }

    float nearness(float depth) {
        return parallel ? 1 - depth / RANGE : 1 / depth;
    }

    float depth(float nearness) {
        return parallel ? (1 - nearness) * RANGE : 1 / nearness;
    }

    /** Whether a ball, its middle given as the view has it, may be seen. */
    boolean sees(float px, float py, float depth, float radius) {
        if (!(depth + radius > near)) return false;
        float half = width / 2f;
        float halfUp = height / 2f;
        if (parallel) {
            float r = radius * pixels;
            return px + wider * r > 0 && px - wider * r < width && py + r > 0 && py - r < height;
        }
        // Pixels from the middle times depth, over pixels a unit: units aside.
        float aside = Math.abs(px - half * depth) / pixels;
        float above = Math.abs(py - halfUp * depth) / pixels;
        float tan = half / pixels;
        float tanUp = halfUp / pixels;
        return aside - depth * tan < radius * Math.sqrt(1 + tan * tan)
                && above - depth * tanUp < radius * Math.sqrt(1 + tanUp * tanUp);
    }

    private static void set(float[] to, double x, double y, double z) {
        to[0] = (float) x;
        to[1] = (float) y;
        to[2] = (float) z;
    }
}
