package gloaming.web.page;

import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.media.MachineInput;
import gloaming.play.LivePlayer;
import gloaming.web.live.House;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The Bench, and what is done to a look as a whole. */
@Controller
class LookPages {
    private final Shows shows;
    private final House house;
    private final Journal journal;
    private final Media rows;

    LookPages(Shows shows, House house, Journal journal, Media rows) {
        this.shows = shows;
        this.house = house;
        this.journal = journal;
        this.rows = rows;
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
        house.edits().rename(journal.open(row), name);
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
        String copy = shows.addLook(row.showId(), look.withName(Pages.brief(look.name()) + " again"));
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
                .addFlashAttribute("done", "'" + Pages.brief(row.name()) + "' is deleted.");
        return "redirect:/";
    }

    @PostMapping("/looks/{id}/restore")
    String restoreLook(@PathVariable String id) {
        shows.deleteLook(id, false);
        shows.look(id).ifPresent(row -> house.looksChanged(row.showId()));
        return "redirect:/";
    }
}
