package gloaming.perf.soak;

import gloaming.look.Edit;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.play.FrameTimes;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/** All looks of the demo show in turn for long, with edits at ten a second and a page that is opened and closed each ten seconds. */
final class Evening {
    /**
     * What was seen of one look while it was on air, the part of the machine that it gave to others meanwhile, not a number where it does not
     * say, and the seconds in which it gave nothing.
     */
    record Row(String look, long frames, double median, double p99, double stolen, QuietSeconds still) {
        double ratio() {
            return p99 / median;
        }
    }

    /** Heap after a collection and threads, from time to time. */
    record Sample(double minutes, long heap, int threads) {}

    private static final long EDIT_MS = 100;
    private static final long PAGE_MS = 10_000;
    private static final long WARM_MS = 5_000;
    private static final long SECOND_MS = 1_000;

    private final Target target;
    private final Consumer<Row> told;
    final List<Row> rows = new ArrayList<>();
    final List<Sample> samples = new ArrayList<>();

    /** @param told each row as soon as it is known */
    Evening(Target target, Consumer<Row> told) {
        this.target = target;
        this.told = told;
    }

    void run(double minutes) throws InterruptedException {
        Shows shows = target.get(Shows.class);
        List<Shows.LookRow> looks = shows.looks(target.show());
        long start = System.nanoTime();
        long end = start + (long) (minutes * 60e9);
        // Each look comes up twice at least, and not for longer than two minutes at a time.
        long turn = Math.min(120_000, (long) (minutes * 60_000 / looks.size() / 2));
        sample(start);
        for (int i = 0; System.nanoTime() < end; i++) {
            play(looks.get(i % looks.size()), Math.max(2 * WARM_MS, turn));
            if (i % 4 == 3) sample(start);
        }
        sample(start);
    }

    private void sample(long start) {
        samples.add(new Sample((System.nanoTime() - start) / 60e9, Target.heap(), Thread.activeCount()));
    }

    private void play(Shows.LookRow row, long milliseconds) throws InterruptedException {
        OpenLook open = target.house().take(row);
        long begun = System.currentTimeMillis();
        long nextPage = begun;
        Socket page = null;
        int[] warm = null;
        long[] before = Cores.times();
        QuietSeconds still = null;
        long second = 0;
        for (int i = 0; System.currentTimeMillis() - begun < milliseconds; i++) {
            edit(open, i);
            Thread.sleep(EDIT_MS);
            if (warm == null && System.currentTimeMillis() - begun > WARM_MS) {
                warm = target.house().player().readings().frameTimes().snapshot();
                before = Cores.times();
                still = new QuietSeconds(warm);
                second = System.currentTimeMillis() + SECOND_MS;
            }
            if (still != null && System.currentTimeMillis() >= second) {
                still.over(target.house().player().readings().frameTimes().snapshot());
                second = System.currentTimeMillis() + SECOND_MS;
            }
            if (System.currentTimeMillis() < nextPage) continue;
            nextPage += PAGE_MS;
            if (page != null) page.close();
            page = new Socket(target.port, "/live?look=" + row.id(), true);
        }
        if (page != null) page.close();
        int[] after = target.house().player().readings().frameTimes().snapshot();
        double stolen = Cores.stolen(before, Cores.times());
        long frames = 0;
        for (int i = 0; i < after.length; i++) frames += after[i] - warm[i];
        rows.add(new Row(
                row.name(),
                frames,
                FrameTimes.quantile(warm, after, 0.5),
                FrameTimes.quantile(warm, after, 0.99),
                stolen,
                still));
        told.accept(rows.getLast());
        while (open.canUndo()) target.house().player().change(open.undo());
        target.get(Journal.class).flush();
    }

    /** What hands do: opacities that move, names that change. */
    private void edit(OpenLook open, int i) {
        Look look = open.look();
        Layer layer = look.mix().getFirst();
        Edit edit = switch (i % 4) {
            case 0 -> new Edit.LabelStep(look.steps().toList().getFirst().id(), "now " + i);
            case 1 -> new Edit.RenameLane(look.lanes().getFirst().id(), "evening " + i);
            default -> new Edit.ChangeLayer(layer.withOpacity(i % 4 == 2 ? 0.95 : 1));
        };
        target.house().player().change(open.apply(edit, 0));
    }
}
