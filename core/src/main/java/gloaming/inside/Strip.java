package gloaming.inside;

import gloaming.desk.Outside;
import gloaming.look.Binding;
import gloaming.look.Desk;
import gloaming.look.Layer;
import gloaming.look.Lifted;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.DynamicSettings;
import gloaming.step.Setting;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The settings on the strip of a look that is shown in another, as settings of the step that shows it.
 *
 * <p>The step's document keeps them as a text, so that it says by itself what it can set: a line a setting, with the step or layer, the
 * setting, what it is, its lowest and highest number, where it stood, its unit and its name.
 */
public final class Strip implements DynamicSettings.From {
    private static final int LINE = 8;
    private static final String NO_UNIT = "-";

    /** One of them, and where it is in the other look. */
    record Entry(String of, String id, Setting setting) {}

    @Override
    public DynamicSettings.Own apply(Map<String, Value> set) {
        List<Entry> all = entries(set.get("strip") instanceof Value.Word word ? word.text() : "");
        return new DynamicSettings.Own(all.stream().map(Entry::setting).toList(), List.of(), List.of());
    }

    /** Those that a text speaks of; lines that cannot be read are passed over. */
    static List<Entry> entries(String text) {
        List<Entry> all = new ArrayList<>();
        for (String line : text.split("\n", Desk.STRIP + 1)) {
            Entry entry = entry(line);
            boolean there =
                    entry == null || all.stream().anyMatch(e -> e.setting.id().equals(entry.setting.id()));
            if (!there && all.size() < Desk.STRIP) all.add(entry);
        }
        return all;
    }

    private static Entry entry(String line) {
        String[] words = line.strip().split(" ", LINE);
        if (words.length < LINE || words[0].length() > Limits.NAME || words[1].length() > Limits.NAME) return null;
        try {
            double low = Double.parseDouble(words[3]);
            double high = Double.parseDouble(words[4]);
            double initial = Double.parseDouble(words[5]);
            if (!Double.isFinite(initial) || !Double.isFinite(low) || !Double.isFinite(high) || low >= high)
                return null;
            Setting.Form form = switch (words[2]) {
                case "whole" -> Setting.Form.WHOLE;
                case "switch" -> Setting.Form.SWITCH;
                default -> Setting.Form.NUMBER;
            };
            String unit = words[6].equals(NO_UNIT) ? "" : words[6].replace('_', ' ');
            String name = words[7].substring(0, Math.min(Limits.NAME, words[7].length()));
            Value value = form == Setting.Form.SWITCH
                    ? Value.of(initial > 0.5)
                    : Value.of(Math.clamp(form == Setting.Form.WHOLE ? Math.rint(initial) : initial, low, high));
            boolean byRatio = words[2].equals("ratio") && low > 0;
            Setting setting = new Setting(
                    words[0] + "." + words[1],
                    name,
                    form,
                    low,
                    high,
                    byRatio,
                    value,
                    unit,
                    "On the strip of the look it shows; where it stands as there, that look has it.",
                    List.of());
            return new Entry(words[0], words[1], setting);
        } catch (NumberFormatException e) {
            return null;
        }
    }

    /** The strip of a look as such a text. */
    public static String of(Look look, Catalogue catalogue) {
        StringBuilder text = new StringBuilder();
        for (Lifted lifted : look.desk().strip()) {
            String line = line(look, lifted, catalogue);
            if (line != null) text.append(text.isEmpty() ? "" : "\n").append(line);
        }
        return text.toString();
    }

    /** Whether these are what lies on the strip of a look, in whatever order. */
    static boolean holds(Look look, List<Entry> entries) {
        return ids(entries).equals(ids(entries(of(look, Catalogue.all()))));
    }

    private static Set<String> ids(List<Entry> entries) {
        return entries.stream().map(e -> e.setting.id()).collect(Collectors.toSet());
    }

