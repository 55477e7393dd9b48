package gloaming.web.page;

import gloaming.look.Refused;
import gloaming.web.live.SetFrames;
import gloaming.web.live.SetStage;
import gloaming.web.store.Sets;
import gloaming.web.store.Shows;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The sets of a show that were recorded: shown to the audience again, taken along as files, removed. */
@Controller
class SetPages {
    private static final DateTimeFormatter NAMED = DateTimeFormatter.ofPattern("yyyy-MM-dd HH.mm.ss");
    /** Where a fetch that means work may come from: this page, or no page at all. */
    private static final Set<String> SITES = Set.of("same-origin", "none");

    private static final DateTimeFormatter SAID =
            DateTimeFormatter.ofPattern("EEEE d MMMM yyyy, HH:mm:ss", Locale.ENGLISH);

    /** One as the page has it. */
    record SetRow(String name, String when, String length, String size, String camera, boolean recording) {}

    private final Shows shows;
    private final Sets sets;
    private final SetStage stage;
    private final SetFrames frames;

    SetPages(Shows shows, Sets sets, SetStage stage, SetFrames frames) {
        this.frames = frames;
        this.shows = shows;
        this.sets = sets;
        this.stage = stage;
    }

    @GetMapping("/sets/{id}")
    String sets(@PathVariable String id, Model model) {
        model.addAttribute("show", show(id));
        List<SetRow> rows = sets.of(id).stream().map(row -> row(id, row)).toList();
        model.addAttribute("sets", rows);
        model.addAttribute("shown", stage.says());
        return "sets";
    }

    private SetRow row(String show, Sets.Row row) {
        String when = SAID.format(LocalDateTime.parse(row.name().substring(0, 19), NAMED));
        String length = "%d:%02d".formatted(row.seconds() / 60, row.seconds() % 60);
        String camera = row.camera() == 0 ? "" : size(row.camera());
        return new SetRow(row.name(), when, length, size(row.bytes()), camera, stage.records(show, row.name()));
    }

    /** Shows a set to the audience, in place of what is on air. */
    @PostMapping("/sets/{id}/show")
    String show(
            @PathVariable String id,
            @RequestParam String set,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            RedirectAttributes flash) {
        try {
            Double end = to.isBlank() ? null : seconds(to);
            stage.begin(show(id).id(), set, from.isBlank() ? 0 : seconds(from), end);
            flash.addFlashAttribute("done", "The outputs show it now; what is on air plays on behind it.");
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sets/" + id;
    }

    @PostMapping("/sets/{id}/end")
    String end(@PathVariable String id) {
        stage.end();
        return "redirect:/sets/" + id;
    }

    @PostMapping("/sets/{id}/remove")
    String remove(@PathVariable String id, @RequestParam String set, RedirectAttributes flash) {
        try {
            if (stage.records(show(id).id(), set)) throw new Refused("That set is being recorded.");
            sets.remove(id, set);
            flash.addFlashAttribute("done", "The set of " + set + " was removed.");
            flash.addFlashAttribute("removed", set);
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sets/" + id;
    }

    @PostMapping("/sets/{id}/bring-back")
    String bringBack(@PathVariable String id, @RequestParam String set, RedirectAttributes flash) {
        try {
            sets.bringBack(show(id).id(), set);
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sets/" + id;
    }

    @GetMapping("/sets/{id}/file")
    ResponseEntity<Resource> file(@PathVariable String id, @RequestParam String set) {
        Shows.ShowRow show = show(id);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(HttpHeaders.CONTENT_DISPOSITION, attachment(show.name() + " " + set + ".set"))
                .body(new FileSystemResource(sets.file(id, set)));
    }

    /** What the camera showed in a set: JPEGs one after the other, as players of films know them. */
    @GetMapping("/sets/{id}/camera")
    ResponseEntity<Resource> camera(@PathVariable String id, @RequestParam String set) {
        Shows.ShowRow show = show(id);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(HttpHeaders.CONTENT_DISPOSITION, attachment(show.name() + " " + set + ".mjpeg"))
                .body(new FileSystemResource(sets.camera(id, set)));
    }

    /** The frames of a set as PNG files in a ZIP, made while they are fetched. */
    @GetMapping("/sets/{id}/frames.zip")
    void frames(
            @PathVariable String id,
            @RequestParam String set,
            @RequestParam(defaultValue = "1920x1080") String size,
            @RequestParam(defaultValue = "30") double rate,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestHeader(name = "Sec-Fetch-Site", defaultValue = "none") String site,
            HttpServletResponse response)
            throws IOException {
        // It is much work, and no page of somebody else's may set it going.
        if (!SITES.contains(site)) throw new Refused("Frames are fetched from the page of sets.");
        Shows.ShowRow show = show(id);
        if (!size.matches("\\d{1,5}x\\d{1,5}"))
            throw new Refused("\"" + size + "\" is no size; write it as 1920x1080.");
        String[] sides = size.split("x");
        double begin = from.isBlank() ? 0 : seconds(from);
        Double end = to.isBlank() ? null : (Double) seconds(to);
        SetFrames.Wanted wanted = new SetFrames.Wanted(
                show.id(), set, Integer.parseInt(sides[0]), Integer.parseInt(sides[1]), rate, begin, end);
        frames.check(wanted);
        response.setContentType("application/zip");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, attachment(show.name() + " " + set + ".zip"));
        frames.write(wanted, response.getOutputStream());
    }

    private static String attachment(String name) {
        return ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString();
    }

    private static String size(long bytes) {
        return bytes < 1e6 ? bytes / 1000 + " KB" : "%.1f MB".formatted(bytes / 1e6);
    }

    /** Seconds, or minutes and seconds as 3:20. */
    private static double seconds(String text) {
        String[] parts = text.trim().split(":");
        try {
            double all = 0;
            for (String part : parts) all = all * 60 + Double.parseDouble(part);
            if (parts.length <= 3 && all >= 0 && all < 1e6) return all;
        } catch (NumberFormatException e) {
            // Said below.
        }
        throw new Refused("\"" + text + "\" is no time; write seconds, or minutes and seconds as 3:20.");
    }

    private Shows.ShowRow show(String id) {
        return shows.show(id).orElseThrow(() -> new Refused("That show is not there any more."));
    }
}
