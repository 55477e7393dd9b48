package gloaming.killed;

import gloaming.web.Program;
import java.nio.file.Path;

/** What processes that tests start do in any case, once: the whole program is opened and closed, and storage by itself is worked with. */
public final class FirstRun {
    private static final String CHANGES = "5";

    private FirstRun() {}

    public static void main(String[] args) throws Exception {
        Path folder = Path.of(args[0]);
        new Program(0, folder.resolve("program"), true).close();
        Killed.main(new String[] {folder.resolve("storage").toString(), "0", CHANGES});
    }
}
