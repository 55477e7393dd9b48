package gloaming.web.store;

import gloaming.look.Look;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Setting;
import java.util.List;
import org.springframework.stereotype.Component;

/** Which looks use a medium. */
@Component
public class Uses {
    private final Shows shows;
    private final Journal journal;

    Uses(Shows shows, Journal journal) {
        this.shows = shows;
        this.journal = journal;
    }

    /** Names of the show's looks whose document refers to {@code ref}, a medium's or a folder's. */
    public List<String> of(String show, String ref) {
        journal.flush();
        return shows.looks(show).stream()
                .filter(row -> refers(shows.document(row.id()), ref))
                .map(Shows.LookRow::name)
                .toList();
    }

    static boolean refers(Look look, String ref) {
        return look.steps().anyMatch(step -> {
            Description description = Catalogue.all().of(look, step);
            return description != null
                    && description.settings().stream()
                            .filter(s -> s.form() == Setting.Form.MEDIUM)
                            .map(s -> step.settings().get(s.id()))
                            .anyMatch(v ->
                                    v instanceof Value.Word word && word.text().equals(ref));
        });
    }
}
