package gloaming.web.page;

import gloaming.flow.Kind;
import gloaming.formula.Formula;
import gloaming.look.Limits;
import gloaming.look.Refused;
import gloaming.shader.Worked;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Examples;
import gloaming.step.Preset;
import gloaming.step.Setting;
import gloaming.web.live.House;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The guide: worked shaders to read and copy, and every step with its settings. */
@Controller
class GuidePages {
    private final Shows shows;
    private final House house;
    private final Journal journal;
    private final MotionPictures motion;
    private final Examples examples = new Examples(Catalogue.all());

    GuidePages(Shows shows, House house, Journal journal, MotionPictures motion) {
        this.journal = journal;
        this.motion = motion;
        this.shows = shows;
        this.house = house;
    }

    /** Steps that take and give the same. */
    record Group(String title, List<Entry> steps) {}

    /** A step as the guide tells of it. */
    record Entry(
            String id, String name, String does, String find, String notice, List<Row> settings, List<String> reads) {}

    /** A setting: what it is called, what it may be, and what for. */
    record Row(String name, String range, String says) {}

    @GetMapping("/guide")
    String guide(Model model) {
        model.addAttribute("shaders", Worked.ALL);
        model.addAttribute("groups", groups());
        model.addAttribute(
                "looks",
                house.looks().stream()
                        .map(open -> new Playing(open.id, open.look().name()))
                        .toList());
        model.addAttribute("shows", shows.shows());
        model.addAttribute("variables", String.join(" ", Formula.VARIABLES));
        model.addAttribute("functions", String.join(" ", Formula.functions()));
        return "guide";
    }

    /** A look that plays, on air or at a bench, into which an example can be laid. */
    record Playing(String id, String name) {}

    /** The example of a step in motion. */
    @GetMapping("/guide/steps/{id}/motion.jpg")
    ResponseEntity<byte[]> motion(@PathVariable String id, @RequestParam(defaultValue = "") String set)
            throws InterruptedException {
        Description step = step(id);
        Preset preset = step.sets().stream()
                .filter(p -> p.name().equals(set))
                .findFirst()
                .orElse(null);
        byte[] strip = preset == null
                ? motion.of("step " + step.id(), () -> examples.look(step.id()), List.of())
                : motion.of("step " + step.id() + " " + set, () -> examples.look(step.id(), preset), List.of());
        return MotionPictures.answer(strip);
    }

    /** Lays the example of a step into a look that plays, as lanes of their own. */
    @PostMapping("/guide/lay")
    String lay(@RequestParam String step, @RequestParam String look) {
        Shows.LookRow row = shows.look(look)
                .orElseThrow(() -> new Refused("That look is not there any more; open the guide anew."));
        OpenLook open = journal.open(row);
        synchronized (open) {
            house.edits().edit(open, examples.lay(open.look(), step(step).id()));
        }
        return "redirect:/bench/" + row.id();
    }

    /** The example of a step as a look of its own, to take parts out of. */
    @PostMapping("/guide/look")
    String own(@RequestParam String step, @RequestParam String show) {
        shows.show(show).orElseThrow(() -> new Refused("That show is not there any more."));
        String made = shows.addLook(show, examples.look(step(step).id()));
        house.looksChanged(show);
        return "redirect:/bench/" + made;
    }

    private static Description step(String id) {
        Description step = Catalogue.all().find(id);
        if (step == null) throw new Refused("The guide has no step of that name.");
        return step;
    }

    @GetMapping("/guide/shaders/{id}")
    String shader(@PathVariable String id, Model model) {
        Worked worked = worked(id);
        int place = Worked.ALL.indexOf(worked);
        Description step = Catalogue.all().of(worked.look().step("s1").orElseThrow());
        model.addAttribute("shader", worked);
        model.addAttribute("over", worked.over().isEmpty() ? null : Worked.of(worked.over()));
        model.addAttribute("before", place > 0 ? Worked.ALL.get(place - 1) : null);
        model.addAttribute("after", place + 1 < Worked.ALL.size() ? Worked.ALL.get(place + 1) : null);
        model.addAttribute(
                "settings",
                step.settings().stream()
                        .filter(s -> s.form() != Setting.Form.CODE)
                        .map(GuidePages::row)
                        .toList());
        model.addAttribute("shows", shows.shows());
        model.addAttribute("show", house.onAir() == null ? "" : house.onAir().showId);
        return "shader";
    }

    @PostMapping("/guide/shaders/{id}/look")
    String copy(@PathVariable String id, @RequestParam String show) {
        shows.show(show).orElseThrow(() -> new Refused("That show is not there any more."));
        return "redirect:/bench/" + shows.addLook(show, worked(id).look());
    }

    private static Worked worked(String id) {
        Worked worked = Worked.of(id);
        if (worked == null) throw new Refused("The guide has no shader of that name.");
        return worked;
    }

    private static List<Group> groups() {
        List<Group> groups = new ArrayList<>();
        for (Kind gives : Kind.values()) {
            List<Kind> takes = new ArrayList<>();
            takes.add(null);
            takes.addAll(Kind.values());
            for (Kind from : takes) {
                List<Entry> steps = Catalogue.all().entries().stream()
                        .filter(d -> d.gives() == gives && d.takes() == from)
                        .map(GuidePages::entry)
                        .toList();
                if (!steps.isEmpty()) groups.add(new Group(title(from, gives), steps));
            }
        }
        return groups;
    }

    private static String title(Kind from, Kind gives) {
        if (from == null)
            return gives.one().substring(0, 1).toUpperCase(Locale.ROOT)
                    + gives.one().substring(1) + " from nothing";
        return "From " + from.id() + " to " + gives.id();
    }

    private static Entry entry(Description d) {
        return new Entry(
                d.id(),
                d.name(),
                d.does(),
                d.find(),
                d.notice(),
                d.settings().stream().map(GuidePages::row).toList(),
                d.reads().stream().map(r -> r.name() + ": " + r.says()).toList());
    }

    private static Row row(Setting s) {
        String range = switch (s.form()) {
            case NUMBER, WHOLE ->
                Limits.plain(s.min()) + " to " + Limits.plain(s.max())
                        + (s.unit().isEmpty() ? "" : " " + s.unit());
            case CHOICE -> String.join(", ", s.choices());
            case COLOUR -> "a colour";
            case SWITCH -> "yes or no";
            case TEXT -> "a text";
            case STRIP -> "taken from the strip of the look";
            case FORMULA -> "a formula";
            case CURVE -> "keys of a curve";
            case CODE -> "a text in GLSL";
            case MEDIUM -> "a " + String.join(" or ", s.choices());
        };
        return new Row(s.label(), range, s.says());
    }
}
