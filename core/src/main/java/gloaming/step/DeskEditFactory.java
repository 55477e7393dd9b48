package gloaming.step;

import gloaming.curve.Key;
import gloaming.curve.Keys;
import gloaming.desk.Control;
import gloaming.formula.Formula;
import gloaming.formula.Wrong;
import gloaming.look.Binding;
import gloaming.look.Desk;
import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Lifted;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;

/** Turns what the artist's hands ask for into edits: bindings, the performance strip, formulas. */
public final class DeskEditFactory {
    /** A range wider than this is more than a fader can be set to well; it then goes round the present value. */
    private static final double WIDE = 100;

    private static final int MOST_DRAWN = 18_000;

    private final Catalogue catalogue;
    private final Rules rules;

    public DeskEditFactory(Catalogue catalogue) {
        this.catalogue = catalogue;
        rules = new Rules(catalogue);
    }

    /** Binds a control to a setting, with the range and the mode that fit both; {@code known} is null where nothing has come from it. */
    public Edit bind(Look look, String control, Control known, String of, String setting) {
        double[] in = reach(control, known);
        boolean press =
                control.matches("midi .*/note/\\d+") || control.startsWith("key ") || control.equals("pointer down");
        Binding binding;
        if (of.equals(Binding.SHOW)) {
            binding = new Binding(
                    look.freshId("b"), control, of, setting, in[0], in[1], 0, 1, 1, 0, Binding.Mode.TRIGGER, false);
        } else {
            Target target = target(look, of, setting);
            Binding.Mode mode =
                    target.isSwitch ? Binding.Mode.TOGGLE : press ? Binding.Mode.MOMENTARY : Binding.Mode.VALUE;
            binding = new Binding(
                    look.freshId("b"),
                    control,
                    of,
                    setting,
                    in[0],
                    in[1],
                    target.low,
                    target.high,
                    1,
                    0.02,
                    mode,
                    !press);
        }
        List<Binding> all = new ArrayList<>(look.desk().bindings());
        boolean same = all.stream()
                .anyMatch(b -> b.control().equals(control)
                        && b.of().equals(of)
                        && b.setting().equals(setting));
        if (same) throw new Refused("'" + control + "' is bound to that already.");
        all.add(binding);
        return new Edit.SetDesk(new Desk(all, look.desk().strip()));
    }

    /** What a control gives from end to end. */
    private static double[] reach(String control, Control known) {
        if (control.endsWith("/bend")) return new double[] {-1, 1};
        if (!control.startsWith("osc ") || known == null || known.count() == 0) return new double[] {0, 1};
        if (known.least() >= 0 && known.most() <= 1) return new double[] {0, 1};
        if (known.least() >= 0 && known.most() <= 127 && known.most() == Math.rint(known.most()))
            return new double[] {0, 127};
        return new double[] {known.least(), known.most() > known.least() ? known.most() : known.least() + 1};
    }

    /** Puts a binding in the place of the one with the same id. */
    public Edit change(Look look, Binding binding) {
        if (look.desk().bindings().stream().noneMatch(b -> b.id().equals(binding.id()))) {
            throw new Refused("That binding is not there any more.");
        }
        return new Edit.SetDesk(new Desk(
                look.desk().bindings().stream()
                        .map(b -> b.id().equals(binding.id()) ? binding : b)
                        .toList(),
                look.desk().strip()));
    }

    public Edit unbind(Look look, String id) {
        return new Edit.SetDesk(new Desk(
                look.desk().bindings().stream().filter(b -> !b.id().equals(id)).toList(),
                look.desk().strip()));
    }

    /** Puts a setting on the performance strip, or takes it from there when it is on it. */
    public Edit lift(Look look, String of, String setting) {
        Target target = target(look, of, setting);
        List<Lifted> strip = new ArrayList<>(look.desk().strip());
        boolean was = strip.removeIf(l -> l.of().equals(of) && l.setting().equals(setting));
        // A hand that plays wants the part that matters under its fingers, not all that can be set.
        boolean far = target.far() && !target.isSwitch;
        if (!was) strip.add(new Lifted(of, setting, "", far ? target.low : null, far ? target.near : null));
        return new Edit.SetDesk(new Desk(look.desk().bindings(), strip));
    }

