package gloaming.shape.number;

import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.flow.Signal;
import gloaming.formula.Assignments;
import gloaming.look.Id;
import gloaming.shape.Bending;
import gloaming.shape.Changed;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.List;

/**
 * Formulas worked out at every corner of a shape, one after the other, each put into a number: {@code heat = y * 2; red = heat}.
 *
 * <p>Numbers are those of {@link CornerNumbers} and any names besides, which the corners carry from then on. Where a place is written the
 * normal goes along: two small steps across the surface are moved by the same formulas, as {@link Bending} does it.
 */
@Id("shape-formula")
@StepInfo(
        name = "Shape formula",
        does =
                "Works out places, colours and numbers by name at every corner of a shape by formulas: y = y + 0.1 * sin(x * 9 + t).",
        find =
                "formula expression maths equation code vertex corner displace attribute number calculate write deform wave",
        notice = "A wave runs through the sheet, and its colour goes by its height.",
        example =
                "panel width=1.6 height=1.6 > * formulas=z=0.2*sin(x*6+t*3)*cos(y*5);red=0.5+2*z;green=0.4;blue=0.5-2*z > stand tilt=0.12")
public record ShapeFormula(
        @Id("formulas")
        @Choice(
                initial = "y = y + 0.1 * sin(x * 9 + t * 2)",
                says = "Formulas with ; between them: a number of the corner = what it is to be.")
        String formulas,

        @Id("a") @Range(min = -100, max = 100, initial = 0, says = "A number of your own for the formulas.")
        double a,

        @Id("b") @Range(min = -100, max = 100, initial = 0, says = "Another.")
        double b,

        @Id("c") @Range(min = -100, max = 100, initial = 0, says = "Another.")
        double c,

        @Id("d") @Range(min = -100, max = 100, initial = 0, says = "Another.")
        double d,

        @Id("edges")
        @Range(
                min = 0,
                max = 5,
                initial = 0.05,
                unit = "units",
                says = "Edges that are longer are divided before, so that waves are round; 0 leaves them.")
        double edges)
        implements Operation<Shape, Shape, ShapeFormula.Memory> {
    private static final List<String> GIVEN = List.of("i", "index", "count", "t", "beat", "a", "b", "c", "d");
    private static final int ROOM = GIVEN.size() + CornerNumbers.KNOWN.size() + Shape.NAMED;
    private static final int PLACES = 3;
    private static final Signal[] NONE = {};

    /** What the formulas see of one corner, on each thread. */
    private static final ThreadLocal<double[]> VARIABLES = ThreadLocal.withInitial(() -> new double[ROOM]);

    /** The formulas as they were last read, and what they made of a shape. */
    public static final class Memory {
        private final Changed.Memory made = new Changed.Memory();
        private String read;
        private String trouble;
        private Assignments does = new Assignments();
        private Worked worked;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Shape run(Shape in, Memory memory, Frame frame) {
        if (!formulas.equals(memory.read)) read(memory);
        if (memory.trouble != null) frame.trouble("goes on as it was before: " + memory.trouble);
        Assignments does = memory.does;
        for (int k = CornerNumbers.KNOWN.size(); k < does.names.size(); k++)
            if (!does.writes[k] && in.number(does.names.get(k)) == null)
                frame.trouble("finds no number '" + does.names.get(k) + "', which counts as 0");
        Worked now = new Worked(does, a, b, c, d, (float) edges);
        if (!now.equals(memory.worked)) memory.worked = now;
        return memory.worked.run(in, memory.made, frame);
    }

    private void read(Memory memory) {
        memory.read = formulas;
        memory.trouble = null;
        try {
            memory.does = Assignments.read(formulas, GIVEN, CornerNumbers.KNOWN, Shape.NAMED);
        } catch (IllegalArgumentException wrong) {
            memory.trouble = wrong.getMessage();
        }
    }

    /** Formulas with their numbers: what they make of a shape is kept for as long as neither changes. */
    private record Worked(Assignments does, double a, double b, double c, double d, float edges) implements Bending {
        @Override
        public boolean idle() {
            return does.codes.length == 0;
        }

        @Override
        public float finest(Shape in) {
            return edges;
        }

        @Override
        public long moment(Frame frame) {
            return does.moves ? frame.index() : 0;
        }

        @Override
        public void change(Shape in, Shape out, Frame frame) {
            if (does.writes[0] || does.writes[1] || does.writes[2]) Bending.super.change(in, out, frame);
            else out.copyFrom(in);
            float[][] to = new float[does.names.size()][];
            boolean turned = false;
            for (int k = PLACES; k < to.length; k++) {
                if (!does.writes[k]) continue;
                String name = does.names.get(k);
                turned |= k < 2 * PLACES;
                if (k < CornerNumbers.KNOWN.size()) {
                    if (k >= CornerNumbers.COLOURS) out.colours();
                    to[k] = CornerNumbers.of(out, name);
                } else to[k] = out.give(name);
            }
            float[][] from = from(in);
            frame.crew().each(in.corners(), Points.GRAIN, (first, end) -> {
                for (int i = first; i < end; i++) {
                    double[] v = worked(in, from, frame, in.x()[i], in.y()[i], in.z()[i], i);
                    for (int k = PLACES; k < to.length; k++) {
                        double value = v[GIVEN.size() + k];
                        if (to[k] != null) to[k][i] = Math.abs(value) < Shape.FAR ? (float) value : 0;
                    }
                }
            });
            if (turned) out.upright();
        }

        @Override
        public Rule rule(Shape in, Frame frame) {
            float[][] from = from(in);
            return (p, corner) -> {
                double[] v = worked(in, from, frame, p[0], p[1], p[2], corner);
                for (int k = 0; k < PLACES; k++) p[k] = (float) v[GIVEN.size() + k];
            };
        }

        private float[][] from(Shape in) {
            float[][] from = new float[does.names.size()][];
            for (int k = 0; k < from.length; k++) from[k] = CornerNumbers.of(in, does.names.get(k));
            return from;
        }

        /** All variables once the formulas are worked out at a corner, as if it lay at a place. */
        private double[] worked(Shape in, float[][] from, Frame frame, float x, float y, float z, int i) {
            double[] v = VARIABLES.get();
            int n = in.corners();
            v[0] = n == 1 ? 0 : (double) i / (n - 1);
            v[1] = i;
            v[2] = n;
            v[3] = frame.time();
            v[4] = frame.beat();
            v[5] = a;
            v[6] = b;
            v[7] = c;
            v[8] = d;
            int own = GIVEN.size();
            v[own] = x;
            v[own + 1] = y;
            v[own + 2] = z;
            for (int k = PLACES; k < from.length; k++)
                v[own + k] = from[k] != null ? from[k][i] : k < CornerNumbers.KNOWN.size() ? 1 : 0;
            for (int k = 0; k < does.codes.length; k++) v[own + does.targets[k]] = does.codes[k].value(v, NONE);
            return v;
        }
    }
}
