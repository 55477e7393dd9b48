package gloaming.web.page;

import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.web.live.House;
import gloaming.web.store.Backups;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Notices;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page of shows, and what is done to a show there. */
@Controller
class ShowPages {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("EEE d MMM, HH:mm:ss", Locale.ENGLISH);

    private final Shows shows;
    private final House house;
    private final Journal journal;
    private final MediaStore media;
    private final ShowZip zip;
    private final Backups backups;
    private final Notices notices;

    ShowPages(
            Shows shows,
            House house,
            Journal journal,
            MediaStore media,
            ShowZip zip,
            Backups backups,
            Notices notices) {
        this.shows = shows;
        this.house = house;
        this.journal = journal;
        this.media = media;
        this.zip = zip;
        this.backups = backups;
        this.notices = notices;
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
        shows.renameShow(show, Pages.brief(name) + " (brought back)");
        flash.addFlashAttribute(
                "done", "'" + Pages.brief(name) + "' of that time is back, beside the show as it is now.");
        return "redirect:/";
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
                .addFlashAttribute("done", "'" + Pages.brief(name) + "' is deleted.");
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/restore")
    String restoreShow(@PathVariable String id) {
        shows.deleteShow(id, false);
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/duplicate")
    String duplicateShow(@PathVariable String id) {
        journal.flush();
        Shows.ShowRow show = shows.show(id).orElseThrow(() -> new Refused("That show is not there any more."));
        shows.duplicate(show, Pages.brief(show.name()) + " again");
        return "redirect:/";
    }

    @PostMapping("/shows/{id}/sounds")
    String addSound(@PathVariable String id, @RequestParam MultipartFile file, @RequestParam String back)
            throws IOException {
        String name = file.getOriginalFilename() == null ? "sound" : file.getOriginalFilename();
        Media.Row row = media.add(id, "", Pages.brief(name.replaceAll(".*[/\\\\]", "")), "", file.getInputStream());
        house.mediaChanged(id);
        if (!row.is(Facts.Kind.SOUND)) return "redirect:/shows/" + id + "/media";
        house.sounds().choose(id, row.id());
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

    /** A refusal is said on the page of shows, where everything else still is. */
    @ExceptionHandler(org.springframework.web.multipart.MultipartException.class)
    String tooLarge(RedirectAttributes flash) {
        flash.addFlashAttribute(
                "refused", "The file is larger than " + (MediaStore.LARGEST >> 20) + " MB, or did not arrive whole.");
        return "redirect:/";
    }
}
