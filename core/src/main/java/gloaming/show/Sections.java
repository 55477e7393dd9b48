package gloaming.show;

import java.util.ArrayList;
import java.util.List;

/** Where the sections of an evening lie in the time of a look that goes on through them. */
public final class Sections {
    /** One section: the cue it begins with, and seconds of the look's time from its beginning on. */
    public record Section(String cue, String name, double from) {}

    private Sections() {}

    /** The sections of a look, as long as the sheet says how long those before them last; a look that comes anew begins at 0 again. */
    public static List<Section> of(RunSheet sheet, String look) {
        List<Section> all = new ArrayList<>();
        double at = Double.NaN;
        String before = "";
        for (Cue cue : sheet.cues()) {
            if (cue.skipped()) continue;
            String is = sheet.lookAt(cue.id());
            boolean comes = !is.equals(before);
            before = is;
            if (!is.equals(look)) continue;
            // Where it comes back as it runs, nobody knows how long it has.
            if (cue.anew() || comes && all.isEmpty()) at = 0;
            else if (comes) at = Double.NaN;
            if (Double.isNaN(at)) continue;
            all.add(new Section(cue.id(), cue.name(), at));
            at = cue.length() > 0 ? at + cue.length() : Double.NaN;
        }
        return all;
    }
}
