package gloaming.venue;

/** Lays pictures of one size onto the surfaces of a venue, in linear light; what no surface lights is black. */
public final class VenueMap {
    /** What leaves is so wide and high at most, in pixels. */
    public static final int LARGEST = 4096;

    public final Venue venue;
    public final int width;
    public final int height;
    private final int fromWidth;
    private final int fromHeight;
    private final SurfacePixels[] lit;
    private final OutputRow row;

    /**
     * One for pictures of a size.
     *
     * @param width pixels of what leaves, which has the venue's shape; at most {@value #LARGEST}, and so is its height
     */
    public VenueMap(Venue venue, int fromWidth, int fromHeight, int width) {
        double shape = venue.high() / venue.wide();
        this.venue = venue;
        this.width = (int) Math.clamp(Math.min(width, LARGEST / Math.max(1, shape)), 8, LARGEST);
        height = Math.clamp(Math.round(this.width * shape), 8, LARGEST);
        this.fromWidth = fromWidth;
        this.fromHeight = fromHeight;
        row = new OutputRow(this.width, fromWidth, fromHeight);
        lit = venue.surfaces().stream()
                .filter(surface -> !surface.off())
                .map(surface -> new SurfacePixels(surface, this.width, height, fromWidth, fromHeight))
                .toArray(SurfacePixels[]::new);
    }

    /** Whether it is made for pictures of such a size. */
    public boolean takes(int fromWidth, int fromHeight) {
        return fromWidth == this.fromWidth && fromHeight == this.fromHeight;
    }

    /**
     * Lays a picture down.
     *
     * @param rgb it, as 8-bit sRGB, top row first
     * @param out what leaves, likewise; all of it is written
     */
    public void lay(byte[] rgb, byte[] out) {
        row.take(rgb);
        for (int y = 0; y < height; y++) {
            row.clear();
            for (SurfacePixels surface : lit) surface.row(y, row);
            row.write(out, 3 * y * width);
        }
    }
}
