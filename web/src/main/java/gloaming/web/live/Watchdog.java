package gloaming.web.live;

import gloaming.web.store.Journal;
import jakarta.annotation.PreDestroy;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Sees whether courier and journal go on, and starts anew what has ended or stands; the stage has a watch of its own. */
@Component
class Watchdog {
    private static final Logger LOG = LoggerFactory.getLogger(Watchdog.class);
    private static final long LOOK_MS = 200;
    private static final int MOST_LOGGED = 20;

    private final FrameBroadcaster courier;
    private final Journal journal;
    private final Alarms alarms;
    private final Thread thread;
    private int logged;

    Watchdog(FrameBroadcaster courier, Journal journal, Alarms alarms) {
        this.alarms = alarms;
        this.courier = courier;
        this.journal = journal;
        thread = Thread.ofPlatform().name("watchdog").daemon().start(this::run);
    }

    private void run() {
        for (; ; ) {
            try {
                Thread.sleep(LOOK_MS);
                look();
            } catch (InterruptedException e) {
                return;
            } catch (Throwable e) {
                // Nothing may end the watch; what there is no memory for now is done the next time.
                logged = 0;
            }
        }
    }

    private void look() {
        Throwable failure = courier.failure();
        if (failure != null && ++logged <= MOST_LOGGED) LOG.warn("Pictures could not be sent; going on.", failure);
        if (courier.stands()) {
            courier.revive();
            tell("Pictures stood still on their way to the pages and were started anew.");
        }
        if (journal.dead()) {
            journal.revive();
            tell("Saving had stopped and was started anew; nothing is lost.");
        }
    }

    private void tell(String sentence) {
        alarms.tell(sentence);
        LOG.error(sentence);
    }

    @PreDestroy
    void stop() {
        thread.interrupt();
    }
}
