package gloaming.step;

import gloaming.look.KeptKit;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** The kits that ship with the program, by name. */
public final class ShippedKits {
    private ShippedKits() {}

    private static final class Holder {
        static final List<KeptKit> ALL = read();
    }

    public static List<KeptKit> all() {
        return Holder.ALL;
    }

    private static List<KeptKit> read() {
        List<KeptKit> all = new ArrayList<>();
        try {
            for (String file : text("list.txt").lines().toList()) all.add(KeptKit.read(text(file + ".json")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return List.copyOf(all);
    }

    private static String text(String file) throws IOException {
        try (InputStream in = ShippedKits.class.getResourceAsStream("/gloaming/kits/" + file)) {
            if (in == null) throw new IOException("The kit " + file + " is missing.");
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
