package gloaming.web.store;

import gloaming.look.KeptKit;
import gloaming.look.Limits;
import gloaming.look.Refused;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.io.EOFException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A kit as a file: kit.json, media.json and media/*. See docs/file-format.md. */
@Component
public class KitZip {
    private static final int MOST_ENTRIES = 200;
    private static final LocalDateTime SOME_DAY = LocalDateTime.of(1980, 1, 1, 0, 0);
    private static final String MEDIUM = "media/[0-9a-f]{64}";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Kits kits;
    private final Media rows;
    private final MediaStore store;

    KitZip(Kits kits, Media rows, MediaStore store) {
        this.kits = kits;
        this.rows = rows;
        this.store = store;
    }

    public void write(KeptKit kit, List<Kits.Medium> media, OutputStream out) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            put(zip, "kit.json", kit.write().getBytes(StandardCharsets.UTF_8));
            put(zip, "media.json", JSON.writeValueAsBytes(media));
            for (String hash : media.stream().map(Kits.Medium::hash).distinct().toList()) {
                if (!Files.isRegularFile(store.path(hash))) continue;
                begin(zip, "media/" + hash);
                Files.copy(store.path(hash), zip);
                zip.closeEntry();
            }
        }
    }

    /** Puts the kit of a file on the shelf of a show, its media into the show; {@link Refused} where it holds none. */
    public Kits.Row read(String show, InputStream in) throws IOException {
        KeptKit kit = null;
        List<Kits.Medium> named = List.of();
        Map<String, Media.Row> came = new HashMap<>();
        boolean whole = false;
        try (ZipInputStream zip = new ZipInputStream(in)) {
            int entries = 0;
            for (ZipEntry entry; (entry = zip.getNextEntry()) != null; ) {
                if (++entries > MOST_ENTRIES)
                    throw new Refused("The zip has over " + MOST_ENTRIES + " entries; that is no kit.");
                String path = entry.getName();
                if (path.equals("kit.json")) kit = KeptKit.read(text(zip));
                else if (path.equals("media.json")) named = JSON.readValue(text(zip), new TypeReference<>() {});
                else if (path.matches(MEDIUM)) {
                    String name = path.substring(6, 20);
                    Media.Row row = store.add(show, name, name, "", new FilterInputStream(zip) {
                        @Override
                        public void close() {
                            // The zip goes on behind it.
                        }
                    });
                    came.put(row.hash(), row);
                }
            }
            if (kit == null) throw new Refused("The zip holds no kit: its kit.json is missing.");
            new Rules(Catalogue.all()).check(kit.look());
            List<Kits.Medium> media = new ArrayList<>();
            for (Kits.Medium medium : named) {
                Media.Row row = medium == null ? null : came.get(medium.hash());
                if (row == null || medium.ref() == null || medium.name() == null) continue;
                rows.rename(row.id(), medium.name(), "");
                media.add(new Kits.Medium(medium.ref(), medium.name(), row.hash()));
            }
            Kits.Row row = kits.keep(show, kit, media);
            whole = true;
            return row;
        } catch (ZipException | EOFException | JacksonException e) {
            throw new Refused("The file is no zip of a kit, or is damaged or cut off.");
        } finally {
            if (!whole) came.values().forEach(row -> rows.drop(row.id()));
        }
    }

    private static String text(InputStream in) throws IOException {
        byte[] bytes = in.readNBytes(Limits.DOCUMENT + 1);
        if (bytes.length > Limits.DOCUMENT) throw new Refused("The kit is larger than a look may be.");
        return new String(bytes, StandardCharsets.UTF_8);
    }

    private static void put(ZipOutputStream zip, String path, byte[] bytes) throws IOException {
        begin(zip, path);
        zip.write(bytes);
        zip.closeEntry();
    }

    private static void begin(ZipOutputStream zip, String path) throws IOException {
        ZipEntry entry = new ZipEntry(path);
        entry.setTimeLocal(SOME_DAY);
        zip.putNextEntry(entry);
    }
}
