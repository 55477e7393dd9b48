package gloaming.web.command;

import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The command line: one class a command. */
@Command(
        name = "gloaming",
        subcommands = {Start.class, Demo.class, Render.class, Again.class, Shade.class, Hear.class},
        description = "Designs, programs and plays real-time visuals for shows.")
public final class Gloaming {
    private Gloaming() {}

    public static void main(String[] args) {
        CommandLine line = new CommandLine(new Gloaming());
        line.setExecutionExceptionHandler((e, command, result) -> {
            String sentence = e.getMessage() == null ? e.toString() : e.getMessage();
            System.err.println(sentence);
            if (System.getenv("GLOAMING_DEBUG") != null) e.printStackTrace();
            return 1;
        });
        int code = line.execute(args.length == 0 ? new String[] {"start"} : args);
        // A server that has started goes on by its own threads.
        if (code != 0) System.exit(code);
    }
}
