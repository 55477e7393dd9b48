package gloaming.web.live;

import gloaming.play.LivePlayer;
import gloaming.show.Cue;
import gloaming.show.Run;
import gloaming.web.message.ToPage;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import java.time.LocalTime;
import java.util.List;
import org.springframework.stereotype.Component;

/** Tells pages of an evening where it is: at once when something happens, else some times a second. */
@Component
class EveningMessages {
    private static final long EVERY_NS = 100_000_000;
    private static final long TIMES_NS = 5_000_000_000L;

    private final House house;
    private final Journal journal;
    private final Conductor conductor;
    private final SheetRoom sheets;
    private final Photographs photographs;
    private final Alarms alarms;
    private final SetRecorder recorder;
    private final SetStage stage;
    private final VenueRoom venues;
    private long next;
    private long nextTimes;

    EveningMessages(
            House house,
            Journal journal,
            Conductor conductor,
            SheetRoom sheets,
            Photographs photographs,
            Alarms alarms,
            SetRecorder recorder,
            SetStage stage,
            VenueRoom venues) {
        this.venues = venues;
        this.stage = stage;
        this.recorder = recorder;
        this.photographs = photographs;
        this.house = house;
        this.journal = journal;
        this.conductor = conductor;
        this.sheets = sheets;
        this.alarms = alarms;
    }

    /** Tells each page what it does not know yet; on the courier's thread. */
    void round(List<Viewer> viewers, int[] flashes, long now) {
        boolean due = now >= next;
        boolean times = now >= nextTimes;
        if (due) next = now + EVERY_NS;
        if (times) nextTimes = now + TIMES_NS;
        for (Viewer viewer : viewers) {
            if (viewer.evening == null || viewer.next) continue;
            Stand stand = conductor.stand(viewer.evening);
            boolean news = stand.number() != viewer.knowsEvening;
            if (news || times) viewer.tell(times(stand));
            viewer.knowsEvening = stand.number();
            if (news || due) viewer.tell(evening(stand, flashes));
        }
    }

    /** The first that a page of an evening is told. */
    void greet(Viewer viewer) {
        conductor.attend(viewer.evening);
        viewer.tell(new ToPage.Hello(0, 0));
        viewer.tell(sheets.choices(viewer.evening));
        viewer.tell(sheets.sheet(viewer));
    }

    private static ToPage.Times times(Stand stand) {
        return new ToPage.Times(stand.times().entrySet().stream()
                .map(e -> new ToPage.Named(e.getKey(), e.getValue()))
                .toList());
    }

    private ToPage.Evening evening(Stand stand, int[] flashes) {
        Run run = stand.run();
        Cue next = run.next(stand.sheet());
        OpenLook on = stand.onAir();
        LivePlayer player = house.player();
        long nanos = System.nanoTime();
        String look = run.now() == null ? "" : stand.sheet().lookAt(run.now());
        boolean waits = run.waiting() != null;
        LocalTime time = LocalTime.now();
        double rate = on == null ? 30 : on.look().rate();
        return new ToPage.Evening(
                run.now() == null ? "" : run.now(),
                next == null ? "" : next.id(),
                on == null ? "" : on.look().name(),
                on != null && !look.isEmpty() && !on.id.equals(look),
                waits ? round(Math.max(0, run.due() - player.readings().beatNow())) : -1,
                stand.ready(),
                stand.untried(),
                run.held(),
                house.byHand() ? house.programme().state().weight(nanos) : 0,
                house.programme().frozen(),
                round(house.programme().light().now()),
                house.programme().light().wanted(),
                run.now() == null ? -1 : round((nanos - run.since()) / 1e9),
                run.began() == 0 ? -1 : round((nanos - run.began()) / 1e9),
                stand.began(),
                round(player.readings().tempo()),
                round(player.readings().beatNow()),
                (int) Math.max(
                                0,
                                Math.floor((player.readings().beatNow() - run.beat())
                                        / stand.sheet().bar()))
                        + 1,
                round(player.readings().frameMs()),
                round(1000 / rate),
                player.readings().scale(),
                flashes[0],
                flashes[1],
                "%02d:%02d".formatted(time.getHour(), time.getMinute()),
                photographs.says(),
                recorder.records(stand.show()),
                recorder.says(),
                stage.says(),
                venues.of(stand.show()),
                house.programme().shown().test(),
                stand.says(),
                trouble(player));
    }

    private String trouble(LivePlayer player) {
        for (String says : new String[] {journal.trouble(), player.trouble(), alarms.now()})
            if (says != null && !says.isEmpty()) return says;
        return "";
    }

    private static double round(double value) {
        return Math.rint(value * 1000) / 1000;
    }
}
