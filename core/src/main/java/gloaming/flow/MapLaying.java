package gloaming.flow;

/**
 * How a picture is laid on a surface: by which set of its texture places, and how these are moved before the picture is looked up.
 *
 * @param second whether it goes by the second set of texture places; the first counts where a shape has no second
 * @param uu,uv,u0 the new place across is {@code uu * u + uv * v + u0}
 * @param vu,vv,v0 and the new one up {@code vu * u + vv * v + v0}
 */
public record MapLaying(boolean second, float uu, float uv, float u0, float vu, float vv, float v0) {
    /** As the first set of texture places says. */
    public static final MapLaying PLAIN = new MapLaying(false, 1, 0, 0, 0, 1, 0);

    public double u(double u, double v) {
        return uu * u + uv * v + u0;
    }

    public double v(double u, double v) {
        return vu * u + vv * v + v0;
    }

    /** How many pictures lie where one lay, along the way where they are the most. */
    public double tiles() {
        return Math.sqrt(Math.max(uu * uu + vu * vu, uv * uv + vv * vv));
    }
}
