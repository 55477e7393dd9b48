package gloaming.picture.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.noise.NoiseRows;
import gloaming.picture.colour.Ramp;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/** Fractal sums of gradient noise, drifting and changing, as a picture between colours. */
@Id("cloud-noise")
@StepInfo(
        name = "Cloud noise",
        does = "Makes clouds, smoke, water or bark: layered noise that drifts and changes.",
        find = "perlin fractal fbm clouds fog mist smoke texture water noise marble fire flames aurora plasma",
        notice = "It never repeats and never stands still; Detail adds ever smaller clouds.",
        sets = {
            "Smoke: size=0.9 detail=6 roughness=0.55 change=0.3 up=0.12 contrast=1.8 dark=#000000 middle=#4a4a52 light=#e8e6e2",
            "Marble: size=0.7 detail=7 form=ridged stretch=0.6 across=0 change=0.02 contrast=1.6 dark=#e8e2d8 middle=#9a9088 light=#2a2830",
            "Weir foam: size=0.25 detail=4 form=ridged stretch=5 up=-0.4 change=1.2 contrast=2.4 dark=#03141c middle=#1f6f7c light=#f0fffa",
            "Northern light: size=1.4 detail=3 stretch=0.25 across=0.06 change=0.4 contrast=2.2 balance=-0.25 dark=#02040c middle=#1f8f6a light=#b6f7d0",
            "Wood: size=0.5 detail=5 stretch=9 change=0 across=0 contrast=1.3 dark=#3a2414 middle=#7a4c28 light=#c88a50"
        })
