package gloaming.web.command;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code demo}: opens the program with the show Tide Mill Night, in a data folder of its own. */
@Command(name = "demo", description = "Opens Gloaming with the demo show.", mixinStandardHelpOptions = true)
final class Demo implements Callable<Integer> {
    @Option(names = "--port", description = "Port on this machine; 0 takes a free one.")
    int port = 8390;

    @Option(names = "--data", description = "Folder for shows and media.")
    Path data = Path.of(System.getProperty("user.home"), ".gloaming-demo");

    @Option(names = "--once", hidden = true, description = "Ends when all looks have played once.")
    boolean once;

    @Option(
            names = "--open",
            description =
                    "Opens to the network too; needs a passphrase, set on the page Network or in GLOAMING_PASSPHRASE.")
    boolean network;

    @Option(
            names = "--shared",
            description =
                    "A folder for photographs, and for pictures that other programs put there: they come into the show on air.")
    Path shared;

    @Override
    public Integer call() throws Exception {
        var context = Server.run(port, data, true, network);
        Server.share(context, shared);
        if (once) {
            Rehearsal.of(context);
            context.close();
        }
        return 0;
    }
}
