package gloaming.web.live;

import gloaming.again.SetReplay;
import gloaming.flow.Crew;
import gloaming.media.Decoder;
import gloaming.media.Facts;
import gloaming.media.ShotFile;
import gloaming.media.Unreadable;
import gloaming.sound.Sound;
import gloaming.tape.SetFile;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Sets;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.stereotype.Component;

/** Opens recorded sets with the media and sounds of their show, to be made again. */
@Component
class SetReplays {
    private final Sets sets;
    private final House house;
    private final Media media;
    private final MediaStore store;
    private final Decoder decoder;
    private final Orders orders;

    SetReplays(Sets sets, House house, Media media, MediaStore store, Decoder decoder, Orders orders) {
        this.sets = sets;
        this.house = house;
        this.media = media;
        this.store = store;
        this.decoder = decoder;
        this.orders = orders;
    }

    /** A set that fits into so many pixels, or with 0 as it was live. */
    SetReplay open(String show, String set, Crew crew, int width, int height) throws IOException {
        Path file = sets.file(show, set);
        try (InputStream in = new BufferedInputStream(Files.newInputStream(file))) {
            return new SetReplay(
                    SetFile.read(in),
                    crew,
                    house.library(show),
                    name -> sound(show, name),
                    ShotFile.of(file, decoder),
                    ref -> orders.of(show, ref),
                    width,
                    height);
        }
    }

    private Sound sound(String show, String name) {
        if (name.equals(house.sounds().band().name())) return house.sounds().band();
        return media.of(show).stream()
                .filter(row -> row.is(Facts.Kind.SOUND) && row.name().equals(name))
                .findFirst()
                .map(row -> {
                    try {
                        return (Sound) decoder.sound(store.path(row.hash()), row.name());
                    } catch (Unreadable e) {
                        return Sound.SILENCE;
                    }
                })
                .orElse(Sound.SILENCE);
    }
}
