package gloaming.web.live;

import gloaming.inside.Strip;
import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Setting;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.List;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** The other looks of a show as they are now, and what a step that shows one can set of it: its strip. */
@Component
class OtherLooks {
    private final Shows shows;
    private final Journal journal;

    OtherLooks(Shows shows, Journal journal) {
        this.shows = shows;
        this.journal = journal;
    }

    /** A look as it is edited now, or as it is kept; {@link Refused} where its document cannot be read. */
    Look now(Shows.LookRow row) {
        OpenLook open = journal.opened(row.id());
        return open == null ? shows.document(row.id()) : open.look();
    }

    /** Takes the strip of the look that a step shows anew. */
    Edit strip(OpenLook open, String step) {
        Step at = open.look().step(step).orElseThrow(() -> new Refused("That step is not there any more."));
        Setting strip = setting(at, s -> s.form() == Setting.Form.STRIP);
        Setting shows = setting(at, s -> s.form() == Setting.Form.MEDIUM);
        if (strip == null || shows == null) throw new Refused("That step shows no other look.");
        String text = text(open, at.settings().get(shows.id()));
        if (text.isEmpty())
            throw new Refused("Nothing lies on the strip of that look; there, choose a setting and press L.");
        return new Edit.Set(step, strip.id(), Value.of(text));
    }

    /** What becomes of an edit that chooses the look a step shows: the strip of it comes along. */
    Edit withStrip(OpenLook open, Edit edit) {
        if (!(edit instanceof Edit.Set set) || set.value() == null) return edit;
        Step at = open.look().step(set.step()).orElse(null);
        Setting strip = at == null ? null : setting(at, s -> s.form() == Setting.Form.STRIP);
        Setting shows = at == null ? null : setting(at, s -> s.form() == Setting.Form.MEDIUM);
        if (strip == null || shows == null || !shows.id().equals(set.setting())) return edit;
        return new Edit.Several(List.of(edit, new Edit.Set(set.step(), strip.id(), Value.of(text(open, set.value())))));
    }

    private static Setting setting(Step step, Predicate<Setting> which) {
        Description description = Catalogue.all().find(step.type());
        return description == null
                ? null
                : description.settings().stream().filter(which).findFirst().orElse(null);
    }

    /** The strip of the look that a step's setting means, by its id or its name; empty where there is none. */
    private String text(OpenLook open, Value ref) {
        if (!(ref instanceof Value.Word word) || word.text().isEmpty()) return "";
        List<Shows.LookRow> all = shows.looks(open.showId);
        Shows.LookRow row = all.stream()
                .filter(each -> each.id().equals(word.text()))
                .findFirst()
                .or(() -> all.stream()
                        .filter(each -> each.name().equals(word.text()))
                        .findFirst())
                .orElse(null);
        try {
            return row == null ? "" : Strip.of(now(row), Catalogue.all());
        } catch (Refused e) {
            // Where it is opened, it is said what is wrong with it; here nothing of it can be set.
            return "";
        }
    }
}
