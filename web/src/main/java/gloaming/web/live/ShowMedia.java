package gloaming.web.live;

import gloaming.look.Value;
import gloaming.step.Description;
import gloaming.step.Setting;
import gloaming.web.store.Media;
import gloaming.web.store.PictureFolders;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What a new step shows that shows a medium: the only one of the show that it can, or the one that came in last. */
@Component
class ShowMedia {
    /** Settings a step begins with, and what a lane is called that shows it; both empty where there is no medium. */
    record Chosen(Map<String, Value> settings, String name) {
        static final Chosen NOTHING = new Chosen(Map.of(), "");
    }

    private final Media media;
    private final PictureFolders folders;

    ShowMedia(Media media, PictureFolders folders) {
        this.media = media;
        this.folders = folders;
    }

    Chosen of(String show, Description step) {
        if (step == null) return Chosen.NOTHING;
        for (Setting setting : step.settings()) {
            // What has a medium of its own already, as a font, needs none of the show's.
            if (setting.form() != Setting.Form.MEDIUM || !setting.initial().equals(Value.of(""))) continue;
            if (setting.choices().contains("folder")) {
                String folder = folders.last(show);
                return new Chosen(Map.of(setting.id(), Value.of(folder)), folder);
            }
            List<Media.Row> fit = media.of(show).stream()
                    .filter(row -> setting.choices().contains(row.facts().kind().id()))
                    .toList();
            if (fit.isEmpty()) continue;
            Media.Row last = fit.getLast();
            String plain = last.name().replaceFirst("\\.[A-Za-z0-9]{1,5}$", "");
            return new Chosen(Map.of(setting.id(), Value.of(last.ref())), plain.isBlank() ? last.ref() : plain);
        }
        return Chosen.NOTHING;
    }
}
