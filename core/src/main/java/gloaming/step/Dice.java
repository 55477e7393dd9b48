package gloaming.step;

import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.SplittableRandom;

/**
 * Sets settings by chance, within what makes sense: numbers around where they are and usually are, colours to neighbours on the wheel, words
 * now and then. What is driven stays driven; what is held, and texts, media and curves, stay as they are.
 */
public final class Dice {
    /** Of words and switches, so many become others at full strength. */
    private static final double WORDS = 0.4;

    private final Catalogue catalogue;

    public Dice(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /**
     * One throw on some lanes and steps, or with none on all of the look.
     *
     * @param strength 0, which leaves all as it is, to 1
     */
    public Edit roll(Look look, Collection<String> lanes, Collection<String> steps, double strength, long seed) {
        if (!(strength >= 0 && strength <= 1)) throw new Refused("The strength of a throw goes from 0 to 1.");
        SplittableRandom random = new SplittableRandom(seed);
        boolean whole = lanes.isEmpty() && steps.isEmpty();
        List<Edit> edits = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            for (Step step : lane.steps()) {
                if (whole || lanes.contains(lane.id()) || steps.contains(step.id()))
                    roll(look, lane, step, strength, random, edits);
            }
        }
        if (edits.isEmpty()) throw new Refused("There is nothing here that chance could set.");
        return new Edit.Several(edits);
    }

    private void roll(Look look, Lane lane, Step step, double strength, SplittableRandom random, List<Edit> edits) {
        for (Setting s : catalogue.of(look, step).settings()) {
            if (step.follows().containsKey(s.id()) || step.formulas().containsKey(s.id())) continue;
            if (look.snapshots().keepsOut(lane.id(), step.id(), s.id())) continue;
            Value now = step.settings().getOrDefault(s.id(), s.initial());
            Value then = thrown(s, now, strength, random);
            if (!then.equals(now)) edits.add(new Edit.Set(step.id(), s.id(), then));
        }
    }

    private static Value thrown(Setting s, Value now, double strength, SplittableRandom random) {
        boolean other = random.nextDouble() < strength * WORDS;
        return switch (s.form()) {
            case NUMBER, WHOLE -> now instanceof Value.Num n ? number(s, n.number(), strength, random) : now;
            case COLOUR -> now instanceof Value.Word w ? colour(w.text(), strength, random) : now;
            case CHOICE ->
                other ? Value.of(s.choices().get(random.nextInt(s.choices().size()))) : now;
            case SWITCH -> other && now instanceof Value.Flag f ? Value.of(!f.on()) : now;
            case TEXT, CODE, CURVE, FORMULA, MEDIUM, STRIP -> now;
        };
    }

    private static Value number(Setting s, double now, double strength, SplittableRandom random) {
        double usual = s.initial() instanceof Value.Num n ? n.number() : now;
        double[] span = EditFactory.sensible(s, now, usual);
        double to;
        if (s.byRatio() && now > 0) {
            // What counts by ratio costs by it too: at most twice as many.
            double most = s.form() == Setting.Form.WHOLE ? 2 : 4;
            to = now * Math.pow(most, strength * (2 * random.nextDouble() - 1));
        } else to = now + strength * (span[0] + random.nextDouble() * (span[1] - span[0]) - now);
        double held = Math.clamp(to, s.min(), s.max());
        return Value.of(s.form() == Setting.Form.WHOLE ? Math.rint(held) : round(held));
    }

    /** Four digits are enough for what chance gives, and are read more easily. */
    private static double round(double value) {
        return value == 0
                ? 0
                : new java.math.BigDecimal(value)
                        .round(new java.math.MathContext(4))
                        .doubleValue();
    }

    /** Turned round the wheel, and a little lighter or darker, in a perceptual space. */
    private static Value colour(String text, double strength, SplittableRandom random) {
        double[] cones = OkLab.roots(Colour.parse(text));
        double light = 0.2104542553 * cones[0] + 0.7936177850 * cones[1] - 0.0040720468 * cones[2];
        double a = 1.9779984951 * cones[0] - 2.4285922050 * cones[1] + 0.4505937099 * cones[2];
        double b = 0.0259040371 * cones[0] + 0.7827717662 * cones[1] - 0.8086757660 * cones[2];
        double turn = Math.PI * strength * (2 * random.nextDouble() - 1);
        double lighter = light + 0.25 * strength * (2 * random.nextDouble() - 1);
        double x = a * Math.cos(turn) - b * Math.sin(turn);
        double y = a * Math.sin(turn) + b * Math.cos(turn);
        double l = cube(lighter + 0.3963377774 * x + 0.2158037573 * y);
        double m = cube(lighter - 0.1055613458 * x - 0.0638541728 * y);
        double s = cube(lighter - 0.0894841775 * x - 1.2914855480 * y);
        float[] rgb = OkLab.light(l, m, s);
        int hex = 0;
        for (float c : rgb)
            hex = hex << 8 | (int) Math.clamp(Math.rint(255 * Colour.toSrgb(Math.clamp(c, 0f, 1f))), 0.0, 255.0);
        return Value.of("#%06x".formatted(hex));
    }

    private static double cube(double root) {
        return Math.max(0, root * root * root);
    }
}
