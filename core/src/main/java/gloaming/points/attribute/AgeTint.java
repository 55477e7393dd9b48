package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Colour and size over a life: from one colour through another to a third, fading in at birth and out towards death.
 *
 * <p>Points that do not age run through the colours by their index instead.
 */
@Id("age-tint")
@StepInfo(
        name = "Age tint",
        does = "Colours, fades and resizes points over their life.",
        find = "colour color size age fade gradient tint hue old young",
        notice = "Young dots are pale, old ones violet; they fade in and out rather than pop.",
        example = "sow rate=300 life=3 speed=0.3 size=0.03 > *")
public record AgeTint(
        @Id("young") @Choice(initial = "#ffe3b0", says = "Colour at birth.")
        Colour young,

        @Id("middle") @Choice(initial = "#ff8a5c", says = "Colour half way.")
        Colour middle,

        @Id("old") @Choice(initial = "#7a3cff", says = "Colour at the end.")
        Colour old,

        @Id("brightness") @Range(min = 0, max = 20, initial = 1, says = "Brightness; above 1 glows.")
        double brightness,

        @Id("fadeIn") @Range(min = 0, max = 1, initial = 0.1, says = "Part of the life spent fading in.")
        double fadeIn,

        @Id("fadeOut") @Range(min = 0, max = 1, initial = 0.5, says = "Part of the life spent fading out.")
        double fadeOut,

        @Id("sizeYoung") @Range(min = 0, max = 8, initial = 1, says = "Size at birth, times its own.")
        double sizeYoung,

        @Id("sizeOld") @Range(min = 0, max = 8, initial = 1, says = "Size at the end, times its own.")
        double sizeOld,

        @Id(value = "uneven", label = "Brightness spread")
        @Range(min = 0, max = 1, initial = 0, says = "How unevenly bright the points are.")
        double uneven)
        implements Operation<Points, Points, AgeTint.Memory> {
    private static final int STEPS = 1_024;

    /** The columns this step replaces, the course of a life in steps, and where in it each point is. */
    public static final class Memory {
        final ChangedColumns altered = new ChangedColumns();
        final float[][] course = new float[5][STEPS + 1];
        int[] place = new int[0];
        float[] shine = new float[0];
        AgeTint drawn;
        boolean fades;
        /** Which of the courses is 1 all along. */
        final boolean[] even = new boolean[5];
    }

    private static final Attribute[] CHANGED = {
        Attribute.RED, Attribute.GREEN, Attribute.BLUE, Attribute.ALPHA, Attribute.SIZE
    };

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        Column age = in.column(Attribute.AGE);
        Column life = in.column(Attribute.LIFE);
        Column id = in.column(Attribute.ID);
        boolean ages = life.length() == n && age.length() == n;
        draw(memory, ages);
        if (memory.place.length < n) memory.place = new int[n + n / 2];
        if (uneven > 0 && memory.shine.length < n) memory.shine = new float[n + n / 2];
        int[] place = memory.place;
        float[] shine = memory.shine;
        float[][] columns = new float[CHANGED.length][];
        // What the course leaves as it is stays that of what came in.
        for (int c = 0; c < columns.length; c++) columns[c] = memory.even[c] ? null : memory.altered.afresh(CHANGED[c]);
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            if (ages) {
                for (int i = from; i < to; i++) {
                    float part = Math.min(1, Math.max(0, age.values[i] / Math.max(1e-6f, life.values[i])));
                    place[i] = (int) (part * STEPS + 0.5f);
                }
            } else {
                for (int i = from; i < to; i++) place[i] = (int) ((i + 0.5f) / n * STEPS);
            }
            for (int c = 0; c < columns.length; c++) {
                if (columns[c] != null) times(in.column(CHANGED[c]), memory.course[c], place, columns[c], from, to);
            }
            if (uneven <= 0) return;
            for (int i = from; i < to; i++) {
                float random = (float) Randomness.uniform(frame.seed(), (long) id.at(i), 9);
                shine[i] = 1 - (float) uneven * (1 - random * random * random);
            }
            for (int c = 0; c < 3; c++) for (int i = from; i < to; i++) columns[c][i] *= shine[i];
        });
        return out;
    }

    private static void times(Column in, float[] course, int[] place, float[] out, int from, int to) {
        if (in.length() == 1) {
            float all = in.at(0);
            for (int i = from; i < to; i++) out[i] = all * course[place[i]];
        } else {
            for (int i = from; i < to; i++) out[i] = in.at(i) * course[place[i]];
        }
    }

    /** The course of a life: red, green, blue, alpha and size, each to be multiplied with. */
    private void draw(Memory memory, boolean fades) {
        if (equals(memory.drawn) && memory.fades == fades) return;
        memory.drawn = this;
        memory.fades = fades;
        for (int k = 0; k <= STEPS; k++) {
            float part = (float) k / STEPS;
            Colour first = part < 0.5f ? young : middle;
            Colour second = part < 0.5f ? middle : old;
            float t = part < 0.5f ? part * 2 : part * 2 - 1;
            memory.course[0][k] = (float) brightness * (first.r() + t * (second.r() - first.r()));
            memory.course[1][k] = (float) brightness * (first.g() + t * (second.g() - first.g()));
            memory.course[2][k] = (float) brightness * (first.b() + t * (second.b() - first.b()));
            memory.course[3][k] = fades ? ramp(part, fadeIn) * ramp(1 - part, fadeOut) : 1;
            memory.course[4][k] = (float) (sizeYoung + part * (sizeOld - sizeYoung));
        }
        memory.even[3] = even(memory.course[3]);
        memory.even[4] = even(memory.course[4]);
    }

    private static boolean even(float[] course) {
        for (float value : course) if (value != 1) return false;
        return true;
    }

    private static float ramp(float part, double over) {
        if (over <= 0 || part >= over) return 1;
        float t = (float) (part / over);
        return t * t * (3 - 2 * t);
    }
}
