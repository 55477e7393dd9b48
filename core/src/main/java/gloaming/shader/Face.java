package gloaming.shader;

import gloaming.flow.Kind;
import gloaming.look.Value;
import gloaming.step.Colour;
import gloaming.step.Description;
import gloaming.step.Grows;
import gloaming.step.Setting;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a shader's text adds to its step: uniforms as settings, samplers as reads. */
public final class Face implements Grows.From {
    /** The uniforms that the program itself provides. */
    static final Set<String> GIVEN = Set.of("time", "beat", "size", "frame", "seed");

    /** The sampler that is what comes in from the step before, where something does. */
    public static final String PICTURE = "picture";

    private static final int MOST_SETTINGS = 64;

    /** One setting that has grown, and which scalars of which uniform it fills. */
    record Knob(Setting setting, Shader.Uniform uniform, int from) {}

    @Override
    public Grows.Own apply(Map<String, Value> set) {
        Shader.Result result = Shader.known(set.get("code") instanceof Value.Word code ? code.text() : "");
        Shader shader = result.shader();
        if (shader == null) {
            return new Grows.Own(
                    List.of(),
                    List.of(),
                    result.problems().stream().map(Problem::toString).toList());
        }
        List<Description.Input> reads = new ArrayList<>();
        for (Shader.Sampler s : shader.samplers()) {
            if (!s.name().equals(PICTURE))
                reads.add(new Description.Input(s.name(), Kind.PICTURE, s.comment(), true, false));
        }
        return new Grows.Own(knobs(shader).stream().map(Knob::setting).toList(), reads, List.of());
    }

    static List<Knob> knobs(Shader shader) {
        List<Knob> knobs = new ArrayList<>();
        for (Shader.Uniform u : shader.uniforms()) {
            if (GIVEN.contains(u.name())
                    || u.count() > 4
                    || u.type().contains("mat")
                    || u.type().contains("[")) continue;
            if (knobs.size() + u.count() > MOST_SETTINGS) break;
            Note note = Note.of(u.comment());
            if (note.colour() && u.count() >= 3) {
                String says = note.says().length() > 8 ? note.says().substring(8) : "A colour of the shader.";
                knobs.add(new Knob(
                        new Setting(
                                u.name(),
                                u.name(),
                                Setting.Form.COLOUR,
                                0,
                                0,
                                false,
                                Value.of(note.says().substring(0, 7)),
                                "",
                                says,
                                List.of()),
                        u,
                        0));
                continue;
            }
            for (int i = 0; i < u.count(); i++) knobs.add(new Knob(setting(u, i, note), u, i));
        }
        return knobs;
    }

    private static Setting setting(Shader.Uniform u, int i, Note note) {
        String part = u.count() == 1 ? "" : "." + "xyzw".charAt(i);
        double initial = i < note.initial().length
                ? note.initial()[i]
                : note.initial().length == 1 ? note.initial()[0] : Math.clamp(0, note.min(), note.max());
        Setting.Form form = u.truth() ? Setting.Form.SWITCH : u.whole() ? Setting.Form.WHOLE : Setting.Form.NUMBER;
        Value value = u.truth() ? Value.of(initial != 0) : Value.of(u.whole() ? Math.rint(initial) : initial);
        String says = note.says().isEmpty() ? "A uniform of the shader." : note.says();
        return new Setting(
                u.name() + part, u.name() + part, form, note.min(), note.max(), false, value, "", says, List.of());
    }

    /** Puts the arguments of the settings into the uniforms' values. */
    static void set(List<Knob> knobs, Object[] own, Shader.Values values) {
        for (int i = 0; i < Math.min(knobs.size(), own.length); i++) {
            Knob knob = knobs.get(i);
            switch (own[i]) {
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
