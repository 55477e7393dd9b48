package gloaming.web.page;

import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.media.Shelf;
import gloaming.step.Description;
import gloaming.step.Setting;
import gloaming.web.live.House;
import gloaming.web.live.KitRoom;
import gloaming.web.store.KitZip;
import gloaming.web.store.Kits;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
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
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The shelf of kits of a show: looked at in motion, taken out as files and brought in, given to all shows, deleted. */
@Controller
class KitPages {
    private final Shows shows;
    private final Kits kits;
    private final KitRoom room;
    private final KitZip zips;
    private final Media media;
    private final MediaStore store;
    private final House house;
    private final MotionPictures motion;

    KitPages(
            Shows shows,
            Kits kits,
            KitRoom room,
            KitZip zips,
            Media media,
            MediaStore store,
            House house,
            MotionPictures motion) {
        this.shows = shows;
        this.kits = kits;
        this.room = room;
        this.zips = zips;
        this.media = media;
        this.store = store;
        this.house = house;
        this.motion = motion;
    }

    /** A kit as the page shows it; {@code whose} is empty for one that ships. */
    record Card(
            String id,
            String name,
            String says,
            String flows,
            String outside,
            String whose,
            boolean all,
            int revision,
            String motion) {}

    private static Card card(KitRoom.Shelved kit) {
        Description face = kit.face();
        List<String> knobs = face.settings().stream()
                .filter(s -> kit.kit().kit().knobs().stream().anyMatch(k -> k.id().equals(s.id())))
                .map(Setting::label)
                .toList();
        String flows = face.takes() == null
                ? "gives " + face.gives().one()
                : "from " + face.takes().id() + " to " + face.gives().id();
        String whose = kit.ships() ? "" : kit.show() == null ? "all shows have it" : "of this show";
        return new Card(
                kit.id(),
                face.name(),
                kit.kit().kit().says(),
                flows,
                String.join(", ", knobs),
                whose,
                kit.show() == null,
                kit.kit().revision(),
                "/kits/" + kit.id() + "/motion.jpg?" + kit.kit().revision());
    }

    @GetMapping("/shows/{id}/kits")
    String page(@PathVariable String id, Model model) {
        Shows.ShowRow show = show(id);
        List<KitRoom.Shelved> all = room.of(id);
        model.addAttribute("show", show);
        model.addAttribute("look", shows.looks(id).stream().findFirst().orElse(null));
        model.addAttribute(
                "own", all.stream().filter(k -> !k.ships()).map(KitPages::card).toList());
        model.addAttribute(
                "shipped",
                all.stream().filter(KitRoom.Shelved::ships).map(KitPages::card).toList());
        return "kits";
    }

    @GetMapping("/kits/{id}/motion.jpg")
    ResponseEntity<byte[]> motion(@PathVariable String id) throws InterruptedException {
        KitRoom.Shelved kit = room.find(id);
        String key = "kit " + id + " " + kit.kit().revision();
        byte[] strip = motion.of(key, () -> room.example(kit), items(kit));
        return MotionPictures.answer(strip);
    }

    private List<Shelf.Item> items(KitRoom.Shelved kit) {
        return room.media(kit).stream()
                .flatMap(m -> media.anyOf(m.hash()).stream()
                        .map(row -> new Shelf.Item(
                                m.ref(),
                                m.name(),
                                row.facts().kind(),
                                store.path(m.hash()),
                                m.hash(),
                                "",
                                row.facts().frames(),
                                row.facts().rate())))
                .toList();
    }

    @GetMapping("/kits/{id}.zip")
    ResponseEntity<StreamingResponseBody> zip(@PathVariable String id) {
        KitRoom.Shelved kit = room.find(id);
        String name = kit.face().name().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        return ResponseEntity.ok()
                .contentType(new MediaType("application", "zip"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename((name.isBlank() ? "kit" : name) + ".kit.zip")
                                .build()
                                .toString())
                .body(out -> zips.write(kit.kit(), room.media(kit), out));
    }

    /** A new look that shows what a kit does. */
    @PostMapping("/shows/{id}/kits/{kit}/look")
    String look(@PathVariable String id, @PathVariable String kit) {
        Look look = room.example(room.find(kit));
        String made = shows.addLook(show(id).id(), look);
        house.looksChanged(id);
        return "redirect:/bench/" + made;
    }

    @PostMapping("/shows/{id}/kits")
    String bring(@PathVariable String id, @RequestParam MultipartFile file, RedirectAttributes flash) {
        return then(id, flash, () -> {
            Kits.Row row = zips.read(show(id).id(), file.getInputStream());
            house.mediaChanged(id);
            flash.addFlashAttribute("done", "'" + Pages.brief(row.name()) + "' is on the shelf of this show.");
        });
    }

    @PostMapping("/shows/{id}/kits/{kit}/words")
    String words(
            @PathVariable String id,
            @PathVariable String kit,
            @RequestParam String name,
            @RequestParam String says,
            RedirectAttributes flash) {
        return then(id, flash, () -> {
            Kits.Row row = kits.called(row(kit).id(), name, says);
            flash.addFlashAttribute(
                    "done",
                    "'" + Pages.brief(row.name()) + "' is revision " + row.revision()
                            + " now; looks that have the kit change when they take the newer one.");
        });
    }

    @PostMapping("/shows/{id}/kits/{kit}/all")
    String all(@PathVariable String id, @PathVariable String kit, @RequestParam boolean all, RedirectAttributes flash) {
        return then(id, flash, () -> kits.move(row(kit).id(), all ? null : show(id).id()));
    }

    @PostMapping("/shows/{id}/kits/{kit}/delete")
    String delete(@PathVariable String id, @PathVariable String kit, RedirectAttributes flash) {
        return then(id, flash, () -> {
            Kits.Row row = row(kit);
            kits.delete(kit, true);
            flash.addFlashAttribute("undo", "/shows/" + id + "/kits/" + kit + "/restore")
                    .addFlashAttribute(
                            "done",
                            "'" + Pages.brief(row.name()) + "' is off the shelf; looks that have it keep theirs.");
        });
    }

    @PostMapping("/shows/{id}/kits/{kit}/restore")
    String restore(@PathVariable String id, @PathVariable String kit, RedirectAttributes flash) {
        return then(id, flash, () -> kits.delete(row(kit).id(), false));
    }

    private interface Deed {
        void act() throws IOException;
    }

    private String then(String show, RedirectAttributes flash, Deed deed) {
        try {
            deed.act();
            room.changed();
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        } catch (IOException e) {
            flash.addFlashAttribute("refused", "The file did not arrive whole, or the disk is full; try it again.");
        }
        return "redirect:/shows/" + show + "/kits";
    }

    private Shows.ShowRow show(String id) {
        return shows.show(id).orElseThrow(() -> new Refused("That show is not there any more."));
    }

    private Kits.Row row(String id) {
        return kits.find(id).orElseThrow(() -> new Refused("That kit is not on the shelf any more."));
    }
}
