package gloaming.web.live;

import gloaming.flow.Kind;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.play.Probe;
import gloaming.play.Tabulation;
import gloaming.play.Tiles;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Finder;
import gloaming.step.KitOpening;
import gloaming.step.Rules;
import gloaming.web.message.FromPage;
import gloaming.web.message.ToPage;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Versions;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Answers what a page asks for itself: steps for words, previews, numbers, versions of a text. */
@Component
class PageQuestions {
    private final FrameBroadcaster courier;
    private final PageMessages messages;
    private final DeskRoom desk;
    private final Versions versions;
    private final KitRoom kits;
    private final Finder finder = new Finder(Catalogue.all());
    private final Rules rules = new Rules(Catalogue.all());

    PageQuestions(FrameBroadcaster courier, PageMessages messages, DeskRoom desk, Versions versions, KitRoom kits) {
        this.kits = kits;
        this.courier = courier;
        this.messages = messages;
        this.desk = desk;
        this.versions = versions;
    }

    /** A Bench has opened: what it will ask for is made ready. */
    void ready() {
        Thread.ofVirtual().name("finder").start(finder::ready);
    }

    void answer(Viewer viewer, OpenLook open, FromPage.Question question) {
        switch (question) {
            case FromPage.Find m -> {
                List<ToPage.FoundStep> found = new ArrayList<>();
                for (Finder.Found f : finder.find(open.look(), m.lane(), m.place(), m.words()))
                    found.add(new ToPage.FoundStep(f.step().id(), f.where(), null));
                Map<String, Description> shelf = new LinkedHashMap<>();
                for (KitRoom.Shelved kit : kits.of(open.showId)) shelf.put(kit.id(), kit.face());
                List<ToPage.FoundStep> shelved = new ArrayList<>();
                for (Finder.Found f : finder.shelved(open.look(), m.lane(), m.place(), m.words(), shelf))
                    shelved.add(
                            new ToPage.FoundStep(KitRoom.TYPE + f.shelf(), f.where(), CatalogueJson.entry(f.step())));
                found.addAll(finder.startsWith(m.words()) ? Math.min(1, found.size()) : 0, shelved);
                viewer.tell(new ToPage.Found(m.asked(), found));
            }
            case FromPage.Tiles m -> tiles(viewer, KitOpening.open(open.look(), Catalogue.all()), m);
            case FromPage.Table m -> {
                viewer.table = m.step().isEmpty() ? null : new Tabulation(m.step());
                courier.changed();
            }
            case FromPage.Probe m -> {
                viewer.probe = m.u() < 0 ? null : new Probe(viewer.subject, (float) m.u(), (float) m.v());
                courier.changed();
            }
            case FromPage.Versions m -> viewer.tell(messages.versions(open, m.step(), m.setting()));
            case FromPage.Keep m -> {
                WrittenText.of(open.look(), m.step(), m.setting())
                        .keep(versions, open.id, m.name() == null ? "" : m.name());
                viewer.tell(messages.versions(open, m.step(), m.setting()));
            }
            case FromPage.Check m -> viewer.tell(desk.check(open.look(), m));
            case FromPage.Desk m -> {
                viewer.desk = m.on() == null || m.on();
                viewer.knowsControls.clear();
            }
        }
    }

    private void tiles(Viewer viewer, Look look, FromPage.Tiles asked) {
        List<String> wanted = new ArrayList<>();
        Set<String> lanes = new HashSet<>();
        for (String id : asked.steps()) {
            if (wanted.size() >= Tiles.MOST) break;
            look.step(id).map(Step::id).ifPresent(step -> {
                wanted.add(step);
                lanes.add(look.laneOf(step).map(Lane::id).orElseThrow());
            });
        }
        // What is shown as a curve costs next to nothing, and its curve is on every card.
        for (Lane lane : look.lanes()) {
            Kind gives = rules.gives(look, lane);
            if (gives != null && gives.curve()) lanes.add(lane.id());
        }
        viewer.tilesList = asked.list() & 0xffff;
        viewer.tiles = new Tiles(wanted, lanes, (double) look.width() / look.height());
        courier.changed();
    }
}
