package gloaming.perf.soak;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** {@code soak}: attacks the program, lets it run for long, and prints a table of what became of it. */
@Command(name = "soak", description = "Attacks the program and lets it run for long.", mixinStandardHelpOptions = true)
public final class Soak implements Callable<Integer> {
    @Option(names = "--minutes", description = "How long the evening lasts after the attacks; 0 for none.")
    double minutes = 60;

    @Option(names = "--share", description = "The part of the full attacks that is sent, 0 to 1.")
    double share = 1;

    @Option(names = "--seed", description = "Another one sends other things.")
    long seed = 15;

    @Option(names = "--kills", description = "How often the whole program is killed before.")
    int kills;

    @Option(names = "--bombs", description = "How many shader bombs, whatever the share.")
    Integer bombs;

    @Option(names = "--only", description = "One attack: documents, zips, files, messages, osc, bombs or pages.")
    String only;

    @Spec
    CommandSpec spec;

    private static final double STALL_S = 2;
    /** The part of a machine that it may give to others in a turn that says something of the program. */
    private static final double QUIET = 0.02;
    /** So many quiet seconds say something of a turn's slowest frame of a hundred. */
    private static final int ENOUGH = 10;

    private interface Attack {
        List<Outcome> run() throws Exception;
    }

    public static void main(String[] args) {
        System.exit(new CommandLine(new Soak()).execute(args));
    }

    private PrintWriter out() {
        return spec.commandLine().getOut();
    }

    private int times(int full) {
        return (int) Math.max(1, Math.round(full * share));
    }

    @Override
    public Integer call() throws Exception {
        boolean well = true;
        if (kills > 0) {
            Outcome outcome = new Kills(seed).run(kills);
            table(List.of(outcome));
            well = outcome.wrong() == 0;
        }
        try (Target target = new Target()) {
            if (share > 0) well &= attacks(target);
            if (minutes > 0) well &= evening(target);
        }
        return well ? 0 : 1;
    }

    private boolean attacks(Target target) throws Exception {
        target.warm();
        Attacks attacks = new Attacks(target);
        long heap = Target.heap();
        target.stall.set(0);
        Map<String, Attack> known = new LinkedHashMap<>();
        known.put("documents", () -> List.of(attacks.documents(times(10_000), seed)));
        known.put("zips", () -> List.of(attacks.zips(times(10_000), seed + 1)));
        known.put("files", () -> List.of(attacks.files(times(500), seed + 2)));
        known.put("messages", () -> attacks.messages(times(10_000), seed + 3));
        known.put("osc", () -> List.of(attacks.osc(times(100_000), seed + 4)));
        known.put("bombs", () -> List.of(attacks.bombs(bombs == null ? times(60) : bombs)));
        known.put("pages", () -> List.of(attacks.pages(times(100), times(20), times(300))));
        List<Outcome> all = new ArrayList<>();
        for (var attack : known.entrySet())
            if (only == null || only.equals(attack.getKey()))
                all.addAll(attack.getValue().run());
        table(all);
        double stall = target.stall.get() / 1e9;
        long after = Target.heap();
        out().printf(
                        Locale.ROOT,
                        "%nstack traces %d, answers from 500 on %d, longest time without a frame %.2f s, heap %.1f MB before and %.1f MB after%n",
                        target.traces.get(),
                        target.faults.get(),
                        stall,
                        heap / 1048576.0,
                        after / 1048576.0);
        if (!target.firstTrace.isEmpty()) out().println("the first trace: " + target.firstTrace);
        return target.traces.get() == 0
                && target.faults.get() == 0
                && stall < STALL_S
                && all.stream().allMatch(o -> o.wrong() == 0);
    }

    private void table(List<Outcome> outcomes) {
        out().println("| attack | tried | refused or cut off | wrong | the first |\n|---|---|---|---|---|");
        for (Outcome o : outcomes)
            out().printf("| %s | %d | %d | %d | %s |%n", o.name(), o.tried(), o.refused(), o.wrong(), o.first());
    }

    private boolean evening(Target target) throws InterruptedException {
        out().println(
                        "\n| look | frames | median ms | p99 ms | p99 / median | given to others | quiet seconds | p99 / median in them |\n|---|---|---|---|---|---|---|---|");
        Evening evening = new Evening(target, this::tell);
        target.stall.set(0);
        evening.run(minutes);
        double worst = 0;
        double quiet = 0;
        int turns = 0;
        double still = 0;
        int seconds = 0;
        int stillSeconds = 0;
        for (Evening.Row row : evening.rows) {
            worst = Math.max(worst, row.ratio());
            if (row.stolen() < QUIET) {
                quiet = Math.max(quiet, row.ratio());
                turns++;
            }
            if (row.still().quiet() >= ENOUGH)
                still = Math.max(still, row.still().ratio());
            seconds += row.still().all();
            stillSeconds += row.still().quiet();
        }
        out().println("\n| minutes | heap MB | threads |\n|---|---|---|");
        for (Evening.Sample s : evening.samples)
            out().printf(Locale.ROOT, "| %.1f | %.1f | %d |%n", s.minutes(), s.heap() / 1048576.0, s.threads());
        out().printf(
                        Locale.ROOT,
                        "%nthe worst p99 is %.2f times its median, %.2f in the %d of %d turns in which the machine gave less than %.0f %% to others; longest time without a frame %.2f s; stack traces %d%n",
                        worst,
                        quiet,
                        turns,
                        evening.rows.size(),
                        100 * QUIET,
                        target.stall.get() / 1e9,
                        target.traces.get());
        out().printf(
                        Locale.ROOT,
                        "in the %d of %d seconds in which it gave less than %.2f %%, it is %.2f times the median at worst, of the turns with %d of them or more%n",
                        stillSeconds,
                        seconds,
                        100 * QuietSeconds.MOST,
                        still,
                        ENOUGH);
        return target.traces.get() == 0;
    }

    /** A line of the table as soon as it is known: an evening is long. */
    private void tell(Evening.Row row) {
        out().printf(
                        Locale.ROOT,
                        "| %s | %d | %.1f | %.1f | %.2f | %.1f %% | %d of %d | %.2f |%n",
                        row.look(),
                        row.frames(),
                        row.median(),
                        row.p99(),
                        row.ratio(),
                        100 * row.stolen(),
                        row.still().quiet(),
                        row.still().all(),
                        row.still().ratio());
        out().flush();
    }
}
