package gloaming.play;

/**
 * A place where pictures leave as bytes: the whole look, or what leaves one step, at most at a given size.
 *
 * <p>The picture is fitted into the size by its own shape and never enlarged.
 */
public class PictureOutput extends Relay {
    /** The id of a step, or null for the whole look. */
    public final String subject;

    public final int most;
    /** Whether it is asked now and then for a picture to be kept, and by nobody who looks. */
    final boolean passing;

    /** Whether it is an audience's: it is given nothing that was worked out at a bench. */
    final boolean onAir;

    /** Turns by which whoever looks has turned what is in space further than its camera, round and up. */
    volatile double round;

    volatile double high;

    /** Whether cover leaves too. */
    final boolean covers;

    private byte[] rgb = new byte[0];
    private byte[] cover = new byte[0];
    private int width;
    private int height;

    /** An outlet at most {@code most} pixels wide, 16 to 8192. */
    public PictureOutput(String subject, int most) {
        this(subject, most, false, false, false);
    }

    private PictureOutput(String subject, int most, boolean passing, boolean onAir, boolean covers) {
        this.covers = covers;
        this.onAir = onAir;
        this.subject = subject;
        this.passing = passing;
        this.most = Math.clamp(most, 16, 8192);
    }

    /** One of the whole look for an audience. */
    public static PictureOutput forAudience(int most) {
        return new PictureOutput(null, most, false, true, false);
    }

    /** One of the whole look as an audience has it, and its cover. */
    public static PictureOutput forPhotographs(int most) {
        return new PictureOutput(null, most, false, true, true);
    }

    /** One of the whole look for a picture to be kept, which nobody looks at. */
    public static PictureOutput toBeKept(int most) {
        return new PictureOutput(null, most, true, false, false);
    }

    /** Looks at what is in space from so many turns farther round it and up than its camera does. */
    public void turn(double round, double high) {
        this.high = high;
        this.round = round;
    }

    /** 8-bit RGB, top row first; the reader's while {@link #ready}. */
    public byte[] rgb() {
        return rgb;
    }

    /** How much of its ground each pixel covers, 0 to 255, where {@link #forPhotographs}; the reader's while {@link #ready}. */
    public byte[] cover() {
        return cover;
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /**
     * The picture is there.
     *
     * @param request what it was made by
     * @param large whether it is as large as the look is on air
     * @param begins whether it is the first from the look's beginning
     */
    void done(Request request, boolean large, boolean begins) {
        done();
    }

    byte[] size(int width, int height) {
        this.width = width;
        this.height = height;
        if (rgb.length != width * height * 3) rgb = new byte[width * height * 3];
        if (covers && cover.length != width * height) cover = new byte[width * height];
        return rgb;
    }
}
