package gloaming.web.store;

import gloaming.desk.Phone;
import gloaming.look.KeptKit;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.media.Shelf;
import gloaming.show.RunSheet;
import gloaming.show.SheetJson;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A whole show as one zip: show.json, sheet.json, looks/*.json and media/*. See docs/file-format.md. */
@Component
public class ShowZip {
    private static final String FORMAT = "gloaming-show";
    private static final int VERSION = 1;
    /** What a medium is called until the list in the zip has said its ref. */
    private static final String INCOMING = "~incoming";

    private static final int MOST_ENTRIES = 2_000;
    /** Bytes of a zip, unpacked. */
    private static final long LARGEST = 4L << 30;

    private static final String SHEET = "sheet.json";
    private static final String MEDIUM = "media/[0-9a-f]{64}";
    /** All entries bear the same time. */
    private static final LocalDateTime SOME_DAY = LocalDateTime.of(1980, 1, 1, 0, 0);

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Shows shows;
    private final Kits kits;
    private final Media rows;
    private final MediaStore store;
    private final Journal journal;
    private final Sheets sheets;

    ShowZip(Shows shows, Kits kits, Media rows, MediaStore store, Journal journal, Sheets sheets) {
        this.sheets = sheets;
        this.kits = kits;
        this.rows = rows;
        this.shows = shows;
        this.store = store;
        this.journal = journal;
    }

    /** Writes a show with all its media. */
    public void write(String showId, OutputStream out) throws IOException {
        write(showId, out, true);
    }

    /** Writes a show with the hashes of its media in place of their bytes; the same show gives the same zip to the bit. */
    void writeLean(String showId, OutputStream out) throws IOException {
        write(showId, out, false);
    }

