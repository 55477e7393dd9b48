package gloaming.web.command;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.media.JpegEncoder;
import gloaming.picture.Exit;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.step.Catalogue;
import gloaming.web.live.House;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** The show Tide Mill Night, as it ships. */
@Component
public class DemoShow {
    public static final String NAME = "Tide Mill Night";
    public static final List<String> LOOKS = List.of("lantern-moths", "mill-race", "reed-bed", "brass-bell");
    private static final Logger LOG = LoggerFactory.getLogger(DemoShow.class);
    private static final int PICTURE_FRAME = 240;

    private final Shows shows;
    private final House house;

    DemoShow(Shows shows, House house) {
        this.shows = shows;
        this.house = house;
    }

    /** One of its looks. */
    public static Look look(String name) {
        try (InputStream in = DemoShow.class.getResourceAsStream("/demo/" + name + ".json")) {
            return LookJson.read(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Brings the show in, unless a show is there already. */
    void ensure() {
        if (!shows.shows().isEmpty()) return;
        String show = shows.addShow(NAME);
        for (String name : LOOKS) shows.addLook(show, look(name));
    }

    /** Gives every look that was never seen a picture for the page of shows, without hurry. */
    void paintInBackground() {
        Thread painter = Thread.ofPlatform()
                .name("painter")
                .daemon()
                .priority(Thread.MIN_PRIORITY)
                .unstarted(() -> {
                    for (Shows.ShowRow show : shows.shows()) {
                        for (Shows.LookRow row : shows.looks(show.id())) {
                            if (!row.picture() && !tryToPaint(row)) return;
                        }
                    }
                });
        painter.start();
    }

    /** Whether it worked: when it does not, the program is most likely ending. */
    private boolean tryToPaint(Shows.LookRow row) {
        try {
            paint(row);
            return true;
        } catch (RuntimeException e) {
            LOG.debug("The look '{}' could not be painted for the page of shows: {}", row.name(), e.getMessage());
            return false;
        }
    }

    private void paint(Shows.LookRow row) {
        Look look = shows.document(row.id());
        int width = 320;
        int height = Math.max(16, Math.round(320f * look.height() / look.width()));
        try (Crew crew = new Crew(1);
                JpegEncoder encoder = new JpegEncoder(width, height, 4)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            Picture picture = null;
            for (int i = 0; i < PICTURE_FRAME; i++) {
                picture = player.play(new Moment(i, i / 30.0, 1 / 30.0), width, height, house.band(), Onlooker.NOBODY);
            }
            byte[] rgb = new byte[width * height * 3];
            Exit.rgb(picture, width, height, rgb, crew);
            shows.setPicture(row.id(), encoder.encode(rgb));
        }
    }
}
