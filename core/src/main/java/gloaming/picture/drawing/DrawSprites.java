package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;
import java.util.Arrays;

/**
 * A small picture at each point, turned to where the point looks or flies, and stretched by its speed; of several pictures, each point
 * has its own.
 *
 * <p>The {@link Sprite} is as high as twice the point's radius. Without a picture a soft dot is drawn.
 */
@Id("draw-sprites")
@StepInfo(
        name = "Draw sprites",
        does = "Draws another lane's picture at each point, turned and stretched as the point flies.",
        ifBlack = "its points are out of the picture, too small or too dark, or the sprite is empty",
        find =
                "particles render billboard image stamp instance texture sprite leaf petal icon little pictures at each point images stamps",
        notice = "Any picture is drawn at every point, here a soft disc.",
        example = "sow rate=14 life=4 speed=0.25 size=0.03 > * sprite=(puppet) size=6")
@Read(
        name = "sprite",
        kind = Picture.class,
        optional = true,
        says = "The picture that is drawn; without it, a soft dot.")
@Read(name = "second", kind = Picture.class, optional = true, says = "A second one, that some points have instead.")
@Read(name = "third", kind = Picture.class, optional = true, says = "Another, that some points have instead.")
@Read(name = "fourth", kind = Picture.class, optional = true, says = "Another, that some points have instead.")
@Read(name = "fifth", kind = Picture.class, optional = true, says = "Another, that some points have instead.")
@Read(name = "sixth", kind = Picture.class, optional = true, says = "Another, that some points have instead.")
public record DrawSprites(
        @Id("size") @Range(min = 0.05, max = 200, initial = 3, byRatio = true, says = "Times each point's own size.")
        double size,

        @Id("turned") @Choice(initial = "looking", says = "How sprites are turned.")
        Turned turned,

        @Id("turn") @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "And turned by so much.")
        double turn,

        @Id("stretch")
        @Range(min = 0, max = 20, initial = 0, says = "How much longer a sprite is for each unit a second it flies.")
        double stretch,

        @Id("brightness") @Range(min = 0, max = 50, initial = 1, says = "Times each point's own light.")
        double brightness,

        @Id("ink") @Choice(initial = "cover", says = "Whether sprites cover what is behind or add their light.")
        DrawDots.Ink ink,

        @Id(value = "pick", label = "Which picture")
        @Choice(
                initial = "in-turn",
                says = "Which of several pictures a point has: each the next, any, or by an attribute.")
        Which pick,

        @Id("attribute")
        @Choice(
                initial = "part",
                says = "The attribute that picks: from 0 on it has the first picture, from 1 on the second.")
        String attribute,

        @Id(value = "crop", label = "Cropped")
        @Choice(
                initial = "true",
                says = "Whether a sprite is what the picture covers, without the empty border round it.")
        boolean crop)
        implements ByRows<Points, DrawSprites.Memory> {

    /** How a sprite is turned. */
    public enum Turned {
        @Id("upright")
        UPRIGHT,
        @Id("looking")
        LOOKING,
        @Id("flying")
        FLYING
    }

    /** Which of several pictures a point has. */
    public enum Which {
        @Id("in-turn")
        IN_TURN,
        @Id("at-random")
        AT_RANDOM,
        @Id("by-attribute")
        BY_ATTRIBUTE
    }

    /** The sprites' places by bands, and the sprites that there are. */
    public static final class Memory {
        int[] starts = new int[0];
        int[] order = new int[0];
        final Sprite[] sprites = new Sprite[READS.length];
        int count;
        /** From the middle of the widest to its corner, over half its height. */
        double spread;

        Column by;
        long seed;
    }

    private static final String[] READS = {"sprite", "second", "third", "fourth", "fifth", "sixth"};

    private static final int BAND = ByRows.STRIP;
    /** Sprites in bands, at most: what is beyond is not drawn. */
    private static final int MOST = 4_000_000;

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Points in, Memory memory, Frame frame) {
        take(memory, in, frame);
        int height = frame.height();
        int bands = (height + BAND - 1) / BAND;
        int[] starts = memory.starts.length < bands + 2 ? memory.starts = new int[bands + 2] : memory.starts;
        Arrays.fill(starts, 0);
        int n = in.n();
        int total = 0;
        for (int pass = 0; pass < 2; pass++) {
            for (int i = 0; i < n; i++) {
                float y = in.at(Attribute.Y, i) * height / 2f + height / 2f;
                float reach = reach(in, i, height, memory.spread);
                if (!(reach > 0.2f) || !(y + reach > 0 && y - reach < height) || !(in.at(Attribute.ALPHA, i) > 0))
                    continue;
                float x = in.at(Attribute.X, i) * height / 2f + frame.width() / 2f;
                if (!(x + reach > 0 && x - reach < frame.width())) continue;
                int last = Math.min(bands - 1, (int) (y + reach) / BAND);
                for (int band = (int) Math.max(0, (y - reach) / BAND); band <= last; band++) {
                    if (pass == 0 && total < MOST) {
                        starts[band + 2]++;
                        total++;
                    } else if (pass == 1 && starts[band + 1] < total) {
                        memory.order[starts[band + 1]++] = i;
                    }
                }
            }
            if (pass == 1) break;
            for (int band = 1; band <= bands; band++) starts[band + 1] += starts[band];
            if (memory.order.length < total) memory.order = new int[total + total / 2];
        }
        return (nothing, out, from, to) -> {
            out.clear(from, to);
            int band = from / BAND;
            for (int k = starts[band]; k < starts[band + 1]; k++) draw(in, memory.order[k], memory, out, from, to);
            return out;
        };
    }

    private void take(Memory memory, Points in, Frame frame) {
        memory.count = 0;
        memory.spread = Math.sqrt(2);
        for (String name : READS) {
            Picture picture = frame.read(name, Picture.class);
            if (picture == null) continue;
            if (memory.sprites[memory.count] == null) memory.sprites[memory.count] = new Sprite();
            Sprite sprite = memory.sprites[memory.count++];
            sprite.of(picture, crop);
            memory.spread = Math.max(memory.spread, Math.hypot(1, sprite.aspect()));
        }
        memory.seed = frame.seed();
        boolean by = memory.count > 1 && pick == Which.BY_ATTRIBUTE;
        memory.by = by ? in.column(attribute.strip()) : null;
        if (by && memory.by == null) frame.trouble("finds no attribute '" + attribute.strip() + "'");
    }

    /** Which sprite a point has; null where there is none. */
    private Sprite sprite(Memory memory, Points in, int i) {
        int n = memory.count;
        if (n < 2) return n == 0 ? null : memory.sprites[0];
        long id = (long) in.at(Attribute.ID, i);
        return memory.sprites[
                switch (pick) {
                    case IN_TURN -> (int) Math.floorMod(id, (long) n);
                    case AT_RANDOM -> (int) (Randomness.uniform(memory.seed, id, 31) * n);
                    case BY_ATTRIBUTE ->
                        memory.by == null ? 0 : Math.floorMod((int) Math.floor(memory.by.at(i) + 1e-4f), n);
                }];
    }

    /** Pixels from a sprite's middle to its furthest corner. */
    private float reach(Points in, int i, int height, double spread) {
        double r = in.at(Attribute.SIZE, i) * size * height / 2;
        return (float) (r * spread * (1 + stretch * speed(in, i)));
    }

    private double speed(Points in, int i) {
        return stretch == 0 ? 0 : Math.min(20, Math.hypot(in.at(Attribute.VX, i), in.at(Attribute.VY, i)));
    }

    private void draw(Points in, int i, Memory memory, Picture out, int from, int to) {
        double r = in.at(Attribute.SIZE, i) * size * out.height / 2;
        double x = in.at(Attribute.X, i) * out.height / 2.0 + out.width / 2.0 - 0.5;
        double y = in.at(Attribute.Y, i) * out.height / 2.0 + out.height / 2.0 - 0.5;
        double hx = turned == Turned.UPRIGHT ? 1 : in.at(turned == Turned.FLYING ? Attribute.VX : Attribute.HX, i);
        double hy = turned == Turned.UPRIGHT ? 0 : in.at(turned == Turned.FLYING ? Attribute.VY : Attribute.HY, i);
        double length = Math.hypot(hx, hy);
        if (!(length > 1e-9)) {
            hx = 1;
            hy = 0;
            length = 1;
        }
        double cosTurn = Math.cos(2 * Math.PI * turn);
        double sinTurn = Math.sin(2 * Math.PI * turn);
        double cos = (hx * cosTurn - hy * sinTurn) / length;
        double sin = (hx * sinTurn + hy * cosTurn) / length;
        double along = r * (1 + stretch * speed(in, i));
        Sprite sprite = sprite(memory, in, i);
        double aspect = sprite == null ? 1 : sprite.aspect();
        double wide = along * aspect;
        double spanX = Math.abs(wide * cos) + Math.abs(r * sin) + 1;
        double spanY = Math.abs(wide * sin) + Math.abs(r * cos) + 1;
        int bottom = (int) Math.max(from, Math.ceil(y - spanY));
        int top = (int) Math.min(to, Math.floor(y + spanY) + 1);
        int left = (int) Math.max(0, Math.ceil(x - spanX));
        int right = (int) Math.min(out.width, Math.floor(x + spanX) + 1);
        float alpha = in.at(Attribute.ALPHA, i) * (float) Math.min(1, r * r);
        float red = in.at(Attribute.RED, i) * (float) brightness;
        float green = in.at(Attribute.GREEN, i) * (float) brightness;
        float blue = in.at(Attribute.BLUE, i) * (float) brightness;
        wide = Math.max(0.5, wide);
        double high = Math.max(0.5, r);
        Picture level = sprite == null ? null : sprite.level(2 * r);
        boolean covers = ink == DrawDots.Ink.COVER;
        for (int row = bottom; row < top; row++) {
            int at = out.at(row);
            for (int column = left; column < right; column++) {
                double dx = column - x;
                double dy = row - y;
                float u = (float) ((dx * cos + dy * sin) / wide);
                float v = (float) ((dy * cos - dx * sin) / high);
                if (!(Math.abs(u) < 1.2f && Math.abs(v) < 1.2f)) continue;
                int p = at + column;
                if (sprite == null) {
                    float cover = Dots.cover(u * u + v * v, 1, 1) * alpha;
                    float keep = covers ? 1 - cover : 1;
                    out.r()[p] = out.r()[p] * keep + red * cover;
                    out.g()[p] = out.g()[p] * keep + green * cover;
                    out.b()[p] = out.b()[p] * keep + blue * cover;
                    out.a()[p] += cover * (1 - out.a()[p]);
                    continue;
                }
                float sx = sprite.x(level, u);
                float sy = sprite.y(level, v);
                float cover = Sprite.read(level, level.a(), sx, sy) * alpha;
                float keep = covers ? 1 - cover : 1;
                out.r()[p] = out.r()[p] * keep + red * alpha * Sprite.read(level, level.r(), sx, sy);
                out.g()[p] = out.g()[p] * keep + green * alpha * Sprite.read(level, level.g(), sx, sy);
                out.b()[p] = out.b()[p] * keep + blue * alpha * Sprite.read(level, level.b(), sx, sy);
                out.a()[p] += cover * (1 - out.a()[p]);
            }
        }
    }
}
