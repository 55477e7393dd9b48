package gloaming.web.page;

import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.media.MachineInput;
import gloaming.media.Wav;
import gloaming.play.LivePlayer;
import gloaming.shader.Help;
import gloaming.web.live.CatalogueJson;
import gloaming.web.live.House;
import gloaming.web.store.Backups;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Notices;
import gloaming.web.store.OpenLook;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
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
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Shows, Bench and Output, and what they load and post. */
@Controller
class Pages {
    private static final int LONGEST_SHOWN = 60;
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("EEE d MMM, HH:mm:ss", Locale.ENGLISH);

    private final Shows shows;
    private final House house;
    private final Journal journal;
    private final Media rows;
    private final MediaStore media;
    private final ShowZip zip;
    private final CatalogueJson catalogue;
    private final Backups backups;
    private final Notices notices;
    private byte[] bandWav;

    Pages(
            Shows shows,
            House house,
            Journal journal,
            Media rows,
            MediaStore media,
            ShowZip zip,
            CatalogueJson catalogue,
            Backups backups,
            Notices notices) {
        this.backups = backups;
        this.notices = notices;
        this.rows = rows;
        this.shows = shows;
        this.house = house;
        this.journal = journal;
        this.media = media;
        this.zip = zip;
        this.catalogue = catalogue;
    }

    /** A show with its looks and backups, for the page of shows. */
    record ShowCard(String id, String name, List<Shows.LookRow> looks, List<Backup> backups) {}

    /** A backup, and when it was made as people say it. */
    record Backup(String id, String at) {}

    /** Whoever types where something is, and not which, comes to where all of it can be found. */
    @GetMapping({"/shows", "/bench", "/sheet", "/playing", "/sets", "/media", "/kits"})
    String which() {
        return "redirect:/";
    }

    @GetMapping("/")
    String shows(Model model) {
        journal.flush();
        model.addAttribute(
                "shows",
                shows.shows().stream()
                        .map(s -> new ShowCard(s.id(), s.name(), shows.looks(s.id()), backups(s.id())))
                        .toList());
        model.addAttribute("notices", notices.all());
        model.addAttribute("onAir", house.onAir() == null ? "" : house.onAir().id);
        return "shows";
    }

    private List<Backup> backups(String show) {
        try {
            return backups.of(show).stream()
                    .map(b -> new Backup(b.id(), WHEN.format(b.at().atZone(ZoneId.systemDefault()))))
                    .toList();
        } catch (IOException e) {
            return List.of();
        }
    }

    /** Brings a backup back as a show of its own, beside the one it was made of. */
    @PostMapping("/shows/{id}/backups/{backup}")
    String restore(@PathVariable String id, @PathVariable String backup, RedirectAttributes flash) throws IOException {
        String show = backups.restore(id, backup);
        String name = shows.show(show).orElseThrow().name();
        shows.renameShow(show, brief(name) + " (brought back)");
        flash.addFlashAttribute("done", "'" + brief(name) + "' of that time is back, beside the show as it is now.");
        return "redirect:/";
    }

