package gloaming.web.page;

import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.media.FontFile;
import gloaming.media.Halt;
import gloaming.web.live.House;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.PictureFolders;
import gloaming.web.store.Quota;
import gloaming.web.store.Shows;
import gloaming.web.store.Uses;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The media of a show: brought in, looked at, renamed, replaced, deleted. */
@Controller
class MediaPages {
    private static final String ARRIVAL = "[0-9a-f-]{8,40}";
    private static final int MOST_ARRIVING = 64;

    private final Shows shows;
    private final Media media;
    private final MediaStore store;
    private final PictureFolders folders;
    private final Uses uses;
    private final House house;
    private final Quota quota;
    /** Files that are being looked at, by the name their page gave them. */
    private final Map<String, Halt> arriving = new ConcurrentHashMap<>();

    MediaPages(
            Shows shows, Media media, MediaStore store, PictureFolders folders, Uses uses, House house, Quota quota) {
        this.quota = quota;
        this.shows = shows;
        this.media = media;
        this.store = store;
        this.folders = folders;
        this.uses = uses;
        this.house = house;
    }

    /** A medium as the page shows it. */
    record Card(
            String id,
            String ref,
            String name,
            String folder,
            String kind,
            String facts,
            boolean preview,
            List<String> uses) {}

    /** A kind of medium that a show has none of, and what it would be good for. */
    record Could(String kind, String says) {}

    private static String goodFor(Facts.Kind kind) {
        return switch (kind) {
            case PICTURE -> "A picture is shown, cut out, dissolved into points, or printed as a halftone.";
            case CLIP ->
                "A clip plays at any rate, backwards too and in time with the beat; what moves in it can push points.";
            case SOUND ->
                "A sound (WAV, FLAC, Ogg, MP3) plays with the show; looks hear its beat, its bands, and where something begins.";
            case FONT -> "A font letters the words of a show, in a line, round an edge, or as points.";
            case CLOUD -> "A cloud of points (PLY, CSV, XYZ), as scanners give it, is flown through by a camera.";
            case MODEL -> "A model (glTF, OBJ, STL) stands in a scene, bent, copied, cast in brass, under any light.";
        };
    }

    private static List<Could> could(List<Media.Row> all) {
        return Stream.of(Facts.Kind.values())
                .filter(kind -> all.stream().noneMatch(row -> row.is(kind)))
                .map(kind -> new Could(kind.id(), goodFor(kind)))
                .toList();
    }

    @GetMapping("/shows/{id}/media")
    String page(@PathVariable String id, Model model) {
        Shows.ShowRow show = show(id);
        List<Media.Row> all = media.of(id);
        model.addAttribute("show", show);
        model.addAttribute("folders", folders.of(id));
        model.addAttribute("could", could(all));
        model.addAttribute("used", weight(quota.used()));
        model.addAttribute("quota", quota.gigabytes());
        model.addAttribute("look", shows.looks(id).stream().findFirst().orElse(null));
        model.addAttribute(
                "media",
                all.stream()
                        .map(row -> new Card(
                                row.id(),
                                row.ref(),
                                row.name(),
                                row.folder(),
                                row.facts().kind().id(),
                                facts(row),
                                row.is(Facts.Kind.PICTURE)
                                        || row.is(Facts.Kind.CLIP)
                                        || row.is(Facts.Kind.CLOUD)
                                        || row.is(Facts.Kind.MODEL),
                                used(show, row)))
                        .toList());
        return "media";
    }

    private List<String> used(Shows.ShowRow show, Media.Row row) {
        Stream<String> looks = uses.of(show.id(), row.ref()).stream();
        Stream<String> slides = row.folder().isEmpty() || !row.is(Facts.Kind.PICTURE)
                ? Stream.of()
                : uses.of(show.id(), row.folder()).stream();
        Stream<String> sound = row.id().equals(show.sound()) ? Stream.of("the sound of the show") : Stream.of();
        return Stream.of(looks, slides, sound).flatMap(s -> s).distinct().toList();
    }

    /** In one line: size, length, rate, coding, weight. */
    static String facts(Media.Row row) {
        Facts f = row.facts();
        StringBuilder says = new StringBuilder();
        if (f.width() > 0) says.append(f.width()).append(" × ").append(f.height());
        if (f.alpha()) says.append(", see-through");
        if (f.kind() == Facts.Kind.CLIP) {
            says.append(", ")
                    .append(duration(f.seconds()))
                    .append(", ")
                    .append(plain(f.rate()))
                    .append(" frames/s");
        }
        if (f.kind() == Facts.Kind.SOUND) says.append(duration(f.seconds()));
        if (!f.coding().isEmpty()) says.append(says.isEmpty() ? "" : ", ").append(f.coding());
        double mb = row.bytes() / 1048576.0;
        says.append(", ").append(mb < 0.95 ? Math.max(1, Math.round(row.bytes() / 1024.0)) + " KB" : plain(mb) + " MB");
        return says.toString();
    }

    private static String weight(long bytes) {
        double mb = bytes / 1048576.0;
        return mb < 1_000 ? plain(mb) + " MB" : plain(mb / 1024) + " GB";
    }

