package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.web.store.Notices;
import gloaming.web.store.Shows;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Brings back what was on air when the program ended; a look that ended it is left aside and named. */
@Component
public class Resumption {
    private static final Logger LOG = LoggerFactory.getLogger(Resumption.class);
    /** The look that is being brought back, and how often that was begun; empty once it plays. */
    private static final String STARTING = "starting";

    private static final int MOST_TRIES = 3;

    private final Shows shows;
    private final House house;
    private final Notices notices;
    private int tries;

    Resumption(Shows shows, House house, Notices notices) {
        this.shows = shows;
        this.house = house;
        this.notices = notices;
    }

    /**
     * Brings back what was on air when the program ended, or the first look there is. A look that ended the program the last time,
     * or cannot be opened, is left aside, and that is said.
     */
    public void resume() {
        // A kill or two while a look begins say nothing of it.
        String[] tried = shows.remembered(STARTING).orElse("").split(" ");
        tries = tried.length == 2 ? Integer.parseInt(tried[1]) : 0;
        String ended = tries >= MOST_TRIES ? tried[0] : "";
        List<Shows.LookRow> looks = shows.shows().stream()
                .flatMap(s -> shows.looks(s.id()).stream())
                .toList();
        Optional<Shows.LookRow> was = shows.remembered(House.ON_AIR).flatMap(shows::look);
        if (was.isPresent() && was.get().id().equals(ended)) {
            notices.say("The look '" + was.get().name() + "' was left off air: the program ended " + MOST_TRIES
                    + " times while it began to play." + " Open it on the Bench to see what is wrong.");
        } else if (was.isPresent() && begin(was.get())) {
            return;
        }
        for (Shows.LookRow row : looks) if (!row.id().equals(ended) && begin(row)) return;
        shows.remember(STARTING, "");
    }

    private boolean begin(Shows.LookRow row) {
        try {
            shows.remember(STARTING, row.id() + " " + (ended(row) ? tries + 1 : 1));
            house.take(row);
            return true;
        } catch (RuntimeException | Error e) {
            LOG.warn("A look cannot be opened.", e);
            notices.say("The look '" + row.name() + "' was left off air: "
                    + (e instanceof Refused ? e.getMessage() : "it cannot be opened; the log has the details."));
            return false;
        }
    }

    private boolean ended(Shows.LookRow row) {
        return shows.remembered(STARTING).orElse("").startsWith(row.id() + " ");
    }

    /** The look that was brought back plays: it does so the next time too. */
    public void begun() {
        shows.remember(STARTING, "");
    }
}