    /** Gives a place on the strip a name or a range, or moves it; what is null, and {@code place} below 0, stays. */
    public Edit arrange(Look look, String of, String setting, String name, Double low, Double high, int place) {
        List<Lifted> strip = new ArrayList<>(look.desk().strip());
        int at = -1;
        for (int i = 0; i < strip.size(); i++) {
            if (strip.get(i).of().equals(of) && strip.get(i).setting().equals(setting)) at = i;
        }
        if (at < 0) throw new Refused("That is not on the performance strip any more.");
        Lifted lifted = strip.remove(at);
        strip.add(
                place < 0 ? at : Math.min(place, strip.size()),
                new Lifted(
                        of,
                        setting,
                        name == null ? lifted.name() : name,
                        low == null ? lifted.low() : low,
                        high == null ? lifted.high() : high));
        return new Edit.SetDesk(new Desk(look.desk().bindings(), strip));
    }

    /**
     * What a hand left in a setting, as an edit of the document: where the hand is on a knob of a kit or on a step within, of that.
     *
     * @param binding the id of what bound it, as the look was opened
     */
    public Edit settle(Look look, String binding, String of, String setting, double value) {
        Binding hand = look.desk().bindings().stream()
                .filter(b -> b.id().equals(binding.split("/")[0]))
                .findFirst()
                .orElse(null);
        if (hand == null || hand.of().equals(of)) return settle(look, of, setting, value);
        Step use = look.step(hand.of()).orElse(null);
        double outside = use == null
                ? Double.NaN
                : new KnobTurning(look, catalogue).outside(use, hand.setting(), of, setting, value);
        return settle(look, hand.of(), hand.setting(), Double.isNaN(outside) ? value : outside);
    }

    Edit settle(Look look, String of, String setting, double value) {
        var layer = look.layer(of);
        if (layer.isPresent()) {
            return new Edit.ChangeLayer(layer.get().withOpacity(Math.clamp(value, 0.0, 1.0)));
        }
        Step step = look.step(of).orElseThrow(() -> new Refused("That step is not there any more."));
        Description description = catalogue.of(look, step);
        int i = description.settingIndex(setting);
        if (i < 0) throw new Refused("That setting is not there any more.");
        Value settled = switch (description.argument(i, value)) {
            case Boolean on -> Value.of(on);
            case Enum<?> choice ->
                Value.of(description.settings().get(i).choices().get(choice.ordinal()));
            case Object number -> Value.of(((Number) number).doubleValue());
        };
        return new Edit.Set(of, setting, settled);
    }

    /** Lets a formula drive a setting of a step or the opacity of a layer, or with null nothing; {@link Refused} with its place when it makes no sense. */
    public Edit formula(Look look, String step, String setting, String typed) {
        var layer = look.layer(step);
        if (layer.isPresent()) {
            return new Edit.ChangeLayer(layer.get()
                    .withFormula(
                            typed == null
                                    ? null
                                    : read(look, typed, step, setting).stored()));
        }
        Step at = look.step(step).orElseThrow(() -> new Refused("That step is not there any more."));
        if (typed == null) return new Edit.SetFormula(step, setting, null);
        String stored = read(look, typed, step, setting).stored();
        int i = catalogue.of(look, at).settingIndex(setting);
        if (i >= 0) catalogue.of(look, at).settings().get(i).mustBeDrivable();
        if (i >= 0 && catalogue.of(look, at).settings().get(i).form() == Setting.Form.FORMULA) {
            return new Edit.Set(step, setting, Value.of(stored));
        }
        Edit set = new Edit.SetFormula(step, setting, stored);
        // What followed a lane does so no more.
        return at.follows().containsKey(setting)
                ? new Edit.Several(List.of(new Edit.SetFollow(step, setting, null), set))
                : set;
    }

