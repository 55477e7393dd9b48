package gloaming.perf;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code perf}: runs the measurements and prints them as a table, or as JSON lines. */
@Command(name = "perf", description = "Measures, side by side.", mixinStandardHelpOptions = true)
public final class Perf implements Callable<Integer> {
    @Option(names = "--json", description = "One JSON object a line.")
    boolean json;

    @Option(names = "--only", description = "Only measurements whose name starts with this.")
    String only;

    /** Something that takes a while and gives results. */
    interface Measurement {
        List<Result> run() throws Exception;
    }

    public static void main(String[] args) {
        System.exit(new CommandLine(new Perf()).execute(args));
    }

    @Override
    public Integer call() throws Exception {
        Map<String, Measurement> all = new LinkedHashMap<>();
        all.put("look", KernelTimes::look);
        all.put("blur", KernelTimes::blur);
        all.put("blend", KernelTimes::blends);
        all.put("exit", KernelTimes::exit);
        all.put("swirl", KernelTimes::swirl);
        all.put("particles", Clouds::particles);
        all.put("clouds", Clouds::others);
        all.put("step", Steps::run);
        all.put("shaders", Shaders::run);
        all.put("guide", Shaders::guide);
        all.put("recompiles", Shaders::recompiles);
        all.put("scenes", Scenes::run);
        all.put("rooms", Scenes::rooms);
        all.put("signals", Hands::signals);
        all.put("hearing", Hands::hearing);
        all.put("osc", Hands::osc);
        all.put("flood", Hands::flood);
        all.put("start", Live::start);
        all.put("monitor", Live::monitor);
        all.put("clip", Live::clip);
        all.put("growth", Growth::run);
        all.put("kits", Kits::run);
        all.put("cues", Cues::run);
        all.put("fades", Fades::run);
        all.put("recorded", RecordedHour::run);
        all.put("cold", Cold::run);
        all.put("nobody", LiveLooks::nobody);
        all.put("live", LiveLooks::run);
        all.put("soak", Live::soak);
        List<Result> results = new ArrayList<>();
        for (var entry : all.entrySet()) {
            // Five to ten minutes long, so only when asked for.
            boolean wanted = only == null
                    ? !List.of("soak", "live", "cold", "growth", "cues", "fades")
                            .contains(entry.getKey())
                    : entry.getKey().startsWith(only);
            if (!wanted) continue;
            for (Result result : entry.getValue().run()) {
                results.add(result);
                if (json) System.out.println(result.json());
            }
        }
        if (results.isEmpty()) {
            System.err.println(
                    "There is no measurement '" + only + "'; there are " + String.join(", ", all.keySet()) + ".");
            return 1;
        }
        if (!json) {
            System.out.println("| what | measured | held against | ratio |\n|---|---|---|---|");
            for (Result r : results)
                System.out.printf("| %s | %.4g %s | %s | %.2f |%n", r.name(), r.value(), r.unit(), r.peer(), r.ratio());
        }
        return 0;
    }
}