    private static String line(Look look, Lifted lifted, Catalogue catalogue) {
        Layer layer = look.layer(lifted.of()).orElse(null);
        if (layer != null) {
            String lane = look.lane(layer.lane()).map(l -> l.name()).orElse(layer.lane());
            return line(lifted, "number", 0, 1, layer.opacity(), NO_UNIT, "opacity of " + lane);
        }
        Step step = look.step(lifted.of()).orElse(null);
        if (step == null) return null;
        Description description = catalogue.of(look, step);
        int i = description.settingIndex(lifted.setting());
        if (i < 0) return null;
        Setting s = description.settings().get(i);
        Value now = step.settings().getOrDefault(s.id(), s.initial());
        String own = step.label() == null || step.label().isEmpty() ? description.name() : step.label();
        String name = s.label() + " of " + own;
        String unit = s.unit().isEmpty() ? NO_UNIT : s.unit().replace(' ', '_');
        return switch (s.form()) {
            case NUMBER, WHOLE -> {
                String form = s.form() == Setting.Form.WHOLE ? "whole" : s.byRatio() ? "ratio" : "number";
                yield line(lifted, form, s.min(), s.max(), ((Value.Num) now).number(), unit, name);
            }
            case CHOICE ->
                line(
                        lifted,
                        "whole",
                        0,
                        s.choices().size() - 1.0,
                        Math.max(0, s.choices().indexOf(((Value.Word) now).text())),
                        NO_UNIT,
                        name);
            case SWITCH -> line(lifted, "switch", 0, 1, ((Value.Flag) now).on() ? 1 : 0, NO_UNIT, name);
            default -> null;
        };
    }

    private static String line(Lifted l, String form, double min, double max, double now, String unit, String name) {
        double low = l.low() == null ? min : Math.min(l.low(), l.high());
        double high = l.high() == null ? max : Math.max(l.low(), l.high());
        // Where it stands beyond what the strip shows, its own range is what it can be.
        if (now < low || now > high) {
            low = min;
            high = max;
        }
        return "%s %s %s %s %s %s %s %s"
                .formatted(
                        l.of(),
                        l.setting(),
                        form,
                        low,
                        high,
                        now,
                        unit,
                        (l.name().isEmpty() ? name : l.name()).replaceAll("\\s+", " "));
    }

    /** The look with all that can be given from outside bound to that. */
    static Look bound(Look look, List<Entry> entries) {
        List<Binding> bindings = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            Entry e = entries.get(i);
            double low = e.setting.form() == Setting.Form.SWITCH ? 0 : e.setting.min();
            double high = e.setting.form() == Setting.Form.SWITCH ? 1 : e.setting.max();
            boolean there = look.layer(e.of).isPresent() || look.step(e.of).isPresent();
            if (there) bindings.add(Outside.binding(i, e.of, e.id, low, high));
        }
        int room = Desk.BINDINGS - bindings.size();
        List<Binding> all = new ArrayList<>(bindings);
        look.desk().bindings().stream().limit(room).forEach(all::add);
        return look.withDesk(new Desk(all, look.desk().strip()));
    }

    /** Whether anything is set otherwise than it stood. */
    static boolean sets(List<Entry> entries, Object[] own) {
        for (int i = 0; i < entries.size() && i < own.length; i++)
            if (!Double.isNaN(given(entries.get(i), own[i]))) return true;
        return false;
    }

    /** Gives what the step around sets otherwise than it stood. */
    static void give(List<Entry> entries, Object[] own, Outside outside) {
        for (int i = 0; i < entries.size() && i < own.length; i++) outside.put(i, given(entries.get(i), own[i]));
    }

    /** What one is set to, or not a number where it is left to the look. */
    private static double given(Entry entry, Object own) {
        double value = switch (own) {
            case Number n -> n.doubleValue();
            case Boolean on -> on ? 1 : 0;
            default -> Double.NaN;
        };
        double stood = switch (entry.setting.initial()) {
            case Value.Num n -> n.number();
            case Value.Flag f -> f.on() ? 1 : 0;
            default -> Double.NaN;
        };
        return value == stood ? Double.NaN : value;
    }
}
