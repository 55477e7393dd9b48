package gloaming.shader;

import gloaming.flow.Kind;
import gloaming.look.Value;
import gloaming.step.Description;
import gloaming.step.Grows;
import gloaming.step.Setting;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What the text of code over points adds to its step: uniforms as settings, samplers as reads. */
public final class PointFace implements Grows.From {
    @Override
    public Grows.Own apply(Map<String, Value> set) {
        Shader.Result result = Shader.points(set.get("code") instanceof Value.Word code ? code.text() : "");
        if (result.shader() == null) {
            return new Grows.Own(
                    List.of(),
                    List.of(),
                    result.problems().stream()
                            .map(p -> new Grows.Trouble(p.line(), p.column(), p.text()))
                            .toList());
        }
        List<Setting> settings = Face.knobs(result.shader(), new LinkedHashMap<>()).stream()
                .map(Face.Knob::setting)
                .toList();
        List<Description.Input> reads = result.shader().samplers().stream()
                .map(s -> new Description.Input(s.name(), Kind.PICTURE, s.comment(), true, false))
                .toList();
        return new Grows.Own(settings, reads, List.of());
    }
}
