package gloaming.web.live;

import gloaming.show.Moment;
import gloaming.show.Run;
import gloaming.web.store.Shows;
import jakarta.annotation.PreDestroy;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Where the evening was, on the disk: after a crash it goes on from there. */
@Component
class EveningMemory {
    private static final Logger LOG = LoggerFactory.getLogger(EveningMemory.class);
    private static final String EVENING = "evening";
    /** After so long nobody waits for it to go on. */
    private static final double OLD_SECONDS = 12 * 3_600;

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** What is written down: a cue, and when it and the evening began, in milliseconds since 1970. */
    record Written(String show, String cue, long cueAt, long eveningAt, double light, Map<String, String> began) {}

    /** Where it was: seconds since the cue began and since the evening did, by now. */
    record Last(String show, String cue, double section, double evening, double light, Map<String, String> began) {}

    private final Shows shows;
    private final ExecutorService writing = Executors.newSingleThreadExecutor(
            Thread.ofPlatform().name("evening").daemon().factory());

    EveningMemory(Shows shows) {
        this.shows = shows;
    }

    /** Writes down where the evening is; waits for nobody. */
    void keep(String show, Run run, Moment at, double light, Map<String, String> began) {
        long now = Instant.now().toEpochMilli();
        long cue = now - Math.round((at.nanos() - run.since()) / 1e6);
        long evening = now - Math.round((at.nanos() - run.began()) / 1e6);
        write(JSON.writeValueAsString(new Written(show, run.now(), cue, evening, light, began)));
    }

    void forget() {
        write("");
    }

    private void write(String text) {
        writing.execute(() -> {
            try {
                shows.remember(EVENING, text);
            } catch (RuntimeException e) {
                LOG.warn("Where the evening is could not be written down: {}", e.getMessage());
            }
        });
    }

    Optional<Last> last() {
        String text = shows.remembered(EVENING).orElse("");
        if (text.isEmpty()) return Optional.empty();
        try {
            Written was = JSON.readValue(text, Written.class);
            long now = Instant.now().toEpochMilli();
            double section = (now - was.cueAt) / 1e3;
            if (section < 0 || section > OLD_SECONDS) return Optional.empty();
            return Optional.of(new Last(
                    was.show, was.cue, section, (now - was.eveningAt) / 1e3, Math.clamp(was.light, 0, 1), was.began));
        } catch (JacksonException e) {
            LOG.warn("Where the evening was cannot be read.", e);
            return Optional.empty();
        }
    }

    @PreDestroy
    void stop() {
        writing.shutdown();
    }
}
