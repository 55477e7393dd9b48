package gloaming.web.command;

import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.media.Shelf;
import gloaming.show.SheetJson;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The show Tide Mill Night, as it ships. */
@Component
public class DemoShow {
    public static final String NAME = "Tide Mill Night";
    public static final List<String> LOOKS = List.of(
            "lantern-moths",
            "mill-race",
            "reed-bed",
            "brass-bell",
            "barley",
            "weir",
            "heron",
            "dancer",
            "wheel",
            "withy-ring",
            "chaff",
            "door-bill",
            "spindrift",
            "lamp-oil",
            "mill-funnel",
            "samphire",
            "loft",
            "mill-mark",
            "dunlin",
            "gable",
            "reed-marsh",
            "forty-windows",
            "open-air",
            "four-tides",
            "through-the-mill");
    private static final List<String> MEDIA = List.of("heron.png", "marsh.jpg", "wheel.png");

    /** Under this the show is remembered until they are there. */
    private static final String MEDIA_COME = "demo-media";

    private final Shows shows;
    private final Media media;
    private final MediaStore store;
    private final Sheets sheets;

    DemoShow(Shows shows, Media media, MediaStore store, Sheets sheets) {
        this.shows = shows;
        this.media = media;
        this.store = store;
        this.sheets = sheets;
    }

    /** One of its looks. */
    public static Look look(String name) {
        return LookJson.read(new String(bytes(name + ".json"), StandardCharsets.UTF_8));
    }

    /** Its media outside any database, for those who play its looks by themselves. */
    public static Shelf shelf() throws IOException {
        Path folder = Files.createTempDirectory("gloaming-media");
        for (String name : MEDIA) Files.write(folder.resolve(name), bytes("media/" + name));
        Shelf shelf = new Shelf(true);
        shelf.hold(Shelf.items(folder, System.err::println));
        return shelf;
    }

    private static byte[] bytes(String file) {
        try (InputStream in = DemoShow.class.getResourceAsStream("/demo/" + file)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Brings the show in where it is wanted and no show is there yet, whole or not at all; gives the one whose media are to come, or null. */
    @Transactional
    public String ensure(boolean wanted) {
        // A start that was ended while they came.
        Optional<String> left =
                shows.remembered(MEDIA_COME).filter(id -> shows.show(id).isPresent());
        if (left.isPresent()) return left.get();
        if (!wanted || !shows.shows().isEmpty()) return null;
        String show = shows.addShow(NAME);
        List<String> ids =
                shows.addLooks(show, LOOKS.stream().map(DemoShow::look).toList(), LOOKS);
        Map<String, byte[]> pictures = new HashMap<>();
        Map<String, String> called = new HashMap<>();
        for (int i = 0; i < ids.size(); i++) {
            pictures.put(ids.get(i), bytes(LOOKS.get(i) + ".jpg"));
            called.put(LOOKS.get(i), ids.get(i));
        }
        shows.setPictures(pictures);
        sheets.put(
                show,
                SheetJson.read(new String(bytes("evening.json"), StandardCharsets.UTF_8))
                        .called(called));
        shows.remember(MEDIA_COME, show);
        return show;
    }

    /** Brings in those of the show's media that are not there. */
    public void bringMedia(String show) {
        for (String name : MEDIA) {
            if (media.byRef(show, Shelf.refOf(name)).isPresent()) continue;
            try (InputStream in = DemoShow.class.getResourceAsStream("/demo/media/" + name)) {
                store.addShipped(show, name, in);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        shows.remember(MEDIA_COME, "");
    }
}
