package gloaming.show;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** When cues that are still to come are expected, by the lengths that the sheet gives their sections. */
public final class Forecast {
    /**
     * A cue that is to come.
     *
     * @param in seconds from now
     * @param sure whether all sections until then have a length, or end at a time of the day
     */
    public record Expected(String cue, double in, boolean sure) {}

    private Forecast() {}

    /** What comes after the cue that is on, in its order, as far as it is known; each cue once. */
    public static List<Expected> of(RunSheet sheet, Run run, Moment at) {
        List<Expected> all = new ArrayList<>();
        Cue now = run.now() == null ? null : sheet.find(run.now());
        if (now == null) return all;
        double passed = at.since(run.since());
        double in = Math.max(0, now.length() - passed);
        boolean sure = now.length() > 0 && passed <= now.length();
        Set<String> known = new HashSet<>(Set.of(now.id()));
        for (Cue cue = run.next(sheet); cue != null && known.add(cue.id()); cue = sheet.after(cue.id())) {
            if (cue.start().by() == Start.By.CLOCK) {
                in = Math.floorMod(Math.round(cue.start().at() - at.day()), (long) Start.DAY);
                sure = true;
            }
            all.add(new Expected(cue.id(), in, sure));
            in += cue.length();
            sure &= cue.length() > 0;
        }
        return all;
    }
}
