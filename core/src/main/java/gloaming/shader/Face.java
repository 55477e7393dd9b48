package gloaming.shader;

import gloaming.flow.Kind;
import gloaming.look.Value;
import gloaming.step.Colour;
import gloaming.step.Description;
import gloaming.step.DynamicSettings;
import gloaming.step.Setting;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a shader's text adds to its step: uniforms as settings, samplers as reads. */
public final class Face implements DynamicSettings.From {
    /** The uniforms that the program itself provides. */
    static final Set<String> GIVEN = Set.of("time", "beat", "size", "frame", "seed");

    /** The sampler that is what comes in from the step before, where something does. */
    public static final String PICTURE = "picture";

    private static final int MOST_SETTINGS = 64;

    /** One setting that has grown, which scalars of which uniform it fills, and which of the step's own arguments it is. */
    record Knob(Setting setting, Shader.Uniform uniform, int from, int own) {}

    @Override
    public DynamicSettings.Own apply(Map<String, Value> set) {
        Passes all = Passes.of(set.get("code") instanceof Value.Word code ? code.text() : "");
        if (!all.problems.isEmpty()) {
            return new DynamicSettings.Own(
                    List.of(),
                    List.of(),
                    all.problems.stream()
                            .map(p -> new DynamicSettings.Trouble(p.line(), p.column(), p.text()))
                            .toList());
        }
        Map<String, Description.Input> reads = new LinkedHashMap<>();
        for (Passes.Pass pass : all.passes) {
            for (Shader.Sampler s : pass.shader().samplers()) {
                boolean inside = s.name().equals(PICTURE) || s.name().equals(Passes.BEFORE) || all.place(s.name()) >= 0;
                if (!inside) {
                    reads.putIfAbsent(
                            s.name(), new Description.Input(s.name(), Kind.PICTURE, s.comment(), true, false, ""));
                }
            }
        }
        Map<String, Setting> settings = new LinkedHashMap<>();
        for (List<Knob> knobs : knobs(all))
            for (Knob knob : knobs) settings.putIfAbsent(knob.setting.id(), knob.setting);
        return new DynamicSettings.Own(List.copyOf(settings.values()), List.copyOf(reads.values()), List.of());
    }

    /** The knobs of each pass; a uniform that several passes declare is one setting. */
    static List<List<Knob>> knobs(Passes all) {
        Map<String, Integer> places = new LinkedHashMap<>();
        List<List<Knob>> knobs = new ArrayList<>();
        for (Passes.Pass pass : all.passes) knobs.add(knobs(pass.shader(), places));
        return knobs;
    }

    static List<Knob> knobs(Shader shader, Map<String, Integer> places) {
        List<Knob> knobs = new ArrayList<>();
        for (Shader.Uniform u : shader.uniforms()) {
            if (GIVEN.contains(u.name())
                    || u.count() > 4
                    || u.type().contains("mat")
                    || u.type().contains("[")) continue;
            if (places.size() + u.count() > MOST_SETTINGS) break;
            Note note = Note.of(u.comment());
            boolean colour = note.colour() && u.count() >= 3;
            for (int i = 0; i < (colour ? 1 : u.count()); i++) {
                Setting setting = colour ? colour(u, note) : setting(u, i, note);
                int own = places.computeIfAbsent(setting.id(), id -> places.size());
                knobs.add(new Knob(setting, u, i, own));
            }
        }
        return knobs;
    }

    private static Setting colour(Shader.Uniform u, Note note) {
        String says = note.says().length() > 8 ? note.says().substring(8) : "A colour of the shader.";
        Value initial = Value.of(note.says().substring(0, 7));
        return new Setting(u.name(), u.name(), Setting.Form.COLOUR, 0, 0, false, initial, "", says, List.of());
    }

    private static Setting setting(Shader.Uniform u, int i, Note note) {
        String part = u.count() == 1 ? "" : "." + "xyzw".charAt(i);
        double initial = note.initial(i);
        Note.Span range = note.range(i);
        Setting.Form form = u.truth() ? Setting.Form.SWITCH : u.whole() ? Setting.Form.WHOLE : Setting.Form.NUMBER;
        Value value = u.truth() ? Value.of(initial != 0) : Value.of(u.whole() ? Math.rint(initial) : initial);
        String says = note.says().isEmpty() ? "A uniform of the shader." : note.says();
        return new Setting(
                u.name() + part, u.name() + part, form, range.min(), range.max(), false, value, "", says, List.of());
    }

    /** Puts the arguments of the settings into the uniforms' values. */
    static void set(List<Knob> knobs, Object[] own, Shader.Values values) {
        for (int i = 0; i < knobs.size(); i++) {
            Knob knob = knobs.get(i);
            if (knob.own >= own.length) continue;
            switch (own[knob.own]) {
                case Double d -> values.put(knob.uniform, knob.from, d);
                case Integer n -> values.put(knob.uniform, knob.from, n);
                case Boolean b -> values.put(knob.uniform, knob.from, b ? 1 : 0);
                case Colour c -> {
                    values.put(knob.uniform, 0, c.r());
                    values.put(knob.uniform, 1, c.g());
                    values.put(knob.uniform, 2, c.b());
                    if (knob.uniform.count() > 3) values.put(knob.uniform, 3, 1);
                }
                default -> {}
            }
        }
    }
}