    @GetMapping("/bench/{look}")
    String bench(@PathVariable String look, Model model) {
        Shows.LookRow row = shows.look(look).orElseThrow(() -> new Refused("That look is not there any more."));
        Shows.ShowRow show = shows.show(row.showId()).orElseThrow();
        model.addAttribute("look", row);
        model.addAttribute("show", show);
        model.addAttribute("sounds", rows.of(show.id(), Facts.Kind.SOUND));
        model.addAttribute("inputs", MachineInput.names());
        model.addAttribute("sound", show.sound() == null ? "band" : show.sound());
        model.addAttribute("document", LookJson.VERSION);
        return "bench";
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

    /** The points that a step of a look that plays gives now, as a PLY. */
    @GetMapping("/looks/{id}/points/{step}.ply")
    ResponseEntity<byte[]> points(@PathVariable String id, @PathVariable String step)
            throws IOException, InterruptedException {
        LivePlayer player = house.player(id);
        if (player == null) return noPoints();
        var copy = player.copy(step);
        try {
            var points = copy.get(3, TimeUnit.SECONDS);
            var out = new java.io.ByteArrayOutputStream();
            gloaming.media.CloudFile.write(points, out);
            return ResponseEntity.ok()
                    .contentType(MediaType.APPLICATION_OCTET_STREAM)
                    .header("Content-Disposition", "attachment; filename=\"points.ply\"")
                    .body(out.toByteArray());
        } catch (TimeoutException | ExecutionException | CancellationException e) {
            copy.cancel(false);
            return noPoints();
        }
    }

    private static ResponseEntity<byte[]> noPoints() {
        return ResponseEntity.status(404)
                .contentType(MediaType.TEXT_PLAIN)
                .body("This step gives no points now; open its look on the Bench."
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    @GetMapping("/looks/{id}/picture.jpg")
    ResponseEntity<byte[]> picture(@PathVariable String id) {
        byte[] jpeg = shows.picture(id);
        return jpeg == null
                ? ResponseEntity.notFound().build()
                : ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_JPEG)
                        .cacheControl(CacheControl.noCache())
                        .body(jpeg);
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

    @PostMapping("/shows")
    String newShow(@RequestParam String name) {
        String show = shows.addShow(name);
        shows.addLook(show, Look.empty("First look"));
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/rename")
    String renameShow(@PathVariable String id, @RequestParam String name) {
        shows.renameShow(id, name);
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/delete")
    String deleteShow(@PathVariable String id, RedirectAttributes flash) {
        String name = shows.show(id).map(Shows.ShowRow::name).orElse("The show");
        shows.deleteShow(id, true);
        flash.addFlashAttribute("undo", "/shows/" + id + "/restore")
                .addFlashAttribute("done", "'" + brief(name) + "' is deleted.");
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/restore")
    String restoreShow(@PathVariable String id) {
        shows.deleteShow(id, false);
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/looks")
    String newLook(@PathVariable String id, @RequestParam(defaultValue = "") String name) {
        // Whoever has an idea has no name for it yet.
        String given = name.isBlank() ? "Look " + (shows.looks(id).size() + 1) : name;
        String made = shows.addLook(id, Look.empty(given));
        house.looksChanged(id);
        return "redirect:/bench/" + made;
    }

    @PostMapping("/looks/{id}/rename")
    String renameLook(@PathVariable String id, @RequestParam String name) {
        Shows.LookRow row = shows.look(id).orElseThrow(() -> new Refused("That look is not there any more."));
        house.rename(journal.open(row), name);
        return "redirect:/";
    }

    /** Puts a look on air, by a cut or a fade over some seconds. */
    @PostMapping("/looks/{id}/air")
    String take(@PathVariable String id, @RequestParam(defaultValue = "0") double seconds) {
        house.take(shows.look(id).orElseThrow(() -> new Refused("That look is not there any more.")), seconds);
        return "redirect:/";
    }

    /** What is on air: the look's id and name, both empty where nothing is. */
    record OnAir(String look, String name) {}

    @GetMapping("/air")
    @ResponseBody
    OnAir onAir() {
        OpenLook on = house.onAir();
        return on == null ? new OnAir("", "") : new OnAir(on.id, on.look().name());
    }

    @PostMapping("/looks/{id}/duplicate")
    String duplicateLook(@PathVariable String id) {
        journal.flush();
        Shows.LookRow row = shows.look(id).orElseThrow(() -> new Refused("That look is not there any more."));
        Look look = shows.document(id);
        String copy = shows.addLook(row.showId(), look.withName(brief(look.name()) + " again"));
        byte[] picture = shows.picture(id);
        if (picture != null) shows.setPicture(copy, picture);
        house.looksChanged(row.showId());
        return "redirect:/";
    }

    @PostMapping("/looks/{id}/delete")
    String deleteLook(@PathVariable String id, RedirectAttributes flash) {
        Shows.LookRow row = shows.look(id).orElseThrow(() -> new Refused("That look is not there any more."));
        shows.deleteLook(id, true);
        house.looksChanged(row.showId());
        flash.addFlashAttribute("undo", "/looks/" + id + "/restore")
                .addFlashAttribute("done", "'" + brief(row.name()) + "' is deleted.");
        return "redirect:/";
    }

    @PostMapping("/looks/{id}/restore")
    String restoreLook(@PathVariable String id) {
        shows.deleteLook(id, false);
        shows.look(id).ifPresent(row -> house.looksChanged(row.showId()));
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/duplicate")
    String duplicateShow(@PathVariable String id) {
        journal.flush();
        Shows.ShowRow show = shows.show(id).orElseThrow(() -> new Refused("That show is not there any more."));
        shows.duplicate(show, brief(show.name()) + " again");
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/sounds")
    String addSound(@PathVariable String id, @RequestParam MultipartFile file, @RequestParam String back)
            throws IOException {
        String name = file.getOriginalFilename() == null ? "sound" : file.getOriginalFilename();
        Media.Row row = media.add(id, "", brief(name.replaceAll(".*[/\\\\]", "")), "", file.getInputStream());
        house.mediaChanged(id);
        if (!row.is(Facts.Kind.SOUND)) return "redirect:/shows/" + id + "/media";
        house.choose(id, row.id());
        return "redirect:/bench/" + shows.look(back).map(Shows.LookRow::id).orElse("");
    }

    @GetMapping("/shows/{id}/export")
    void export(@PathVariable String id, HttpServletResponse response) throws IOException {
        String name = shows.show(id)
                .orElseThrow(() -> new Refused("That show is not there any more."))
                .name();
        response.setContentType("application/zip");
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(name + ".gloaming.zip", StandardCharsets.UTF_8)
                        .build()
                        .toString());
        zip.write(id, response.getOutputStream());
    }

    @PostMapping("/shows/import")
    String importShow(@RequestParam MultipartFile file) throws IOException {
        zip.read(file.getInputStream());
        return "redirect:/";
    }

    @GetMapping("/favicon.ico")
    ResponseEntity<Void> icon() {
        return ResponseEntity.status(301).location(URI.create("/mark.svg")).build();
    }

    /** A refusal is said on the page of shows, where everything else still is. */
    @ExceptionHandler(org.springframework.web.multipart.MultipartException.class)
    String tooLarge(RedirectAttributes flash) {
        flash.addFlashAttribute(
                "refused", "The file is larger than " + (MediaStore.LARGEST >> 20) + " MB, or did not arrive whole.");
        return "redirect:/";
    }

    static String brief(String name) {
        return name.length() > LONGEST_SHOWN ? name.substring(0, LONGEST_SHOWN - 1) + "…" : name;
    }
}
