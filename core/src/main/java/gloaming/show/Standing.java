package gloaming.show;

import java.util.ArrayList;
import java.util.List;

/**
 * What stands in the middle of a section, as it would if the evening had been played up to there.
 *
 * @param look seconds since its look began anew, or not a number where no cue says that it did
 * @param sound what is heard, from where, or null where no cue says so
 * @param light of the output, or null
 * @param tempo beats a minute, or null
 * @param snapshot the last that was called of its look, or empty; {@code before} the one before that, or empty
 * @param settings what cues set since, each as the last of them did
 * @param change how it was gone over to, or null; {@code since} how many seconds ago
 */
public record Standing(
        double look,
        Cue.Hears sound,
        Double light,
        Double tempo,
        String snapshot,
        String before,
        Transition change,
        double since,
        List<CueSetting> settings) {

    /** So many seconds into a section; those before it lasted as long as the sheet says. */
    public static Standing of(RunSheet sheet, String id, double into) {
        double look = Double.NaN;
        Cue.Hears sound = null;
        Double light = null;
        Double tempo = null;
        String snapshot = "";
        String before = "";
        Transition change = null;
        double called = 0;
        List<CueSetting> settings = new ArrayList<>();
        String of = sheet.lookAt(id);
        boolean same = true;
        double since = into;
        for (int i = sheet.place(id); i >= 0; i--) {
            Cue cue = sheet.cues().get(i);
            boolean counts = !cue.skipped() || cue.id().equals(id);
            if (!counts) continue;
            if (i < sheet.place(id)) since += cue.length();
            same &= sheet.lookAt(cue.id()).equals(of);
            if (same && Double.isNaN(look) && cue.anew()) look = since;
            if (same && !snapshot.isEmpty() && before.isEmpty()) before = cue.snapshot();
            // What a snapshot before it said of them, the cue said otherwise.
            if (same && snapshot.isEmpty())
                for (CueSetting set : cue.settings()) if (settings.stream().noneMatch(set::of)) settings.add(set);
            if (same && snapshot.isEmpty() && !cue.snapshot().isEmpty()) {
                snapshot = cue.snapshot();
                change = cue.change();
                called = since;
            }
            if (sound == null && cue.sound() != null)
                sound = new Cue.Hears(cue.sound().medium(), cue.sound().from() + since);
            if (light == null) light = cue.light();
            if (tempo == null) tempo = cue.tempo();
            // Before it began anew it was another time of it.
            same &= !cue.anew();
        }
        return new Standing(look, sound, light, tempo, snapshot, before, change, called, List.copyOf(settings));
    }
}
