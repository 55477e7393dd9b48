package gloaming.play;

import gloaming.desk.Grasp;
import gloaming.flow.Kind;
import gloaming.flow.Signal;
import gloaming.formula.Formula;
import gloaming.formula.Wrong;
import gloaming.look.Bend;
import gloaming.look.Follow;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * A number of the document that something drives: a lane it follows, a formula, or a hand. A formula comes before a follow, a hand before
 * both.
 */
final class Driven {
    /** The setting's place in its step, or -1 for an opacity. */
    final int setting;
    /** Its value in the document. */
    final double own;

    final Follow follow;
    private final LaneRun followed;
    private final Formula formula;
    private final List<LaneRun> spokenOf;
    private final Signal[] lanes;
    /** The lanes it needs. */
    final LaneRun[] goesBy;

    private final double[] variables = new double[Formula.VARIABLES.size()];
    final Grasp grasp;
    /** What all that drives it goes through, or null; and what it was before it did in the last frame. */
    private final Bend bend;

    private final Formula[] through;
    private final double[] inAndOut = new double[1];
    private double outside;
    /** A way to its value in the document, or from one to another, or null. */
    Moving moving;

    final String unreadable;
    double raw;
    double eased = Double.NaN;
    double value;

    /** {@code spokenOf} has a null where a lane of the formula is gone. */
    private Driven(
            int setting,
            double own,
            Follow follow,
            LaneRun followed,
            Formula formula,
            String unreadable,
            List<LaneRun> spokenOf,
            Grasp grasp,
            Bend bend) {
        this.bend = bend;
        through =
                bend == null ? NONE : bend.formulas().stream().map(Driven::read).toArray(Formula[]::new);
        outside = bend == null ? own : bend.outside();
        this.setting = setting;
        this.own = own;
        this.follow = follow;
        this.followed = followed;
        this.formula = formula;
        this.unreadable = unreadable;
        this.spokenOf = spokenOf;
        this.grasp = grasp;
        lanes = new Signal[spokenOf.size()];
        goesBy = Stream.concat(Stream.ofNullable(followed), spokenOf.stream())
                .filter(Objects::nonNull)
                .toArray(LaneRun[]::new);
        value = own;
    }

    private static final Formula[] NONE = {};
    private static final Signal[] NO_LANES = {};

    /** A formula over one number; where it is none, that number. */
    private static Formula read(String text) {
        try {
            return Formula.over(List.of("value"), 1, text);
        } catch (Wrong e) {
            return Formula.over(List.of("value"), 1, "value");
        }
    }

    /** {@code words} are those a formula chooses from, for a choice. */
    static Driven of(
            int setting,
            double own,
            Follow follow,
            String formula,
            List<String> words,
            Grasp grasp,
            Bend bend,
            java.util.Map<String, LaneRun> byId) {
        Formula read = null;
        String unreadable = null;
        if (formula != null) {
            try {
                read = Formula.of(formula, words);
            } catch (Wrong e) {
                unreadable = e.getMessage();
            }
        }
        List<LaneRun> spokenOf = new java.util.ArrayList<>();
        if (read != null) for (String lane : read.lanes()) spokenOf.add(byId.get(lane));
        return new Driven(
                setting,
                own,
                follow,
                follow == null ? null : byId.get(follow.lane()),
                read,
                unreadable,
                spokenOf,
                grasp,
                bend);
    }

    /** Goes on where another left off. */
    void after(Driven before) {
        eased = before.eased;
        value = before.value;
        if (bend != null && before.bend != null) outside = before.outside;
    }

    /** Moves on by {@code dt} seconds of show time at a moment of the step's own time, and returns the value. */
    double advance(double dt, double time, double beat, double x) {
        double now = moving == null ? own : moving.number(time);
        boolean driven = follow != null || formula != null;
        double mine = bend == null ? own : bend.outside();
        double present = bend == null ? value : outside;
        if (follow != null) {
            raw = LaneClocks.number(followed.end);
            eased = Double.isNaN(eased) ? raw : follow.ease(eased, raw, dt);
            now = follow.map(eased);
        }
        if (formula != null) now = reckoned(time, beat, x, mine, present);
        if (grasp != null) {
            double hand = grasp.advance(mine, present, dt);
            if (!Double.isNaN(hand)) now = hand;
            driven |= !Double.isNaN(hand);
        }
        if (follow == null) {
            raw = now;
            eased = now;
        }
        if (bend != null && driven) now = bent(now);
        value = now;
        return now;
    }

    private double bent(double from) {
        outside = from;
        double now = from;
        for (Formula each : through) {
            inAndOut[0] = now;
            now = each.code().value(inAndOut, NO_LANES);
        }
        return Double.isFinite(now) ? now : value;
    }

    private double reckoned(double time, double beat, double x, double mine, double present) {
        variables[Formula.X] = x;
        variables[Formula.T] = time;
        variables[Formula.BEAT] = beat;
        variables[Formula.VALUE] = mine;
        for (int i = 0; i < lanes.length; i++) {
            LaneRun lane = spokenOf.get(i);
            lanes[i] = lane == null ? null : Kind.signalOf(lane.end);
        }
        double result = formula.code().value(variables, lanes);
        // Where it comes to no number, as in a division by nothing, the setting stays where it is.
        return Double.isFinite(result) ? result : present;
    }

    /** Whether a formula says what it is, and no hand holds it. */
    boolean reckons() {
        return formula != null && grasp == null;
    }

    /** Whether a lane that its formula speaks of is gone. */
    boolean misses() {
        for (int i = 0; i < spokenOf.size(); i++) if (spokenOf.get(i) == null) return true;
        return false;
    }
}
