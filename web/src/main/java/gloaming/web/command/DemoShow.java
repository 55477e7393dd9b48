package gloaming.web.command;

import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.stereotype.Component;

/** The show Tide Mill Night, as it ships. */
@Component
public class DemoShow {
    public static final String NAME = "Tide Mill Night";
    public static final List<String> LOOKS =
            List.of("lantern-moths", "mill-race", "reed-bed", "brass-bell", "barley", "weir");
    private final Shows shows;

    DemoShow(Shows shows) {
        this.shows = shows;
    }

    /** One of its looks. */
    public static Look look(String name) {
        return LookJson.read(new String(bytes(name + ".json"), StandardCharsets.UTF_8));
    }

    private static byte[] bytes(String file) {
        try (InputStream in = DemoShow.class.getResourceAsStream("/demo/" + file)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Brings the show in, unless a show is there already. */
    void ensure() {
        if (!shows.shows().isEmpty()) return;
        String show = shows.addShow(NAME);
        for (String name : LOOKS) shows.setPicture(shows.addLook(show, look(name)), bytes(name + ".jpg"));
    }
}
