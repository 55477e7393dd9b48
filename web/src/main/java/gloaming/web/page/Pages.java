package gloaming.web.page;

import gloaming.look.Refused;
import gloaming.media.Wav;
import gloaming.shader.Help;
import gloaming.web.live.CatalogueJson;
import gloaming.web.live.House;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import java.net.URI;
import java.util.List;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.ResponseBody;

/** Output, and what all pages load. */
@Controller
class Pages {
    private static final int LONGEST_SHOWN = 60;

    private final House house;
    private final Media rows;
    private final MediaStore media;
    private final CatalogueJson catalogue;
    private byte[] bandWav;

    Pages(House house, Media rows, MediaStore media, CatalogueJson catalogue) {
        this.house = house;
        this.rows = rows;
        this.media = media;
        this.catalogue = catalogue;
    }

    @GetMapping("/output")
    String output() {
        return "output";
    }

    @GetMapping(value = "/catalogue.json", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    String catalogue() {
        return catalogue.text();
    }

    @GetMapping(value = "/kinds.json", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    String kinds() {
        return catalogue.kinds();
    }

    @GetMapping(value = "/glsl.json", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    List<Help.Entry> help() {
        return Help.ENTRIES;
    }

    /** The sound as the page plays it: the same samples the stage hears, with ranges so that it can be sought. */
    @GetMapping("/sound/{id}")
    ResponseEntity<Resource> sound(@PathVariable String id) {
        if (id.equals("band")) {
            return ResponseEntity.ok()
                    .contentType(MediaType.valueOf("audio/wav"))
                    .body(new ByteArrayResource(bandWav()));
        }
        Media.Row row = rows.find(id).orElseThrow(() -> new Refused("That sound is not there any more."));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .body(new FileSystemResource(media.path(row.hash())));
    }

    private synchronized byte[] bandWav() {
        if (bandWav == null) bandWav = Wav.bytes(house.sounds().band());
        return bandWav;
    }

    @GetMapping("/favicon.ico")
    ResponseEntity<Void> icon() {
        return ResponseEntity.status(301).location(URI.create("/mark.svg")).build();
    }

    static String brief(String name) {
        return name.length() > LONGEST_SHOWN ? name.substring(0, LONGEST_SHOWN - 1) + "…" : name;
    }
}
