package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The kernels over many pixels against {@link Op#apply}, one pixel at a time, for every operation and kind of operand. */
class KernelsTest {
    private static final int AT = Program.STRIDE;

    static Stream<Op> plain() {
        return Arrays.stream(Op.values()).filter(Op::plain);
    }

    /** A program of one instruction, whose operands are the place in the picture and constants. */
    private static int[][] run(Op op, int[] kinds, int[][] values) {
        Emitter out = new Emitter();
        Code.Reg x = out.input(false, Program.Given.X);
        Code.Reg y = out.input(false, Program.Given.Y);
        Code.Reg lane = out.op(Op.F_TO_I, out.op(Op.ADD, x, out.op(Op.MUL, y, out.number(32))));
        Code.Reg[] in = new Code.Reg[op.arity()];
        for (int i = 0; i < in.length; i++) {
            boolean whole = op.takesWhole(i);
            if (kinds[i] == 0) {
                in[i] = out.constant(whole, values[i][0]);
            } else {
                Code.Reg[] pool = new Code.Reg[values[i].length];
                for (int k = 0; k < pool.length; k++) pool[k] = out.constant(whole, values[i][k]);
                in[i] = out.pick(out.op(Op.AND, lane, out.whole(pool.length - 1)), pool, 0);
            }
        }
        Code.Reg result = out.op(op, in);
        Code.Reg shown = op.givesWhole() ? out.op(Op.OF_BITS, result) : result;
        Code.Reg[] results = {shown, x, y, x};
        new Shaping(out.code, results).shape();
        Program program = new Placing(out.code, results).place();
        Machine machine = new Machine();
        machine.load(program, new int[Program.Given.UNIFORMS], new Texels[0], new Crew(1));
        Picture picture = new Picture(32, 16);
        machine.tile(0, 32, 16, new float[][] {picture.r(), picture.g(), picture.b(), picture.a()});
        int[] bits = new int[picture.pixels()];
        int[] lanes = new int[bits.length];
        for (int i = 0; i < bits.length; i++) {
            bits[i] = Float.floatToRawIntBits(picture.r()[i]);
            lanes[i] = (int) (picture.g()[i] + picture.b()[i] * 32);
        }
        return new int[][] {bits, lanes};
    }

    private static int[] values(Op op, int operand) {
        SplittableRandom random = new SplittableRandom(op.ordinal() * 3L + operand);
        int[] values = new int[64];
        for (int i = 0; i < values.length; i++) {
            if (op == Op.CHOOSE_F && operand == 0 || op == Op.CHOOSE_I && operand == 0) {
                values[i] = random.nextBoolean() ? -1 : 0;
            } else if (op.takesWhole(operand)) {
                boolean shift = (op == Op.SHL || op == Op.SHR || op == Op.USHR) && operand == 1;
                values[i] = shift ? random.nextInt(32) : i % 5 == 0 ? random.nextInt() : random.nextInt(-40, 40);
            } else {
                double number = (random.nextDouble() - 0.5) * (i % 7 == 0 ? 2000 : 20);
                if (i % 9 == 0) number = Math.rint(number);
                if (op == Op.LOG2 || op == Op.SQRT || op == Op.RSQRT) number = Math.abs(number) + 1e-3;
                values[i] = Float.floatToRawIntBits((float) number);
            }
        }
        return values;
    }

    @ParameterizedTest
    @MethodSource("plain")
    void theKernelGivesWhatThePlainVersionGives(Op op) {
        int n = op.arity();
        int[][] values = new int[n][];
        for (int i = 0; i < n; i++) values[i] = values(op, i);
        for (int mask = 1; mask < 1 << n; mask++) {
            int[] kinds = new int[n];
            for (int i = 0; i < n; i++) kinds[i] = mask >> i & 1;
            int[][] got = run(op, kinds, values);
            for (int p = 0; p < got[0].length; p++) {
                int[] in = new int[3];
                for (int i = 0; i < n; i++) in[i] = values[i][kinds[i] == 0 ? 0 : got[1][p] & 63];
                int expected = Op.apply(op, in[0], in[1], in[2]);
                if (op.givesWhole()) {
                    assertThat(got[0][p])
                            .as("%s of %s", op, Arrays.toString(in))
                            .isEqualTo(expected);
                } else {
                    float a = Float.intBitsToFloat(got[0][p]);
                    float b = Float.intBitsToFloat(expected);
                    boolean close =
                            a == b || Float.isNaN(a) && Float.isNaN(b) || Math.abs(a - b) <= 2e-6 + 4e-6 * Math.abs(b);
                    assertThat(close)
                            .as("%s of %s: %s, plain %s", op, Arrays.toString(in), a, b)
                            .isTrue();
                }
            }
        }
    }

    /** What a picture shows at a place, by the standard's words (ES 3.00, 3.8.10): four pixels, each within the border's rule. */
    private static float plain(Picture p, Input.Edge edge, int channel, float u, float v) {
        double x = Math.clamp(Float.isNaN(u) ? 0 : u, -1e3, 1e3) * p.width - 0.5;
        double y = Math.clamp(Float.isNaN(v) ? 0 : v, -1e3, 1e3) * p.height - 0.5;
        double left = Math.floor(x);
        double low = Math.floor(y);
        double sum = 0;
        for (int k = 0; k < 4; k++) {
            double column = left + (k & 1);
            double row = low + (k >> 1);
            double weight = (1 - Math.abs(x - column)) * (1 - Math.abs(y - row));
            int i = shown(edge, column, p.width);
            int j = shown(edge, row, p.height);
            if (i >= 0 && j >= 0) sum += weight * p.plane(channel)[p.at(j) + i];
        }
        return (float) sum;
    }

    private static int shown(Input.Edge edge, double i, int size) {
        return switch (edge) {
            case HOLD -> (int) Math.clamp(i, 0, size - 1);
            case REPEAT -> (int) (i - size * Math.floor(i / size));
            case MIRROR -> {
                double m = i - 2 * size * Math.floor(i / (2 * size));
                yield (int) (m < size ? m : 2 * size - 1 - m);
            }
            case EMPTY -> i >= 0 && i < size ? (int) i : -1;
        };
    }

    @Test
    void texturesAreReadAlikeByTheFastAndByThePlainWayWithEveryBorder() {
        SplittableRandom random = new SplittableRandom(2);
        try (Crew crew = new Crew(1)) {
            for (Input.Edge edge : Input.Edge.values()) {
                for (int[] size : new int[][] {{13, 7}, {1, 1}, {2, 1}, {1, 5}, {64, 3}}) {
                    Picture picture = new Picture(size[0], size[1]);
                    for (int c = 0; c < 4; c++)
                        for (int i = 0; i < picture.pixels(); i++) picture.plane(c)[i] = (float) random.nextDouble();
                    Texels texels = new Texels();
                    texels.fill(new Input(picture, edge, false), crew);
                    float[] f = new float[6 * AT];
                    for (int i = 0; i < 512; i++) {
                        f[i] = (float) (random.nextDouble() * 5 - 2);
                        f[AT + i] = (float) (random.nextDouble() * 5 - 2);
                    }
                    f[3] = Float.NaN;
                    f[7] = 0;
                    f[AT + 7] = 1;
                    if (edge == Input.Edge.HOLD || edge == Input.Edge.EMPTY) f[4] = -1e30f;
                    texels.texture(f, 2 * AT, 3 * AT, 4 * AT, 5 * AT, 0, -1, AT, -1, 512, new Texels.Room());
                    for (int i = 0; i < 512; i++) {
                        for (int c = 0; c < 4; c++) {
                            assertThat(f[(2 + c) * AT + i])
                                    .as("%s %s place %s, %s", edge, Arrays.toString(size), f[i], f[AT + i])
                                    .isCloseTo(plain(picture, edge, c, f[i], f[AT + i]), within(2e-4f));
                        }
                    }
                }
            }
        }
    }

    @Test
    void columnsAreBlendedAlikeByLanesAndPlainly() {
        SplittableRandom random = new SplittableRandom(3);
        Texels.Room room = new Texels.Room();
        for (int i = 0; i < room.pairs.length; i++) room.pairs[i] = (float) random.nextDouble();
        for (int i = 0; i < room.across.length; i++) room.across[i] = (float) random.nextDouble();
        float[] fast = new float[4 * AT];
        float[] plain = new float[4 * AT];
        Texels.columns(room, plain, 0, AT, 2 * AT, 3 * AT, 512);
        if (jdk.incubator.vector.FloatVector.SPECIES_PREFERRED.length() < 8) return;
        Texels.columnsByLanes(room.pairs, room.across, fast, 0, AT, 2 * AT, 3 * AT, 512);
        for (int c = 0; c < 4; c++) {
            for (int i = 0; i < 512; i++) assertThat(fast[c * AT + i]).isCloseTo(plain[c * AT + i], within(1e-6f));
        }
    }

    @Test
    void bordersAreHeldRepeatedMirroredOrEmpty() {
        Picture picture = new Picture(4, 1);
        for (int i = 0; i < 4; i++) picture.r()[i] = i + 1;
        float[] f = new float[6 * AT];
        for (int i = 0; i < 12; i++) {
            f[i] = (i - 4 + 0.5f) / 4;
            f[AT + i] = 0.5f;
        }
        List<List<Float>> expected = List.of(
                List.of(1f, 1f, 1f, 1f, 1f, 2f, 3f, 4f, 4f, 4f, 4f, 4f),
                List.of(1f, 2f, 3f, 4f, 1f, 2f, 3f, 4f, 1f, 2f, 3f, 4f),
                List.of(4f, 3f, 2f, 1f, 1f, 2f, 3f, 4f, 4f, 3f, 2f, 1f),
                List.of(0f, 0f, 0f, 0f, 1f, 2f, 3f, 4f, 0f, 0f, 0f, 0f));
        try (Crew crew = new Crew(1)) {
            for (Input.Edge edge : Input.Edge.values()) {
                for (boolean nearest : new boolean[] {false, true}) {
                    Texels texels = new Texels();
                    texels.fill(new Input(picture, edge, nearest), crew);
                    texels.texture(f, 2 * AT, 3 * AT, 4 * AT, 5 * AT, 0, -1, AT, -1, 16, new Texels.Room());
                    for (int i = 0; i < 12; i++) {
                        assertThat(f[2 * AT + i])
                                .as(edge + " " + i)
                                .isEqualTo(expected.get(edge.ordinal()).get(i));
                    }
                }
            }
        }
    }
}
