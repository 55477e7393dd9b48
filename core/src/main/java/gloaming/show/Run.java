package gloaming.show;

import java.util.ArrayList;
import java.util.List;

/**
 * Where in its run sheet an evening is. Each act, and each moment that passes, gives the next one and says which cue begins with it.
 *
 * @param now the cue that is on, or null before the first
 * @param since when it began, by the clock of nanoseconds, and at which beat
 * @param chosen the cue that is to come next instead of the one that would, or null
 * @param waiting the cue that is started and waits for its beat, or null
 * @param due the beat it waits for
 * @param held whether nothing starts by itself
 * @param past the cues before, the latest last; at most {@value #PAST}
 * @param began when the first cue began; 0 before that
 * @param went when a hand started one last; 0 when none has
 * @param last the moment before, or null
 */
public record Run(
        String now,
        long since,
        double beat,
        String chosen,
        String waiting,
        double due,
        boolean held,
        List<String> past,
        long began,
        long went,
        Moment last) {
    public static final Run BEFORE = new Run(null, 0, 0, null, null, 0, false, List.of(), 0, 0, null);
    private static final int PAST = 100;
    /** A clock that leaps by more was set, and has not gone there. */
    private static final double LEAP = 5;

    /**
     * What comes of something.
     *
     * @param begins the cue that begins now, or null
     * @param says why nothing does, in one sentence, or empty
     */
    public record Turn(Run run, Cue begins, String says) {}

    /** The cue that comes next, or null at the end. */
    public Cue next(RunSheet sheet) {
        if (waiting != null && sheet.find(waiting) != null) return sheet.find(waiting);
        Cue own = chosen == null ? null : sheet.find(chosen);
        return own == null ? sheet.after(now) : own;
    }

    /** A hand starts the next cue; once more where it waits for its beat: at once. */
    public Turn go(RunSheet sheet, Moment at) {
        if (slips(sheet, at))
            return new Turn(this, null, "That was within the guard of the key, and taken for a slip.");
        if (waiting != null && sheet.find(waiting) != null)
            return begin(sheet.find(waiting), at.nanos(), at.beat(), at.nanos());
        Cue next = next(sheet);
        if (next == null) return new Turn(this, null, "The run sheet is at its end.");
        return start(sheet, next, at, true);
    }

    /** A hand starts a cue of its choice: a way on, or one farther off. */
    public Turn to(RunSheet sheet, String id, Moment at) {
        Cue cue = sheet.find(id);
        if (cue == null) return new Turn(this, null, "That cue is not on the run sheet any more.");
        if (slips(sheet, at))
            return new Turn(this, null, "That was within the guard of the key, and taken for a slip.");
        return start(sheet, cue, at, true);
    }

    /** What comes next is another cue; null as the sheet has it. */
    public Run choose(String id) {
        return new Run(now, since, beat, id, null, 0, held, past, began, went, last);
    }

    /** Nothing starts by itself, and what waits for its beat does not come; or all does again. */
    public Run hold(boolean on) {
        String stays = on && waiting != null ? waiting : chosen;
        return new Run(now, since, beat, stays, on ? null : waiting, due, on, past, began, went, last);
    }

    /** A cue has begun, whatever it would have waited for. */
    public Run now(Cue cue, Moment at) {
        return cue.id().equals(now)
                ? this
                : begin(cue, at.nanos(), at.beat(), at.nanos()).run();
    }

    /** Is so many seconds in the section of a cue, as if that had begun then. */
    public Run into(RunSheet sheet, String id, double seconds, Moment at) {
        if (sheet.find(id) == null) return this;
        long then = at.nanos() - Math.round(seconds * 1e9);
        double on = at.beat() - seconds * at.tempo() / 60;
        List<String> before = now == null || now.equals(id)
                ? past
                : begin(sheet.find(id), 0, 0, 0).run().past();
        long first = began == 0 ? then : began;
        return new Run(id, then, on, null, null, 0, held, before, first, at.nanos(), last);
    }

    /** Back to the cue before. */
    public Turn back(RunSheet sheet, Moment at) {
        for (int i = past.size() - 1; i >= 0; i--) {
            Cue cue = sheet.find(past.get(i));
            if (cue == null) continue;
            List<String> left = past.subList(0, i);
            return new Turn(
                    new Run(cue.id(), at.nanos(), at.beat(), null, null, 0, held, left, began, at.nanos(), last),
                    cue,
                    "");
        }
        return new Turn(this, null, "There is no cue before this one.");
    }

    /** A control of the desk was pressed, or a lane that is waited for has risen. */
    public Turn pressed(RunSheet sheet, String control, Moment at) {
        Cue next = next(sheet);
        boolean waits = next != null
                && (next.start().by() == Start.By.CONTROL || next.start().by() == Start.By.SIGNAL);
        boolean meant = waits && next.start().control().equals(control);
        if (held || !meant || waiting != null || slips(sheet, at)) return new Turn(this, null, "");
        return start(sheet, next, at, true);
    }

    /** Time has gone on. */
    public Turn tick(RunSheet sheet, Moment at) {
        Run later = new Run(now, since, beat, chosen, waiting, due, held, past, began, went, at);
        Cue waits = waiting == null ? null : sheet.find(waiting);
        if (waits != null) return at.beat() >= due ? later.begin(waits, at.nanos(), due, 0) : new Turn(later, null, "");
        Cue next = next(sheet);
        if (held || next == null || last == null || !due(sheet, next.start(), at)) return new Turn(later, null, "");
        return later.follow(sheet, next, at);
    }

    /** Goes on with an edited sheet; where its cue is gone, with what came after that. */
    public Run with(RunSheet was, RunSheet is) {
        if (now == null || is.find(now) != null) return this;
        Cue after = was.after(now);
        return chosen != null || after == null ? this : choose(after.id());
    }

    private boolean slips(RunSheet sheet, Moment at) {
        return went != 0 && at.since(went) < sheet.guard();
    }

    private boolean due(RunSheet sheet, Start start, Moment at) {
        return switch (start.by()) {
            case KEY, CONTROL, SIGNAL -> false;
            case AFTER -> now != null && passed(start.after(), sheet.bar(), at);
            case SOUND -> crossed(last.sound(), at.sound(), start.at());
            case CLOCK -> day(start.at(), at);
            case TIMECODE -> crossed(last.timecode(), at.timecode(), start.at());
        };
    }

    private boolean passed(Span after, int bar, Moment at) {
        return switch (after.unit()) {
            case SECONDS -> at.since(since) >= after.n();
            case BEATS -> at.beat() - beat >= after.n();
            case BARS -> at.beat() - beat >= after.n() * bar;
        };
    }

    private static boolean crossed(double before, double now, double at) {
        return before < at && now >= at && now - before < LEAP;
    }

    private boolean day(double time, Moment at) {
        // At midnight the day's clock goes back to its beginning.
        double day = at.day() < last.day() - Start.DAY / 2 ? at.day() + Start.DAY : at.day();
        return crossed(last.day(), day, time) || crossed(last.day(), day, time + Start.DAY);
    }

    private Turn start(RunSheet sheet, Cue cue, Moment at, boolean hand) {
        double on = cue.start().on().beat(at.beat(), sheet.bar());
        long when = hand ? at.nanos() : went;
        if (on <= at.beat()) return begin(cue, at.nanos(), at.beat(), when);
        return new Turn(new Run(now, since, beat, chosen, cue.id(), on, held, past, began, when, last), null, "");
    }

    /** Starts by itself; what follows by time does so from when it was due, so that cues in a row do not fall behind. */
    private Turn follow(RunSheet sheet, Cue cue, Moment at) {
        Start start = cue.start();
        Span after = start.after();
        if (start.by() != Start.By.AFTER || start.on() != Start.Grid.AT_ONCE) return start(sheet, cue, at, false);
        if (after.unit() == Span.Unit.SECONDS)
            return begin(cue, Math.min(at.nanos(), since + Math.round(after.n() * 1e9)), at.beat(), went);
        return begin(cue, at.nanos(), beat + after.n() * (after.unit() == Span.Unit.BARS ? sheet.bar() : 1), went);
    }

    private Turn begin(Cue cue, long nanos, double on, long when) {
        List<String> before = new ArrayList<>(past);
        if (now != null) before.add(now);
        if (before.size() > PAST) before.removeFirst();
        Run begun = new Run(
                cue.id(),
                nanos,
                on,
                null,
                null,
                0,
                held,
                List.copyOf(before),
                began == 0 ? nanos : began,
                when == 0 ? went : when,
                last);
        return new Turn(begun, cue, "");
    }
}