public record CloudNoise(
        @Id("size")
        @Range(min = 0.02, max = 8, initial = 0.8, unit = "units", byRatio = true, says = "Size of the largest shapes.")
        double size,

        @Id("detail") @Range(min = 1, max = 8, initial = 4, says = "Layers of finer and finer shapes.")
        int detail,

        @Id("roughness") @Range(min = 0, max = 1, initial = 0.5, says = "How strong each finer layer is.")
        double roughness,

        @Id("stretch")
        @Range(min = 0.05, max = 20, initial = 1, byRatio = true, says = "Stretches the shapes across; below 1, up.")
        double stretch,

        @Id("across")
        @Range(min = -4, max = 4, initial = 0.03, unit = "units/s", says = "How fast it moves to the right.")
        double across,

        @Id("up") @Range(min = -4, max = 4, initial = 0, unit = "units/s", says = "How fast it moves up.")
        double up,

        @Id("change") @Range(min = 0, max = 8, initial = 0.15, says = "How fast the shapes themselves change.")
        double change,

        @Id("contrast") @Range(min = 0.1, max = 8, initial = 1.4, says = "From flat to hard.")
        double contrast,

        @Id("balance")
        @Range(min = -1, max = 1, initial = 0, says = "More of the dark colour, or more of the light one.")
        double balance,

        @Id("dark") @Choice(initial = "#0c0a18", says = "Colour of the hollows.")
        Colour dark,

        @Id("middle") @Choice(initial = "#6b4a6e", says = "Colour between.")
        Colour middle,

        @Id("light") @Choice(initial = "#ffc690", says = "Colour of the crests.")
        Colour light,

        @Id("brightness") @Range(min = 0, max = 20, initial = 1, says = "Times the colours.")
        double brightness,

        @Id("clearDark") @Choice(initial = "false", says = "Whether the hollows are clear instead of coloured.")
        boolean clearDark,

        @Id("form") @Choice(initial = "soft", says = "Round shapes, or sharp ridges as of mountains and flames.")
        Form form,

        @Id("loop")
        @Range(
                min = 0,
                max = 120,
                initial = 0,
                unit = "s",
                says = "Comes back to where it was after so long; 0 never does.")
        double loop)
        implements ByRows<Nothing, CloudNoise.Memory> {

    /** What the layers are made of. */
    public enum Form {
        @Id("soft")
        SOFT,
        @Id("ridged")
        RIDGED
    }

    /** The mean of a layer of ridges: one less twice the mean size of the noise. */
    private static final float RIDGE_MEAN = 0.5f;

    /** Where the clouds have drifted to. */
    public static final class Memory {
        Ramp ramp;
        Object made;
        double x;
        double y;
        double time;
        double run;
        /** What stands still, and the settings and the drift it was drawn with. */
        Picture drawn;

        Object drawnAs;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Nothing in, Memory memory, Frame frame) {
        record Made(Colour dark, Colour middle, Colour light) {}
        Made wanted = new Made(dark, middle, light);
        if (!wanted.equals(memory.made)) {
            memory.ramp = new Ramp(dark, middle, light, 0.5);
            memory.made = wanted;
        }
        memory.x += across * frame.dt();
        memory.y += up * frame.dt();
        memory.time += change * frame.dt();
        memory.run += frame.dt();
        int seed = (int) frame.seed();
        if (change == 0 && across == 0 && up == 0 && loop == 0) return still(memory, frame, seed);
        return (nothing, out, from, to) -> {
            block(memory, out, from, to, seed);
            return out;
        };
    }

    /** What does not move is drawn once. */
    private Rows still(Memory memory, Frame frame, int seed) {
        record As(CloudNoise settings, double x, double y, double time, int seed) {}
        Picture drawn = memory.drawn;
        if (drawn == null || drawn.width != frame.width() || drawn.height != frame.height()) {
            memory.drawn = drawn = frame.keep(new Picture(frame.width(), frame.height()));
            memory.drawnAs = null;
        }
        As as = new As(this, memory.x, memory.y, memory.time, seed);
        Picture into = drawn;
        if (!as.equals(memory.drawnAs)) {
            frame.crew().each(into.height, STRIP, (from, to) -> block(memory, into, from, to, seed));
            into.stands();
            memory.drawnAs = as;
        }
        return new Kept(into);
    }

    private void block(Memory memory, Picture out, int from, int to, int seed) {
        int at = out.at(from);
        int end = out.at(to);
        // The red plane holds the sum until the colours replace it.
        Arrays.fill(out.r(), at, end, 0);
        float weights;
        if (loop == 0) {
            weights = layers(memory.x, memory.y, memory.time, 1, out, from, to, seed);
        } else {
            // One run through fades over into the next, which began a whole loop earlier; the contrast stays.
            double phase = memory.run / loop - Math.floor(memory.run / loop);
            double norm = 1 / Math.hypot(phase, 1 - phase);
            double t = phase * loop;
            weights = layers(across * t, up * t, change * t, (1 - phase) * norm, out, from, to, seed);
            double b = t - loop;
            layers(across * b, up * b, change * b, phase * norm, out, from, to, seed);
        }
        float gain = (float) (0.5 * contrast / Math.sqrt(weights));
        float offset = (float) (0.5 + 0.5 * balance);
        for (int i = at; i < end; i++) out.r()[i] = Math.min(1f, Math.max(0f, offset + gain * out.r()[i]));
        if (clearDark) System.arraycopy(out.r(), at, out.a(), at, end - at);
        else Arrays.fill(out.a(), at, end, 1f);
        memory.ramp.paint(out, at, end, (float) brightness);
    }

    /** Adds all layers, drifted so far and of such an age, times {@code part}; returns the sum of the squares of their weights. */
    private float layers(double x, double y, double time, double part, Picture out, int from, int to, int seed) {
        int at = out.at(from);
        float frequency = (float) (1 / size);
        float weight = 1;
        float weights = 0;
        double wx = out.worldX(0) - x;
        double wy = out.worldY(from) - y;
        float step = 2f / out.height;
        float wide = (float) (1 / stretch);
        for (int octave = 0; octave < detail; octave++) {
            // Shapes under two pixels are what a pixel averages out: they fade, and below one pixel cost nothing.
            float cells = step * frequency * wide;
            float seen = Math.clamp(2 - 2 * Math.max(cells, step * frequency), 0f, 1f);
            if (seen > 0) {
                boolean ridged = form == Form.RIDGED;
                float[] into = ridged ? out.g() : out.r();
                float k = (float) (weight * seen * part);
                if (ridged) Arrays.fill(into, at, out.at(to), 0);
                NoiseRows.add(
                        seed + octave * 7919,
                        (float) (wx * frequency * wide),
                        cells,
                        (float) (wy * frequency),
                        step * frequency,
                        (float) time,
                        ridged ? 1 : k,
                        into,
                        at,
                        out.width,
                        out.width,
                        to - from);
                if (ridged) {
                    for (int i = at; i < out.at(to); i++) out.r()[i] += k * (1 - RIDGE_MEAN - 2 * Math.abs(into[i]));
                }
            }
            weights += weight * weight;
            weight *= (float) roughness;
            frequency *= 2;
            time = time * 1.5 + 17;
        }
        return weights;
    }
}
