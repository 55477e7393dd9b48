package gloaming.step;

import gloaming.curve.Key;
import gloaming.curve.Keys;
import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** Paths over time of steps whose curves go across, up and nearer: drawn by a hand over the picture, and laid out for who draws. */
public final class PathDrawing {
    /** Places of one that is laid out. */
    private static final int PLACES = 121;

    private static final int MOST_DRAWN = 18_000;
    private static final double LONGEST = 3_600;
    /** A press that is shorter draws nothing. */
    private static final double SHORTEST = 0.05;

    /** Seconds before and after a place over which the speed of the hand is taken. */
    private static final double SPEED = 0.06;

    private static final double ROUND = 1e4;

    private final Catalogue catalogue;

    public PathDrawing(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /**
     * A path at even steps of time, in units as points have.
     *
     * @param end seconds that it takes
     * @param near towards who looks
     */
    public record Path(double end, List<Double> across, List<Double> up, List<Double> near) {}

    /** The path of a step, or null where it has none. */
    public Path of(Look look, Step step) {
        Map<Range.Drag, Setting> axes = axes(look, step);
        if (axes.isEmpty()) return null;
        Map<Range.Drag, Keys> curves = new EnumMap<>(Range.Drag.class);
        axes.forEach((axis, setting) -> curves.put(axis, curve(step, setting)));
        double end = end(curves);
        return new Path(
                end,
                places(curves.get(Range.Drag.ACROSS), end),
                places(curves.get(Range.Drag.UP), end),
                places(curves.get(Range.Drag.NEAR), end));
    }

    /**
     * Puts a path that a hand drew in the place of the one there is. Where one of its curves was not drawn, as when it was drawn from above, that
     * keeps its course and is as long as the others are now.
     *
     * @param taken times and values as they came, by the settings they are of; time begins with the first
     */
    public Edit draw(Look look, String step, Map<String, List<Key>> taken) {
        Step at = look.step(step).orElseThrow(() -> new Refused("That step is not there any more."));
        Map<Range.Drag, Setting> axes = axes(look, at);
        double end = 0;
        for (var drawn : taken.entrySet()) {
            if (axes.values().stream().noneMatch(s -> s.id().equals(drawn.getKey())))
                throw new Refused("That step has no path along '" + drawn.getKey() + "'.");
            if (drawn.getValue().size() > MOST_DRAWN)
                throw new Refused("That was drawn for too long; a path takes ten minutes at once.");
            for (Key key : drawn.getValue()) if (Double.isFinite(key.time())) end = Math.max(end, key.time());
        }
        if (end > LONGEST) throw new Refused("A path takes an hour at most.");
        if (end < SHORTEST)
            throw new Refused("Nothing was drawn; hold the pointer down and move it as fast as things are to move.");
        Map<Range.Drag, Keys> was = new EnumMap<>(Range.Drag.class);
        axes.forEach((axis, setting) -> was.put(axis, curve(at, setting)));
        double before = end(was);
        List<Edit> edits = new ArrayList<>();
        for (var axis : axes.entrySet()) {
            List<Key> drawn = taken.get(axis.getValue().id());
            Keys curve = was.get(axis.getKey());
            if (drawn == null && (before <= 0 || before == end)) continue;
            Keys now = drawn == null ? curve.slower(end / before) : smooth(drawn);
            edits.add(new Edit.Set(step, axis.getValue().id(), Value.of(now.text())));
        }
        return new Edit.Several(edits);
    }

    /** Through few of the places, rounded off, with the speed that the hand had at each: what goes along it has no corners. */
    private static Keys smooth(List<Key> drawn) {
        try {
            Keys hand = Keys.parse("0 0 hold").drawn(drawn);
            List<Key> few = hand.keys();
            List<Key> smooth = new ArrayList<>();
            for (int i = 0; i < few.size(); i++) {
                Key key = few.get(i);
                double from = Math.max(0, key.time() - SPEED);
                double to = Math.min(hand.end(), key.time() + SPEED);
                double speed = (at(drawn, to) - at(drawn, from)) / (to - from);
                double in = i == 0 ? 0 : (key.time() - few.get(i - 1).time()) / 3;
                double out = i == few.size() - 1 ? 0 : (few.get(i + 1).time() - key.time()) / 3;
                smooth.add(new Key(key.time(), key.value(), Key.Join.SMOOTH, false, in, -speed * in, out, speed * out));
            }
            return Keys.of(smooth);
        } catch (IllegalArgumentException e) {
            throw new Refused(e.getMessage());
        }
    }

    /** Where a hand was at a time, between the moments that were told. */
    private static double at(List<Key> drawn, double time) {
        Key before = null;
        for (Key key : drawn) {
            if (!Double.isFinite(key.time() + key.value())) continue;
            if (key.time() >= time) {
                if (before == null || key.time() == before.time()) return key.value();
                double part = (time - before.time()) / (key.time() - before.time());
                return before.value() + part * (key.value() - before.value());
            }
            before = key;
        }
        return before == null ? 0 : before.value();
    }

    private Map<Range.Drag, Setting> axes(Look look, Step step) {
        Map<Range.Drag, Setting> all = new EnumMap<>(Range.Drag.class);
        for (Setting setting : catalogue.of(look, step).settings())
            if (setting.form() == Setting.Form.CURVE && setting.drag() != null) all.put(setting.drag(), setting);
        return all;
    }

    private static Keys curve(Step step, Setting setting) {
        Value value = step.settings().getOrDefault(setting.id(), setting.initial());
        return Keys.parse(value instanceof Value.Word word ? word.text() : "0 0 hold");
    }

    private static double end(Map<Range.Drag, Keys> curves) {
        return curves.values().stream().mapToDouble(Keys::end).max().orElse(0);
    }

    private static List<Double> places(Keys curve, double end) {
        List<Double> all = new ArrayList<>();
        for (int i = 0; i < PLACES; i++)
            all.add(curve == null ? 0 : Math.round(curve.at(end * i / (PLACES - 1)) * ROUND) / ROUND);
        return all;
    }
}
