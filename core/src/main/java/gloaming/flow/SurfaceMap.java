package gloaming.flow;

/** What a picture that lies on a surface tells of it. */
public enum SurfaceMap {
    /** Its base colour and how much it covers. */
    COLOUR,
    /** How rough it is. */
    ROUGH,
    /** How much of a metal it is. */
    METAL,
    /** Which way it faces: right, up and outward as red, green and blue from 0 to 1, a half for none. */
    NORMAL,
    /** The light it gives off. */
    GLOW,
    /** How open it lies to the light from all round. */
    OPEN,
    /** How much of it lies under a clear coat, and how rough that is. */
    COAT,
    COAT_ROUGH,
    /** Which way a clear coat faces that lies apart from what is under it, as {@link #NORMAL} tells. */
    COAT_NORMAL;

    private static final SurfaceMap[] ALL = values();
    /** How many there are. */
    public static final int COUNT = ALL.length;

    public static SurfaceMap of(int i) {
        return ALL[i];
    }
}
