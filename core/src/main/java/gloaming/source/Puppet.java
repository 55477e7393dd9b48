package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * The stand-in for a camera: a drawn performer who moves in front of a still background, the same every time.
 *
 * <p>Every limb is a rigid capsule, so the true motion of each pixel is known: where the same spot of the same limb was a frame
 * before. The true matte is what the limbs cover. Motion and matting are tested against these.
 */
@Id("puppet")
@StepInfo(
        name = "Puppet",
        does = "A performer who dances in front of a still wall, for when there is no camera.",
        find = "camera stand-in person dancer performer test body figure matte",
        notice = "A stand-in for a person before a camera, with a matte and its movement.")
public record Puppet(
        @Id("shows")
        @Choice(
                initial = "picture",
                says = "What the camera sees, or what is true of it: matte, motion, the wall alone.")
        Shows shows,

        @Id("vigour") @Range(min = 0, max = 4, initial = 1, says = "How wildly it moves; 0 stands still.")
        double vigour,

        @Id("pace")
        @Range(min = 0.1, max = 4, initial = 0.5, byRatio = true, says = "Rounds of its movement to a beat.")
        double pace,

        @Id("size")
        @Range(
                min = 0.3,
                max = 2,
                initial = 1,
                byRatio = true,
                unit = "units",
                says = "How tall it is, as a part of the picture.")
        double size,

        @Id("variation") @Range(min = 0, max = 1000, initial = 0, says = "Another number, another performer.")
        int variation,

        @Id("body")
        @Choice(initial = "limbs", says = "A plain figure of a few limbs, or a dancer who steps, in a skirt.")
        Body body)
        implements Operation<Nothing, Picture, Puppet.Memory> {

    /** Who performs. */
    public enum Body {
        @Id("limbs")
        LIMBS(Figure.LIMBS),
        @Id("dancer")
        DANCER(Figure.DANCER);

        final Figure figure;

        Body(Figure figure) {
            this.figure = figure;
        }
    }

    /** What is handed out. */
    public enum Shows {
        @Id("picture")
        PICTURE,
        @Id("matte")
        MATTE,
        @Id("motion")
        MOTION,
        @Id("wall")
        WALL
    }

    /** Red, green and blue of trousers, boots, skin, coat and hair. */
    private static final float[][] CLOTH = {
        {0.10f, 0.13f, 0.28f},
        {0.09f, 0.06f, 0.05f},
        {0.62f, 0.38f, 0.26f},
        {0.62f, 0.14f, 0.10f},
        {0.55f, 0.33f, 0.22f}
    };

    /** The wall of the last size, and the joints now and a frame before, in units: x and y of each. */
    public static final class Memory {
        private Picture wall;
        private long wallSeed;
        private float[] now = {};
        private float[] before = {};
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        // The same performer in every step that shows the same variation: its matte belongs to its picture.
        long seed = 7_919L * (variation + 1);
        double beats = frame.time() > 0 ? frame.beat() / frame.time() : 2;
        Figure figure = body.figure;
        if (memory.now.length != 2 * figure.joints) {
            memory.now = new float[2 * figure.joints];
            memory.before = new float[2 * figure.joints];
        }
        figure.pose(memory.now, seed, frame.beat() * pace, 0.9 * size, vigour);
        figure.pose(memory.before, seed, (frame.time() - frame.dt()) * beats * pace, 0.9 * size, vigour);
        Picture out = frame.picture();
        Picture wall = shows == Shows.PICTURE || shows == Shows.WALL ? wall(memory, frame, seed) : null;
        frame.crew().each(out.height, ByRows.STRIP, (from, to) -> {
            if (wall != null) out.copyFrom(wall, from, to);
            else if (shows == Shows.MOTION) empty(out, from, to);
            else out.clear(from, to);
            if (shows == Shows.WALL) return;
            for (int limb = 0; limb < figure.limbs.length; limb++)
                limb(limb, memory, out, (float) frame.dt(), from, to);
        });
        return out;
    }

    private static void empty(Picture out, int from, int to) {
        out.clear(from, to);
        java.util.Arrays.fill(out.a(), out.at(from), out.at(to), 1f);
    }

    private void limb(int limb, Memory memory, Picture out, float dt, int from, int to) {
        Figure figure = body.figure;
        int a = 2 * figure.limbs[limb][0];
        int b = 2 * figure.limbs[limb][1];
        int wears = figure.limbs[limb][2];
        float[] cloth = CLOTH[wears];
        float[] j = memory.now;
        float[] old = memory.before;
        float s = (float) (0.9 * size);
        float thick = figure.thick[limb] * s;
        float thin = figure.thin[limb] * s;
        float dx = j[b] - j[a];
        float dy = j[b + 1] - j[a + 1];
        float length = (float) Math.sqrt(dx * dx + dy * dy);
        float ux = dx / length;
        float uy = dy / length;
        float ox = old[b] - old[a];
        float oy = old[b + 1] - old[a + 1];
        float was = (float) Math.sqrt(ox * ox + oy * oy);
        ox /= was;
        oy /= was;
        float scale = (float) out.scale();
        float reach = Math.max(thick, thin) + 1 / scale;
        int low = Math.max(from, (int) ((Math.min(j[a + 1], j[b + 1]) - reach + 1) * scale));
        int high = Math.min(to, (int) Math.ceil((Math.max(j[a + 1], j[b + 1]) + reach + 1) * scale));
        float aspect = (float) out.aspect();
        int left = Math.max(0, (int) ((Math.min(j[a], j[b]) - reach + aspect) * scale));
        int right = Math.min(out.width, (int) Math.ceil((Math.max(j[a], j[b]) + reach + aspect) * scale));
        for (int y = low; y < high; y++) {
            float py = (float) out.worldY(y) - j[a + 1];
            for (int x = left; x < right; x++) {
                float px = (float) out.worldX(x) - j[a];
                float along = px * ux + py * uy;
                float across = px * uy - py * ux;
                float h = Math.clamp(along / length, 0, 1);
                float off = along - h * length;
                float d = thick + (thin - thick) * h - (float) Math.sqrt(off * off + across * across);
                float cover = Math.clamp(d * scale + 0.5f, 0, 1);
                if (cover == 0) continue;
                int p = out.at(y) + x;
                switch (shows) {
                    case PICTURE -> {
                        float light = shade(along / s, across / s, limb, wears, d / thick);
                        out.r()[p] += (cloth[0] * light - out.r()[p]) * cover;
                        out.g()[p] += (cloth[1] * light - out.g()[p]) * cover;
                        out.b()[p] += (cloth[2] * light - out.b()[p]) * cover;
                    }
                    case MATTE -> {
                        float sum = Math.max(out.a()[p], cover);
                        out.r()[p] = sum;
                        out.g()[p] = sum;
                        out.b()[p] = sum;
                        out.a()[p] = sum;
                    }
                    default -> {
                        if (cover < 0.5f || dt <= 0) continue;
                        out.r()[p] = (j[a] + px - (old[a] + along * ox + across * oy)) / dt;
                        out.g()[p] = (j[a + 1] + py - (old[a + 1] + along * oy - across * ox)) / dt;
                    }
                }
            }
        }
    }

    /** Folds, stripes and a weave that stay on the cloth, darker to the rim. */
    private static float shade(float along, float across, int limb, int wears, float depth) {
        float stripes = (float) Math.sin(along * 70 + 3 * Math.sin(across * 40 + limb));
        float weave = grain(along * 38 + limb * 17, across * 38 + limb * 5);
        // Skin is smoother than cloth.
        float rough = wears == Figure.SKIN || wears == Figure.HAIR ? 0.45f : 1;
        return (0.75f + rough * (0.2f * stripes + 0.7f * (weave - 0.5f))) * (0.55f + 0.45f * Math.min(1, depth * 2));
    }

    private static float grain(float x, float y) {
        int i = (int) Math.floor(x);
        int k = (int) Math.floor(y);
        float fx = x - i;
        float fy = y - k;
        fx = fx * fx * (3 - 2 * fx);
        fy = fy * fy * (3 - 2 * fy);
        float low = spot(i, k) + (spot(i + 1, k) - spot(i, k)) * fx;
        float high = spot(i, k + 1) + (spot(i + 1, k + 1) - spot(i, k + 1)) * fx;
        return low + (high - low) * fy;
    }

    private static float spot(int x, int y) {
        int h = x * 0x27d4eb2d ^ y * 0x165667b1;
        h = (h ^ h >>> 15) * 0x2c1b3c6d;
        return (h >>> 8) * 0x1p-24f;
    }

    /** Boards of a mill's wall in lamplight; drawn once a size. */
    private Picture wall(Memory memory, Frame frame, long seed) {
        Picture known = memory.wall;
        boolean fits = known != null && known.width == frame.width() && known.height == frame.height();
        if (fits && memory.wallSeed == seed) return known;
        Picture wall = new Picture(frame.width(), frame.height());
        for (int y = 0; y < wall.height; y++) {
            float v = (float) wall.worldY(y);
            for (int x = 0; x < wall.width; x++) {
                float u = (float) wall.worldX(x);
                float board = (u * 3.5f + 50) % 1;
                int which = (int) Math.floor(u * 3.5f + 50);
                float wood = 0.6f + 0.5f * grain(u * 60 + which * 7, v * 5 + which) + 0.25f * (spot(which, 3) - 0.5f);
                float gap = Math.clamp(Math.min(board, 1 - board) * 14, 0.25f, 1);
                float lamp = 0.35f + 0.65f * (float) Math.exp(-0.6 * (u * u + (v - 0.3) * (v - 0.3)));
                float light = wood * gap * lamp;
                int p = y * wall.width + x;
                wall.r()[p] = 0.34f * light;
                wall.g()[p] = 0.25f * light;
                wall.b()[p] = 0.17f * light;
                wall.a()[p] = 1;
            }
        }
        memory.wall = wall;
        memory.wallSeed = seed;
        return wall;
    }
}
