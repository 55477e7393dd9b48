package gloaming.web.live;

import gloaming.play.LivePlayer;
import gloaming.show.Forecast;
import gloaming.show.Moment;
import gloaming.show.Run;
import gloaming.show.RunSheet;
import java.time.LocalTime;
import java.util.LinkedHashMap;
import java.util.Map;

/** When cues of an evening began and are expected, as people say it. Only the conductor's thread uses it. */
final class EveningTimes {
    private static final long EVERY_NS = 2_000_000_000;

    private final House house;
    private final Map<String, String> began = new LinkedHashMap<>();
    private Map<String, String> all = Map.of();
    /** The number at which those were worked out, and when they are to be again. */
    private long known = -1;

    private long next;

    EveningTimes(House house) {
        this.house = house;
    }

    /** All clocks as they are now. */
    Moment now() {
        LivePlayer player = house.player();
        return new Moment(
                System.nanoTime(),
                player.readings().beatNow(),
                player.readings().tempo(),
                player.readings().now(),
                LocalTime.now().toNanoOfDay() / 1e9,
                house.inbox().timeCode().seconds(System.nanoTime()));
    }

    /** Whether no cue has begun. */
    boolean fresh() {
        return began.isEmpty();
    }

    void begins(String cue) {
        began.put(cue, clock(LocalTime.now()));
    }

    /** Goes on with what was written down. */
    void resume(Map<String, String> written) {
        began.putAll(written);
    }

    void clear() {
        began.clear();
    }

    /** Those that began, to be written down. */
    Map<String, String> began() {
        return new LinkedHashMap<>(began);
    }

    /** The time of day at which the first began, or empty. */
    String first() {
        return began.isEmpty() ? "" : began.values().iterator().next();
    }

    /** When each began or is expected; worked out anew with another number, and now and then. */
    Map<String, String> all(long number, RunSheet sheet, Run run, Moment at) {
        if (number == known && at.nanos() < next) return all;
        known = number;
        next = at.nanos() + EVERY_NS;
        Map<String, String> times = new LinkedHashMap<>(began);
        LocalTime now = LocalTime.now();
        for (Forecast.Expected e : Forecast.of(sheet, run, at)) {
            String time = clock(now.plusSeconds(Math.round(e.in())));
            times.put(e.cue(), e.sure() ? time : "about " + time);
        }
        all = times;
        return all;
    }

    private static String clock(LocalTime time) {
        return "%02d:%02d".formatted(time.getHour(), time.getMinute());
    }
}
