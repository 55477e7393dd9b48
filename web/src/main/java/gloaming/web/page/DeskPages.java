package gloaming.web.page;

import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.media.MachineInput;
import gloaming.web.access.AccessFilter;
import gloaming.web.live.House;
import gloaming.web.store.Media;
import gloaming.web.store.Shows;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import tools.jackson.databind.json.JsonMapper;

/** The Desk of a look, and the phone desk of a show. */
@Controller
class DeskPages {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final Shows shows;
    private final Media rows;
    private final House house;

    DeskPages(Shows shows, Media rows, House house) {
        this.house = house;
        this.shows = shows;
        this.rows = rows;
    }

    /** The Desk of the look on air. */
    @GetMapping("/desk")
    String desk() {
        if (house.onAir() == null) throw new Refused("Nothing is on air yet.");
        return "redirect:/desk/" + house.onAir().id;
    }

    @GetMapping("/desk/{look}")
    String desk(@PathVariable String look, Model model, HttpServletRequest request) {
        Shows.LookRow row = shows.look(look).orElseThrow(() -> new Refused("That look is not there any more."));
        Shows.ShowRow show = shows.show(row.showId()).orElseThrow();
        model.addAttribute("look", row);
        model.addAttribute("atMachine", request.getAttribute(AccessFilter.GUEST) == null);
        model.addAttribute("show", show);
        model.addAttribute("looks", shows.looks(show.id()));
        model.addAttribute("sounds", rows.of(show.id(), Facts.Kind.SOUND));
        model.addAttribute("inputs", MachineInput.names());
        model.addAttribute("sound", show.sound() == null ? "band" : show.sound());
        return "desk";
    }

    @GetMapping("/phone/{show}")
    String phone(@PathVariable String show, Model model) {
        Shows.ShowRow row = shows.show(show).orElseThrow(() -> new Refused("That show is not there any more."));
        model.addAttribute("show", row);
        model.addAttribute("layout", JSON.writeValueAsString(shows.phone(show)));
        return "phone";
    }
}
