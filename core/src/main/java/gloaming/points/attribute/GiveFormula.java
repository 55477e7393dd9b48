package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.formula.Assignments;
import gloaming.formula.Formula;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;
import java.util.List;

/**
 * Formulas worked out for every point, one after the other, each put into an attribute: {@code size = 0.01 + 0.01 * sin(i * 40 + t); y = y + a}.
 *
 * <p>They are in the language of the formulas behind {@code =}. Variables are the attributes, those of one's own as well (a name that no
 * point bears counts as 0 and is said), {@code i} from 0 to 1 along the points, {@code index}, {@code count}, {@code t}, {@code beat}, and
 * {@code a} to {@code d}, which are settings. A formula sees what those before it have written.
 */
@Id("give-formula")
@StepInfo(
        name = "Give formula",
        does = "Works out attributes of every point by formulas: size = 0.01 + 0.01 * sin(i * 40 + t).",
        find = "formula expression maths attribute equation polar angle radius code write calculate",
        notice = "Each point's place is worked out anew from x, y, i and t.",
        example = "grid columns=30 rows=14 > *")
public record GiveFormula(
        @Id("formulas")
        @Choice(
                initial = "y = y + 0.1 * sin(x * 6 + t * 2); size = size * (1 + 0.5 * sin(i * 60 - t * 3))",
                says = "Formulas with ; between them: an attribute = what it is to be.")
        String formulas,

        @Id("a") @Range(min = -100, max = 100, initial = 0, says = "A number of your own for the formulas.")
        double a,

        @Id("b") @Range(min = -100, max = 100, initial = 0, says = "Another.")
        double b,

        @Id("c") @Range(min = -100, max = 100, initial = 0, says = "Another.")
        double c,

        @Id("d") @Range(min = -100, max = 100, initial = 0, says = "Another.")
        double d)
        implements Operation<Points, Points, GiveFormula.Memory> {
    private static final List<String> GIVEN = List.of("i", "index", "count", "t", "beat", "a", "b", "c", "d");
    private static final List<String> ATTRIBUTES =
            Arrays.stream(Attribute.values()).map(Attribute::id).toList();
    /** Variables at most: what is given, the attributes, and as many of one's own as points may bear. */
    private static final int ROOM = GIVEN.size() + Attribute.values().length + Points.NAMED;

    private static final Signal[] NONE = {};

    /** What the formulas see of one point, on each thread. */
    private static final ThreadLocal<double[]> VARIABLES = ThreadLocal.withInitial(() -> new double[ROOM]);

    /** The columns this step replaces, and the formulas as they were last read. */
    public static final class Memory {
        final ChangedColumns altered = new ChangedColumns();
        String read;
        public String trouble;
        Assignments does = new Assignments();
        /** Of each name, the values written, or the column read. */
        float[][] columns = {};

        Column[] sources = {};
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        if (!formulas.equals(memory.read)) read(memory);
        if (memory.trouble != null) frame.trouble("goes on as it was before: " + memory.trouble);
        Points out = memory.altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        Assignments does = memory.does;
        int own = does.names.size();
        float[][] columns = memory.columns;
        Column[] sources = memory.sources;
        // Only what a formula writes is copied; the others are read as they are.
        for (int k = 0; k < own; k++) columns[k] = does.writes[k] ? memory.altered.write(does.names.get(k)) : null;
        for (int k = 0; k < own; k++) {
            sources[k] = columns[k] == null ? out.column(does.names.get(k)) : null;
            if (columns[k] == null && sources[k] == null)
                frame.trouble("finds no attribute '" + does.names.get(k) + "', which counts as 0");
        }
        int[] targets = does.targets;
        Formula.Code[] codes = does.codes;
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            double[] v = VARIABLES.get();
            int behind = GIVEN.size();
            v[2] = n;
            v[3] = frame.time();
            v[4] = frame.beat();
            v[5] = a;
            v[6] = b;
            v[7] = c;
            v[8] = d;
            for (int i = from; i < to; i++) {
                for (int k = 0; k < own; k++)
                    v[behind + k] = columns[k] != null ? columns[k][i] : sources[k] == null ? 0 : sources[k].at(i);
                v[0] = n == 1 ? 0 : (double) i / (n - 1);
                v[1] = i;
                for (int k = 0; k < codes.length; k++) {
                    double value = codes[k].value(v, NONE);
                    v[behind + targets[k]] = value;
                    columns[targets[k]][i] = (float) value;
                }
            }
        });
        return out;
    }

    private void read(Memory memory) {
        memory.read = formulas;
        memory.trouble = null;
        try {
            memory.does = Assignments.read(formulas, GIVEN, ATTRIBUTES, Points.NAMED);
        } catch (IllegalArgumentException wrong) {
            memory.trouble = wrong.getMessage();
            return;
        }
        memory.columns = new float[memory.does.names.size()][];
        memory.sources = new Column[memory.does.names.size()];
    }
}