    private void write(String showId, OutputStream out, boolean whole) throws IOException {
        journal.flush();
        Shows.ShowRow show = shows.show(showId).orElseThrow(() -> new Refused("That show is not there any more."));
        ObjectNode about = JSON.createObjectNode();
        about.put("format", FORMAT).put("version", VERSION).put("name", show.name());
        about.put("gain", show.gain());
        about.set("phone", JSON.valueToTree(shows.phone(showId)));
        ArrayNode looks = about.putArray("looks");
        ArrayNode ids = about.putArray("ids");
        ArrayNode media = about.putArray("media");
        ArrayNode kept = about.putArray("kits");
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            int n = 0;
            for (Shows.LookRow row : shows.looks(showId)) {
                String path = "looks/%03d.json".formatted(++n);
                looks.add(path);
                ids.add(row.id());
                put(zip, path, LookJson.write(shows.document(row.id())).getBytes(StandardCharsets.UTF_8));
            }
            for (Kits.Row row : kits.ownOf(showId)) {
                String path = "kits/%03d.json".formatted(kept.size() + 1);
                kept.addObject().put("path", path).set("media", JSON.valueToTree(kits.media(row.id())));
                put(zip, path, kits.document(row.id()).write().getBytes(StandardCharsets.UTF_8));
            }
            Set<String> written = new HashSet<>();
            for (Media.Row row : rows.of(showId)) {
                String path = "media/" + row.hash();
                media.addObject()
                        .put("path", path)
                        .put("name", row.name())
                        .put("ref", row.ref())
                        .put("folder", row.folder())
                        .put("sound", row.id().equals(show.sound()));
                // Two media may be the same file, and a file may have gone missing.
                if (!whole || !written.add(path) || !Files.isRegularFile(store.path(row.hash()))) continue;
                begin(zip, path);
                Files.copy(store.path(row.hash()), zip);
                zip.closeEntry();
            }
            put(zip, SHEET, SheetJson.write(sheets.of(showId).sheet()).getBytes(StandardCharsets.UTF_8));
            put(zip, "show.json", JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(about));
        }
    }

    /** Brings a show in as a new one; {@link Refused} with one sentence when it cannot, and then nothing is left behind. */
    public String read(InputStream in) throws IOException {
        Map<String, Look> looks = new HashMap<>();
        Map<String, KeptKit> kits = new HashMap<>();
        Map<String, Media.Row> media = new HashMap<>();
        JsonNode about = null;
        RunSheet sheet = null;
        String show = shows.addHidden("Coming in");
        boolean whole = false;
        try (ZipInputStream zip = new ZipInputStream(in)) {
            int entries = 0;
            long unpacked = 0;
            for (ZipEntry entry; (entry = zip.getNextEntry()) != null; ) {
                if (++entries > MOST_ENTRIES)
                    throw new Refused("The zip has over " + MOST_ENTRIES + " entries; that is no show.");
                String path = entry.getName();
                if (path.equals("show.json")) about = JSON.readTree(text(zip, path));
                else if (path.matches("looks/[0-9]{3,5}\\.json")) looks.put(path, look(text(zip, path), path));
                else if (path.equals(SHEET)) sheet = SheetJson.read(text(zip, path));
                else if (path.matches("kits/[0-9]{3,5}\\.json")) kits.put(path, KeptKit.read(text(zip, path)));
                else if (path.matches(MEDIUM)) {
                    Media.Row row = store.add(show, INCOMING, path.substring(6, 20), "", new Unclosed(zip));
                    media.put(path, row);
                    unpacked += row.bytes();
                    if (unpacked > LARGEST) throw new Refused("The zip unpacks to over " + (LARGEST >> 30) + " GB.");
                }
            }
            if (about == null || !FORMAT.equals(about.path("format").asString(""))) {
                throw new Refused("The zip holds no show: its show.json is missing or says something else.");
            }
            if (about.path("version").asInt(0) > VERSION)
                throw new Refused("The show was exported by a newer Gloaming.");
            Map<String, String> called = finish(show, about, looks, media);
            if (sheet != null) sheets.put(show, sheet.called(called));
            finish(show, about, kits);
            shows.deleteShow(show, false);
            whole = true;
            return show;
        } catch (ZipException | EOFException | JacksonException e) {
            throw new Refused("The file is no zip of a show, or is damaged or cut off.");
        } finally {
            if (!whole) {
                shows.dropShow(show);
                store.sweep();
            }
        }
    }

    /** What looks were called where they came from, and what they are here. */
    private Map<String, String> finish(
            String show, JsonNode about, Map<String, Look> looks, Map<String, Media.Row> media) {
        shows.renameShow(show, about.path("name").asString("Show"));
        if (about.has("gain")) shows.setGain(show, about.path("gain").asDouble(0));
        if (about.has("phone")) shows.setPhone(show, JSON.treeToValue(about.get("phone"), Phone.class));
        List<String> named = new ArrayList<>();
        about.path("looks").forEach(path -> named.add(path.asString("")));
        List<Look> all = new ArrayList<>();
        List<String> refs = new ArrayList<>();
        for (String path : named) {
            Look look = looks.get(path);
            if (look == null) throw new Refused("The zip says it holds " + path + ", and does not.");
            refs.add(about.path("ids").path(all.size()).asString(""));
            all.add(look);
        }
        Map<String, String> called = new HashMap<>();
        List<String> ids = shows.addLooks(show, all, refs);
        for (int i = 0; i < ids.size(); i++) called.put(refs.get(i), ids.get(i));
        for (JsonNode medium : about.path("media")) {
            Media.Row row = media.get(medium.path("path").asString(""));
            if (row == null) row = here(show, medium.path("path").asString(""));
            if (row == null) continue;
            media.put(medium.path("path").asString(""), row);
            String name = medium.path("name").asString("medium");
            String ref = medium.path("ref").asString("");
            Facts facts = row.facts().withPreview(rows.preview(row.id()));
            Media.Row own = rows.add(
                    show,
                    ref.isEmpty() ? Shelf.refOf(name) : Shelf.refOf(ref),
                    name,
                    medium.path("folder").asString(""),
                    row.hash(),
                    row.bytes(),
                    facts);
            if (medium.path("sound").asBoolean(false)) shows.setSound(show, own.id());
        }
        // What came in got rows of its own by the list; the first ones only held the bytes.
        for (Media.Row row : media.values()) rows.drop(row.id());
        return called;
    }

    private void finish(String show, JsonNode about, Map<String, KeptKit> came) {
        for (JsonNode each : about.path("kits")) {
            String path = each.path("path").asString("");
            KeptKit kit = came.get(path);
            if (kit == null) throw new Refused("The zip says it holds " + path + ", and does not.");
            List<Kits.Medium> shown = new ArrayList<>();
            for (JsonNode medium : each.path("media"))
                shown.add(new Kits.Medium(
                        medium.path("ref").asString(""),
                        medium.path("name").asString(""),
                        medium.path("hash").asString("")));
            new Rules(Catalogue.all()).check(kit.look());
            kits.keep(show, kit, shown);
        }
    }

    /** A medium whose bytes are not in the zip and are in the media folder, as one of this show; or null. */
    private Media.Row here(String show, String path) {
        if (!path.matches(MEDIUM)) return null;
        return store.again(show, INCOMING, path.substring(6)).orElse(null);
    }

    private static Look look(String text, String path) {
        try {
            return new Rules(Catalogue.all()).check(LookJson.read(text));
        } catch (Refused e) {
            throw new Refused(path + ": " + e.getMessage());
        }
    }

    private static String text(ZipInputStream zip, String path) throws IOException {
        byte[] bytes = zip.readNBytes(Limits.DOCUMENT + 1);
        if (bytes.length > Limits.DOCUMENT) throw new Refused(path + " is larger than a look may be.");
        return new String(bytes, StandardCharsets.UTF_8);
    }

    private static void put(ZipOutputStream zip, String path, byte[] bytes) throws IOException {
        begin(zip, path);
        new ByteArrayInputStream(bytes).transferTo(zip);
        zip.closeEntry();
    }

    private static void begin(ZipOutputStream zip, String path) throws IOException {
        ZipEntry entry = new ZipEntry(path);
        entry.setTimeLocal(SOME_DAY);
        zip.putNextEntry(entry);
    }

    /** The hashes of the media that a zip of a show needs, in it or not; empty where it is none. */
    static Set<String> hashes(Path file) {
        Set<String> all = new HashSet<>();
        try (ZipFile zip = new ZipFile(file.toFile())) {
            ZipEntry about = zip.getEntry("show.json");
            if (about == null) return all;
            try (InputStream in = zip.getInputStream(about)) {
                for (JsonNode medium :
                        JSON.readTree(in.readNBytes(Limits.DOCUMENT)).path("media")) {
                    String path = medium.path("path").asString("");
                    if (path.matches(MEDIUM)) all.add(path.substring(6));
                }
            }
        } catch (IOException | JacksonException e) {
            // What cannot be read needs nothing.
            return all;
        }
        return all;
    }

    /** One entry of a zip as a stream of its own: closing it does not close the zip. */
    private static final class Unclosed extends FilterInputStream {
        Unclosed(InputStream in) {
            super(in);
        }

        @Override
        public void close() {}
    }
}
