package gloaming.shader;

import gloaming.flow.Kind;
import gloaming.look.Value;
import gloaming.step.Description;
import gloaming.step.DynamicSettings;
import gloaming.step.Setting;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What the text of code over points adds to its step: uniforms as settings, samplers as reads. */
public final class PointFace implements DynamicSettings.From {
    @Override
    public DynamicSettings.Own apply(Map<String, Value> set) {
        Shader.Result result = Shader.points(set.get("code") instanceof Value.Word code ? code.text() : "");
        if (result.shader() == null) {
            return new DynamicSettings.Own(
                    List.of(),
                    List.of(),
                    result.problems().stream()
                            .map(p -> new DynamicSettings.Trouble(p.line(), p.column(), p.text()))
                            .toList());
        }
        List<Setting> settings = Face.knobs(result.shader(), new LinkedHashMap<>()).stream()
                .map(Face.Knob::setting)
                .toList();
        List<Description.Input> reads = result.shader().samplers().stream()
                .map(s -> new Description.Input(s.name(), Kind.PICTURE, s.comment(), true, false, ""))
                .toList();
        return new DynamicSettings.Own(settings, reads, List.of());
    }
}