    /** Puts what a hand drew while the curve was played into it, at most {@value #MOST_DRAWN} moments. */
    public Edit drawn(Look look, String step, String setting, List<Key> taken) {
        if (taken.size() > MOST_DRAWN)
            throw new Refused("That was drawn for too long; a curve takes ten minutes at once.");
        Step at = look.step(step).orElseThrow(() -> new Refused("That step is not there any more."));
        int i = catalogue.of(look, at).settingIndex(setting);
        Value now = i < 0
                ? null
                : at.settings()
                        .getOrDefault(
                                setting,
                                catalogue.of(look, at).settings().get(i).initial());
        try {
            Keys was = Keys.parse(now instanceof Value.Word word ? word.text() : "0 0 hold");
            return keys(look, step, setting, was.drawn(taken).keys());
        } catch (IllegalArgumentException e) {
            throw new Refused(e.getMessage());
        }
    }

    /** Puts a curve through these keys into a setting. */
    public Edit keys(Look look, String step, String setting, List<Key> keys) {
        Step at = look.step(step).orElseThrow(() -> new Refused("That step is not there any more."));
        int i = catalogue.of(look, at).settingIndex(setting);
        if (i < 0 || catalogue.of(look, at).settings().get(i).form() != Setting.Form.CURVE) {
            throw new Refused("That step has no curve '" + setting + "'.");
        }
        try {
            return new Edit.Set(step, setting, Value.of(Keys.of(keys).text()));
        } catch (IllegalArgumentException e) {
            throw new Refused(e.getMessage());
        }
    }

    /**
     * Reads a formula as it is typed in this look for a setting, or for none ({@code step} is null); {@link Wrong} with its place when it
     * makes no sense.
     */
    public Formula read(Look look, String typed, String step, String setting) {
        if (typed.length() > Limits.FORMULA) {
            throw new Refused("The formula is over " + Limits.FORMULA + " characters long.");
        }
        List<String> words = look.step(step)
                .map(catalogue::of)
                .filter(description -> description.settingIndex(setting) >= 0)
                .map(description -> description
                        .settings()
                        .get(description.settingIndex(setting))
                        .words())
                .orElse(List.of());
        String home = step == null ? null : look.laneOf(step).map(Lane::kit).orElse(null);
        return Formula.read(typed, Formulas.laneByName(look, rules, home), words);
    }

    /** What a text without lanes comes to in the unit of a setting, whose step may be null for none. */
    public double reckon(Look look, String typed, String step, String setting) {
        String unit = look.step(step)
                .map(at -> catalogue.of(look, at))
                .filter(description -> description.settingIndex(setting) >= 0)
                .map(description -> description
                        .settings()
                        .get(description.settingIndex(setting))
                        .unit())
                .orElse("");
        return Measure.of(typed, unit);
    }

    /** The range of a setting for a fader; {@code near} is how far up it goes where its whole range is much more than it is used. */
    private record Target(double low, double high, double near, boolean isSwitch) {
        boolean far() {
            return near < high / 2;
        }
    }

    private Target target(Look look, String of, String setting) {
        if (look.layer(of).isPresent() && setting.equals("opacity")) return new Target(0, 1, 1, false);
        Step step = look.step(of).orElseThrow(() -> new Refused("That step is not there any more."));
        Description description = catalogue.of(look, step);
        int i = description.settingIndex(setting);
        Setting s = i < 0 ? null : description.settings().get(i);
        if (s == null || !(s.drivable() || s.form() == Setting.Form.SWITCH)) {
            throw new Refused("Only numbers, switches and choices can be in somebody's hands; '" + setting + "' of "
                    + description.name() + " is none of these.");
        }
        s.mustBeDrivable();
        if (s.form() == Setting.Form.SWITCH) return new Target(0, 1, 1, true);
        if (s.form() == Setting.Form.CHOICE) return new Target(s.lowest(), s.highest(), s.highest(), false);
        double now =
                step.settings().getOrDefault(setting, s.initial()) instanceof Value.Num num ? num.number() : s.min();
        double usual = s.initial() instanceof Value.Num num ? num.number() : now;
        double near = s.min() >= 0 && !s.byRatio() ? Math.min(s.max(), 4 * Math.max(now, usual)) : s.max();
        if (near <= s.min()) near = s.max();
        if (s.max() - s.min() <= WIDE || s.byRatio()) return new Target(s.min(), s.max(), near, false);
        double half = Math.max(1, Math.abs(now));
        return new Target(Math.max(s.min(), now - half), Math.min(s.max(), now + half), near, false);
    }
}
