package gloaming.perf.soak.fuzz;

import gloaming.desk.Inbox;
import gloaming.desk.OscIn;

/** OSC packets: any bytes are taken or counted as malformed. */
public final class OscFuzz {
    private static final OscIn IN = new OscIn(new Inbox(), (packet, seconds) -> true);

    private OscFuzz() {}

    public static void fuzzerTestOneInput(byte[] data) {
        IN.take(data, data.length);
    }
}
