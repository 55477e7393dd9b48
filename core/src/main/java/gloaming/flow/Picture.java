package gloaming.flow;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicLong;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;

/**
 * A planar 32-bit float picture in linear light with premultiplied alpha, unbounded below and above.
 *
 * <p>Four planes of {@code width * height}, row by row from the bottom left, as GLSL has it. The world it shows runs from
 * -1 to 1 over its height and from -aspect to aspect over its width.
 *
 * <p>Whose it is: one that a step makes is its own; one that a {@link PicturePool} lends goes back to it when nobody reads it any more,
 * once, and to no other; one that is {@linkplain #keep kept} is nobody else's to write to. Where its keeper says that it {@linkplain
 * #stands stands}, what was made of it need not be made again for as long as its stamp is the same.
 */
public final class Picture implements Flow {
    public final int width;
    public final int height;
    private final float[] r;
    private final float[] g;
    private final float[] b;
    private final float[] a;

    /** The lowest row that the planes hold: 0 but for a strip. */
    private int top;

    private static final AtomicLong STAMPS = new AtomicLong();

    private boolean kept;
    private long stamp;
    /** Whose it is to take back; null while nobody has lent it. */
    private PicturePool lender;

    /** An empty (transparent black) picture of at least 1 by 1 pixels. */
    public Picture(int width, int height) {
        this(width, height, height);
    }

    private Picture(int width, int height, int rows) {
        if (width < 1 || height < 1) throw new IllegalArgumentException("a picture of " + width + "x" + height);
        this.width = width;
        this.height = height;
        int n = Math.multiplyExact(width, rows);
        r = new float[n];
        g = new float[n];
        b = new float[n];
        a = new float[n];
    }

    /** A part of a picture of this size: planes that hold no more than {@code rows} rows, where {@link #hold} says. */
    public static Picture strip(int width, int height, int rows) {
        return new Picture(width, height, Math.min(height, rows));
    }

    /** Lets a strip hold the rows from {@code top} on. */
    public Picture hold(int top) {
        this.top = top;
        return this;
    }

    /** From now on somebody keeps this beyond the frame: nobody else writes to it, and no pool takes it back. */
    public Picture keep() {
        kept = true;
        return this;
    }

    /** Whether somebody keeps this, so that whoever wants to change it writes elsewhere. */
    public boolean kept() {
        return kept;
    }

    /** Says that this is kept and stands as it is now; whoever draws into it again says so again, or it was never true. */
    public Picture stands() {
        kept = true;
        stamp = STAMPS.incrementAndGet();
        return this;
    }

    /** Tells what is in this from what was, where it {@linkplain #stands stands}; 0 where nobody says that it does. */
    public long stamp() {
        return stamp;
    }

    /** Begins a lease. */
    Picture lent(PicturePool by) {
        lender = by;
        return this;
    }

    /** Ends the lease of this pool; false where there is none, or somebody keeps it. */
    boolean returned(PicturePool to) {
        if (kept || lender != to) return false;
        lender = null;
        return true;
    }

    /** Where in the planes a row begins. */
    public int at(int row) {
        return (row - top) * width;
    }

    public int pixels() {
        return width * height;
    }

    /** Width over height: the world's half width. */
    public double aspect() {
        return (double) width / height;
    }

    /** Pixels in one unit of world space. */
    public double scale() {
        return height / 2.0;
    }

    /** World x of the centre of column {@code x}. */
    public double worldX(double x) {
        return (2 * (x + 0.5) - width) / height;
    }

    /** World y of the centre of row {@code y}. */
    public double worldY(double y) {
        return (2 * (y + 0.5)) / height - 1;
    }

    /** The plane of red light. */
    public float[] r() {
        return r;
    }

    /** The plane of green light. */
    public float[] g() {
        return g;
    }

    /** The plane of blue light. */
    public float[] b() {
        return b;
    }

    /** The plane of cover. */
    public float[] a() {
        return a;
    }

    /** A row of pixels, for whoever does not need the speed of whole planes. */
    public record Row(Picture picture, int at) {
        /** One number of a pixel: channel 0 to 3 as {@link Picture#plane} has it. */
        public float get(int channel, int x) {
            return picture.plane(channel)[at + x];
        }

        public void set(int channel, int x, float value) {
            picture.plane(channel)[at + x] = value;
        }

        /** Rec. 709 luminance of a pixel. */
        public float light(int x) {
            return 0.2126f * picture.r[at + x] + 0.7152f * picture.g[at + x] + 0.0722f * picture.b[at + x];
        }
    }

    public Row row(int y) {
        return new Row(this, at(y));
    }

    /** One plane: 0 red, 1 green, 2 blue, 3 alpha. */
    public float[] plane(int channel) {
        return switch (channel) {
            case 0 -> r;
            case 1 -> g;
            case 2 -> b;
            default -> a;
        };
    }

    public Picture clear() {
        return fill(0, 0, 0, 0);
    }

    /** Empties rows {@code from} to {@code to}. */
    public void clear(int from, int to) {
        for (int c = 0; c < 4; c++) Arrays.fill(plane(c), at(from), at(to), 0f);
    }

    /** Sets every pixel to one premultiplied colour. */
    public Picture fill(float red, float green, float blue, float alpha) {
        fill(red, green, blue, alpha, 0, height);
        return this;
    }

    /** Sets the pixels of rows {@code from} to {@code to} to one premultiplied colour. */
    public void fill(float red, float green, float blue, float alpha, int from, int to) {
        Arrays.fill(r, at(from), at(to), red);
        Arrays.fill(g, at(from), at(to), green);
        Arrays.fill(b, at(from), at(to), blue);
        Arrays.fill(a, at(from), at(to), alpha);
    }

    /** Takes over the pixels of a picture of the same size. */
    public Picture copyFrom(Picture other) {
        for (int c = 0; c < 4; c++) System.arraycopy(other.plane(c), 0, plane(c), 0, pixels());
        return this;
    }

    /** Takes over some rows of a picture of the same size, or of a strip that holds them. */
    public Picture copyFrom(Picture other, int from, int to) {
        for (int c = 0; c < 4; c++)
            System.arraycopy(other.plane(c), other.at(from), plane(c), at(from), (to - from) * width);
        return this;
    }

    public boolean sameSize(Picture other) {
        return width == other.width && height == other.height;
    }

    /** Makes 0 of what is no number or infinite in rows {@code from} to {@code to}, so that what is remembered heals. */
    public void mend(int from, int to) {
        for (int c = 0; c < 4; c++) {
            mend(plane(c), at(from), at(to));
        }
    }

    @Kernel
    private static void mend(float[] plane, int from, int to) {
        int i = from;
        for (; i <= to - Vectors.LANES; i += Vectors.LANES) {
            FloatVector here = Vectors.load(plane, i);
            VectorMask<Float> number = here.sub(here).compare(VectorOperators.EQ, 0f);
            if (!number.allTrue()) here.blend(0f, number.not()).intoArray(plane, i);
        }
        for (; i < to; i++) plane[i] = plane[i] - plane[i] == 0 ? plane[i] : 0;
    }
}
