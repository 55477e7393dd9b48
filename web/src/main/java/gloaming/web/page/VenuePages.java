package gloaming.web.page;

import gloaming.look.Refused;
import gloaming.web.store.Media;
import gloaming.web.store.Shows;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The page on which the picture is laid on the surfaces of the place it is shown in. */
@Controller
class VenuePages {
    private final Shows shows;
    private final Media media;

    VenuePages(Shows shows, Media media) {
        this.shows = shows;
        this.media = media;
    }

    @GetMapping("/venue/{id}")
    String venue(@PathVariable String id, Model model) {
        model.addAttribute("show", show(id));
        return "venue";
    }

    /** A picture of the show, to rehearse on. */
    @GetMapping("/venue/{id}/photo.jpg")
    ResponseEntity<byte[]> photo(@PathVariable String id, @RequestParam String ref) {
        byte[] jpeg = media.byRef(show(id).id(), ref)
                .map(row -> media.preview(row.id()))
                .orElse(null);
        return jpeg == null
                ? ResponseEntity.notFound().build()
                : ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_JPEG)
                        .cacheControl(CacheControl.noCache())
                        .body(jpeg);
    }

    private Shows.ShowRow show(String id) {
        return shows.show(id).orElseThrow(() -> new Refused("That show is not there any more."));
    }
}