    @PostMapping("/shows/{id}/quota")
    String quota(@PathVariable String id, @RequestParam long gigabytes, RedirectAttributes flash) {
        try {
            quota.set(gigabytes);
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/shows/" + show(id).id() + "/media";
    }

    private static String duration(double seconds) {
        long whole = (long) seconds;
        return whole < 60 ? plain(seconds) + " s" : "%d:%02d".formatted(whole / 60, whole % 60);
    }

    private static String plain(double value) {
        return String.format(Locale.ROOT, "%.4s", String.format(Locale.ROOT, "%.2f", value))
                .replaceAll("\\.?0*$", "");
    }

    /** What a setting may refer to, for the Bench. */
    @GetMapping(value = "/shows/{id}/media.json", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    List<Map<String, String>> list(@PathVariable String id) {
        List<Media.Row> all = media.of(id);
        Stream<Map<String, String>> files = all.stream()
                .map(r -> Map.of("ref", r.ref(), "kind", r.facts().kind().id(), "name", r.name()));
        Stream<Map<String, String>> ofPictures =
                folders.of(id).stream().map(f -> Map.of("ref", f, "kind", "folder", "name", f));
        Stream<Map<String, String>> fonts =
                FontFile.SHIPPED.stream().map(f -> Map.of("ref", f, "kind", "font", "name", f.replace('-', ' ')));
        Stream<Map<String, String>> looks =
                shows.looks(id).stream().map(l -> Map.of("ref", l.id(), "kind", "look", "name", l.name()));
        return Stream.of(files, ofPictures, fonts, looks).flatMap(s -> s).toList();
    }

    @GetMapping("/media/{id}/preview.jpg")
    ResponseEntity<byte[]> preview(@PathVariable String id) {
        byte[] jpeg = media.preview(id);
        return jpeg == null
                ? ResponseEntity.notFound().build()
                : ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_JPEG)
                        .cacheControl(CacheControl.noCache())
                        .body(jpeg);
    }

    /** Takes in one file; the page sends several one after another and shows how far each is. */
    @PostMapping(value = "/shows/{id}/media", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    ResponseEntity<Map<String, String>> add(
            @PathVariable String id,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "") String folder,
            @RequestParam(defaultValue = "") String arrival)
            throws IOException {
        Halt halt = new Halt();
        if (arrival.matches(ARRIVAL) && arriving.size() < MOST_ARRIVING) arriving.put(arrival, halt);
        try {
            Media.Row row = store.add(show(id).id(), "", name(file), folder, file.getInputStream(), halt);
            house.mediaChanged(id);
            return ResponseEntity.ok(
                    Map.of("ref", row.ref(), "kind", row.facts().kind().id()));
        } catch (Refused e) {
            return ResponseEntity.status(HttpStatus.UNPROCESSABLE_CONTENT).body(Map.of("says", e.getMessage()));
        } finally {
            arriving.remove(arrival);
        }
    }

    /** Stops looking at a file that is arriving. */
    @PostMapping("/arrivals/{arrival}/stop")
    ResponseEntity<Void> stop(@PathVariable String arrival) {
        Halt halt = arriving.get(arrival);
        if (halt != null) halt.now();
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/media/{id}/rename")
    String rename(
            @PathVariable String id, @RequestParam String name, @RequestParam String folder, RedirectAttributes flash) {
        Media.Row row = row(id);
        return then(row, flash, () -> media.rename(id, name, folder));
    }

    @PostMapping("/media/{id}/replace")
    String replace(@PathVariable String id, @RequestParam MultipartFile file, RedirectAttributes flash) {
        Media.Row row = row(id);
        return then(row, flash, () -> {
            store.replace(row, name(file), file.getInputStream());
            // It is called after what it is now; what refers to it goes by its ref and stays.
            media.rename(id, name(file), row.folder());
            flash.addFlashAttribute(
                    "done",
                    "'" + Pages.brief(row.name()) + "' is replaced by '" + Pages.brief(name(file))
                            + "'; every look that shows it goes on with the new one.");
        });
    }

    @PostMapping("/media/{id}/delete")
    String delete(@PathVariable String id, RedirectAttributes flash) {
        Media.Row row = row(id);
        return then(row, flash, () -> {
            media.delete(id, true);
            flash.addFlashAttribute("undo", "/media/" + id + "/restore")
                    .addFlashAttribute("done", "'" + Pages.brief(row.name()) + "' is deleted.");
        });
    }

    @PostMapping("/media/{id}/restore")
    String restore(@PathVariable String id, RedirectAttributes flash) {
        return then(row(id), flash, () -> media.delete(id, false));
    }

    private interface Deed {
        void act() throws IOException;
    }

    private String then(Media.Row row, RedirectAttributes flash, Deed deed) {
        try {
            deed.act();
            house.mediaChanged(row.showId());
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        } catch (IOException e) {
            flash.addFlashAttribute("refused", "The file did not arrive whole, or the disk is full; try it again.");
        }
        return "redirect:/shows/" + row.showId() + "/media";
    }

    private Shows.ShowRow show(String id) {
        return shows.show(id).orElseThrow(() -> new Refused("That show is not there any more."));
    }

    private Media.Row row(String id) {
        return media.find(id).orElseThrow(() -> new Refused("That medium is not there any more."));
    }

    private static String name(MultipartFile file) {
        String name = file.getOriginalFilename() == null ? "" : file.getOriginalFilename();
        name = Pages.brief(name.replaceAll(".*[/\\\\]", "").strip());
        return name.isEmpty() ? "medium" : name;
    }

    @ExceptionHandler(MultipartException.class)
    ResponseEntity<Map<String, String>> tooLarge() {
        return ResponseEntity.status(HttpStatus.CONTENT_TOO_LARGE)
                .contentType(MediaType.APPLICATION_JSON)
                .body(Map.of(
                        "says",
                        "The file is larger than " + (MediaStore.LARGEST >> 20) + " MB, or did not arrive whole."));
    }
}
