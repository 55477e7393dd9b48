package gloaming.web.command;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code start}: opens the program with what is in the data folder. */
@Command(name = "start", description = "Opens Gloaming.", mixinStandardHelpOptions = true)
final class Start implements Callable<Integer> {
    @Option(names = "--port", description = "Port on this machine; 0 takes a free one.")
    int port = 8390;

    @Option(names = "--data", description = "Folder for shows and media.")
    Path data = Path.of(System.getProperty("user.home"), ".gloaming");

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
        Server.share(Server.run(port, data, false, network), shared);
        return 0;
    }
}
