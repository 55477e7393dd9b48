package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.formula.Formula;
import gloaming.formula.Wrong;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

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
    private static final int MOST = 16;
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
        /** The attributes that are read or written; as variables they come behind what is given. */
        List<String> names = List.of();
        /** What each formula is, and which of the names it writes. */
        Formula.Code[] codes = {};

        int[] targets = {};
        boolean[] writes = {};
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
        int own = memory.names.size();
        float[][] columns = memory.columns;
        Column[] sources = memory.sources;
        // Only what a formula writes is copied; the others are read as they are.
        for (int k = 0; k < own; k++) columns[k] = memory.writes[k] ? memory.altered.write(memory.names.get(k)) : null;
        for (int k = 0; k < own; k++) {
            sources[k] = columns[k] == null ? out.column(memory.names.get(k)) : null;
            if (columns[k] == null && sources[k] == null)
                frame.trouble("finds no attribute '" + memory.names.get(k) + "', which counts as 0");
        }
        int[] targets = memory.targets;
        Formula.Code[] codes = memory.codes;
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
        List<String> variables = new ArrayList<>(GIVEN);
        variables.addAll(ATTRIBUTES);
        List<String[]> parts = new ArrayList<>();
        for (String text : formulas.split(";")) {
            if (text.isBlank()) continue;
            int at = text.indexOf('=');
            String target = at < 0 ? "" : text.substring(0, at).strip().toLowerCase(Locale.ROOT);
            if (!target.matches("[a-z][a-z0-9_]{0,39}") || GIVEN.contains(target)) {
                memory.trouble = "'" + text.strip() + "' is not an attribute, =, and a formula";
                return;
            }
            if (!variables.contains(target)) variables.add(target);
            parts.add(new String[] {target, text.substring(at + 1)});
        }
        if (parts.size() > MOST) {
            memory.trouble = "there are more than " + MOST + " formulas";
            return;
        }
        Formula.Code[] codes = new Formula.Code[parts.size()];
        for (int k = 0; k < codes.length; k++) {
            String target = parts.get(k)[0];
            try {
                codes[k] =
                        Formula.over(variables, ROOM, parts.get(k)[1].strip()).code();
            } catch (Wrong wrong) {
                memory.trouble = target + ": " + wrong.getMessage();
                return;
            }
        }
        List<String> names = List.copyOf(variables.subList(GIVEN.size(), variables.size()));
        int[] targets = new int[codes.length];
        boolean[] writes = new boolean[names.size()];
        for (int k = 0; k < codes.length; k++) {
            targets[k] = names.indexOf(parts.get(k)[0]);
            writes[targets[k]] = true;
        }
        memory.names = names;
        memory.codes = codes;
        memory.targets = targets;
        memory.writes = writes;
        memory.columns = new float[names.size()][];
        memory.sources = new Column[names.size()];
    }
}
