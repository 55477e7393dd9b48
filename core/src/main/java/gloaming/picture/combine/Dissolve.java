package gloaming.picture.combine;

import gloaming.look.Id;
import gloaming.noise.NoiseRows;
import gloaming.picture.kernel.RowRoom;
import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Takes the picture away by patches of noise. */
@Id("dissolve")
@StepInfo(
        name = "Dissolve",
        does = "Takes the picture away in patches of noise.",
        ifBlack = "Amount has taken all of it away",
        find = "dissolve erode noise burn away disintegrate patches transition",
        notice = "It goes in flakes and not evenly; Softness is the width of their edge.",
        example = "puppet > * amount==0.5+0.5*sin(t*1.6)")
public record Dissolve(
        @Id("amount") @Range(min = 0, max = 1, initial = 0.5, says = "How much is gone.")
        double amount,

        @Id("size")
        @Range(min = 0.02, max = 4, initial = 0.4, unit = "units", byRatio = true, says = "Size of the patches.")
        double size,

        @Id("softness") @Range(min = 0.01, max = 1, initial = 0.1, says = "How soft their edges are.")
        double softness,

        @Id("change") @Range(min = 0, max = 4, initial = 0, says = "How fast the patches change.")
        double change)
        implements ByPixel<Dissolve.Memory> {

    /** How far the patches have changed. */
    public static final class Memory {
        double time;
    }

    @Override
    public boolean timeless() {
        return false;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Pixels pixels(Memory memory, Frame frame) {
        memory.time += change * frame.dt();
        if (amount == 0) return null;
        float z = (float) memory.time;
        int seed = (int) frame.seed();
        return (p, from, to, row) -> {
            float[] noise = RowRoom.of(p.width).x;
            int rows = (to - from) / p.width;
            float step = (float) (2.0 / p.height / size);
            for (int j = 0; j < rows; j++) {
                java.util.Arrays.fill(noise, 0, p.width, 0);
                for (int octave = 0; octave < 3; octave++) {
                    float k = 1 << octave;
                    NoiseRows.add(
                            seed + octave,
                            (float) (p.worldX(0) / size) * k,
                            Math.min(0.99f, step * k),
                            (float) (p.worldY(row + j) / size) * k,
                            0,
                            z * k,
                            0.5f / k,
                            noise,
                            0,
                            0,
                            p.width,
                            1);
                }
                take(p.r(), p.g(), p.b(), p.a(), noise, from + j * p.width, p.width);
            }
        };
    }

    private void take(float[] r, float[] g, float[] b, float[] a, float[] noise, int at, int n) {
        float soft = (float) softness;
        float edge = (float) (amount * (1 + softness));
        for (int x = 0; x < n; x++) {
            // About even parts of the picture lie between each two levels.
            float level = Math.clamp(0.5f + 0.8f * noise[x], 0f, 1f);
            float k = Math.clamp((level - edge) / soft + 1, 0f, 1f);
            k = k * k * (3 - 2 * k);
            r[at + x] *= k;
            g[at + x] *= k;
            b[at + x] *= k;
            a[at + x] *= k;
        }
    }
}
