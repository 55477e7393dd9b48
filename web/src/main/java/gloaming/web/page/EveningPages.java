package gloaming.web.page;

import gloaming.curve.Keys;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.show.Cue;
import gloaming.show.CueSetting;
import gloaming.show.OwnChange;
import gloaming.show.RunSheet;
import gloaming.show.Sections;
import gloaming.show.SheetJson;
import gloaming.step.Catalogue;
import gloaming.step.CueCurves;
import gloaming.step.CueSettings;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The two pages of an evening: the run sheet, where it is prepared, and the one from which it is played. */
@Controller
class EveningPages {
    private static final CueCurves CURVES = new CueCurves(Catalogue.all());
    private static final CueSettings SETTINGS = new CueSettings(Catalogue.all());

    private final Shows shows;
    private final Sheets sheets;
    private final Journal journal;

    EveningPages(Shows shows, Sheets sheets, Journal journal) {
        this.journal = journal;
        this.shows = shows;
        this.sheets = sheets;
    }

    @GetMapping("/sheet/{id}")
    String sheet(@PathVariable String id, Model model) {
        model.addAttribute("show", show(id));
        shows.looks(id).stream().findFirst().ifPresent(look -> model.addAttribute("look", look));
        return "sheet";
    }

    @GetMapping("/playing/{id}")
    String playing(@PathVariable String id, Model model) {
        model.addAttribute("show", show(id));
        return "playing";
    }

    /** The run sheet as a file. */
    @GetMapping("/sheet/{id}/file")
    ResponseEntity<byte[]> file(@PathVariable String id) {
        Shows.ShowRow show = show(id);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(show.name() + " run sheet.json", StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(SheetJson.write(sheets.of(id).sheet()).getBytes(StandardCharsets.UTF_8));
    }

    /** A run sheet from a file takes the place of the show's, as a change that can be taken back. */
    @PostMapping("/sheet/{id}/file")
    String bring(@PathVariable String id, @RequestParam MultipartFile file, RedirectAttributes flash) {
        try {
            RunSheet sheet = SheetJson.read(new String(file.getBytes(), StandardCharsets.UTF_8));
            sheets.put(show(id).id(), sheet);
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        } catch (IOException e) {
            flash.addFlashAttribute("refused", "The file did not arrive whole; try it again.");
        }
        return "redirect:/sheet/" + id;
    }

    /** Five moments of a change of the artist's own, side by side. */
    @GetMapping("/sheet/{id}/changes/{change}.png")
    ResponseEntity<byte[]> change(@PathVariable String id, @PathVariable String change) throws IOException {
        OwnChange own = sheets.of(show(id).id()).sheet().change(change);
        if (own == null) throw new Refused("That change is not on the run sheet any more.");
        return ResponseEntity.ok().contentType(MediaType.IMAGE_PNG).body(ChangeStrip.of(own));
    }

    /** The curve that a cue gives to a setting. */
    @GetMapping(value = "/sheet/{id}/curves/{cue}.svg", produces = "image/svg+xml")
    ResponseEntity<String> curve(
            @PathVariable String id,
            @PathVariable String cue,
            @RequestParam String step,
            @RequestParam String setting) {
        String keys = sheets.of(show(id).id()).sheet().cues().stream()
                .filter(c -> c.id().equals(cue))
                .flatMap(c -> c.settings().stream())
                .filter(s -> s.step().equals(step) && s.setting().equals(setting))
                .map(CueSetting::curve)
                .filter(curve -> !curve.isEmpty())
                .findFirst()
                .orElseThrow(() -> new Refused("That cue has no such curve any more."));
        return ResponseEntity.ok(CurvePicture.of(Keys.parse(keys)));
    }

    /** What moves through the section of a cue, at the tempo that it has. */
    @GetMapping("/sheet/{id}/curves/{cue}.json")
    ResponseEntity<List<CueCurves.Track>> curves(
            @PathVariable String id, @PathVariable String cue, @RequestParam String look) {
        Cue of = sheets.of(show(id).id()).sheet().cues().stream()
                .filter(c -> c.id().equals(cue))
                .findFirst()
                .orElseThrow(() -> new Refused("That cue is not on the run sheet any more."));
        Look plays = document(look);
        double tempo = of.tempo() == null ? plays.tempo() : of.tempo();
        return ResponseEntity.ok(CURVES.of(plays, of.settings(), tempo));
    }

    /** Where the sections of the evening lie in the time of a look. */
    @GetMapping("/looks/{id}/sections.json")
    ResponseEntity<List<Sections.Section>> sections(@PathVariable String id) {
        Shows.LookRow look = shows.look(id).orElseThrow(() -> new Refused("That look is not there any more."));
        return ResponseEntity.ok(Sections.of(sheets.of(look.showId()).sheet(), id));
    }

    /** Settings of a look that a cue may set. */
    @GetMapping("/looks/{id}/settings.json")
    ResponseEntity<List<CueSettings.Entry>> settings(@PathVariable String id) {
        return ResponseEntity.ok(SETTINGS.of(document(id)));
    }

    /** A look as it stands now. */
    private Look document(String id) {
        Shows.LookRow look = shows.look(id).orElseThrow(() -> new Refused("That look is not there any more."));
        OpenLook open = journal.opened(id);
        return open == null ? shows.document(look.id()) : open.look();
    }

    private Shows.ShowRow show(String id) {
        return shows.show(id).orElseThrow(() -> new Refused("That show is not there any more."));
    }
}
