package gloaming.web.live;

import gloaming.flow.Kind;
import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.LivePlayer;
import gloaming.play.OutputFader;
import gloaming.play.Probe;
import gloaming.play.Tabulation;
import gloaming.play.Tiles;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.EditFactory;
import gloaming.step.Finder;
import gloaming.step.Rules;
import gloaming.web.access.AccessFilter;
import gloaming.web.access.Guests;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import gloaming.web.store.Versions;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.adapter.standard.StandardWebSocketSession;
import org.springframework.web.socket.handler.AbstractWebSocketHandler;
import org.springframework.web.util.UriComponentsBuilder;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The one socket of a page: pictures and numbers out, edits and wishes in. Its messages are listed in docs/live-socket.md. */
@Component
class LiveSocket extends AbstractWebSocketHandler {
    private static final Logger LOG = LoggerFactory.getLogger(LiveSocket.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static final String FULL = "Too many pages are open already; close some and load this one again.";
    private static final String PAGE = "[0-9A-Za-z-]{8,40}";

    private final House house;
    private final Journal journal;
    private final Shows shows;
    private final Versions versions;
    private final ShowMedia media;
    private final FrameBroadcaster courier;
    private final PageMessages boards;
    private final DeskRoom desk;
    private final Finder finder = new Finder(Catalogue.all());
    private final EditFactory wishes = new EditFactory(Catalogue.all());
    private final Map<String, Viewer> viewers = new ConcurrentHashMap<>();

    LiveSocket(
            House house,
            Shows shows,
            Versions versions,
            ShowMedia media,
            FrameBroadcaster courier,
            PageMessages boards,
            DeskRoom desk,
            Journal journal,
            Guests guests) {
        this.house = house;
        this.journal = journal;
        this.shows = shows;
        this.versions = versions;
        this.media = media;
        this.courier = courier;
        this.boards = boards;
        this.desk = desk;
        guests.onLeft(gone ->
                viewers.values().stream().filter(v -> gone.equals(v.guest)).forEach(Viewer::close));
        journal.onSaved(look -> courier.tell(look, viewer -> boards.saved(look, viewer.page)));
    }

    @Override
    public void afterConnectionEstablished(WebSocketSession session) {
        slowest(session);
        var query = UriComponentsBuilder.fromUri(session.getUri()).build().getQueryParams();
        Guests.Guest guest = guest(session);
        String look = guest == null || guest.role().maySeeLooks() ? query.getFirst("look") : null;
        String page = query.getFirst("page");
        Viewer viewer = new Viewer(session, look, page != null && page.matches(PAGE) ? page : session.getId(), guest);
        if (look != null) {
            try {
                OpenLook open = open(look);
                house.bench(open);
                viewer.send(new TextMessage(boards.hello(open, viewer.page)));
                // At once: with the next numbers it would come a frame or two later.
                viewer.knowsVersion = open.version();
                viewer.send(new TextMessage(boards.look(open)));
            } catch (Refused e) {
                viewer.close(new TextMessage(boards.refused(e.getMessage(), 0)));
                return;
            } catch (RuntimeException e) {
                LOG.warn("A look could not be opened: {}", e.toString());
                viewer.close(
                        new TextMessage(boards.refused("That look cannot be opened; the log has the details.", 0)));
                return;
            }
        }
        viewers.put(session.getId(), viewer);
        if (!courier.add(viewer)) viewer.close(new TextMessage(boards.refused(FULL, 0)));
        // It may have gone before it had come in; then nobody says so any more.
        if (viewer.closed() || !session.isOpen()) afterConnectionClosed(session, CloseStatus.NO_CLOSE_FRAME);
    }

    @Override
    public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
        Viewer viewer = viewers.remove(session.getId());
        if (viewer != null) {
            courier.remove(viewer);
            viewer.close();
            // Nobody looks at its numbers any more.
        }
    }

    @Override
    protected void handleTextMessage(WebSocketSession session, TextMessage message) {
        Viewer viewer = viewers.get(session.getId());
        if (viewer == null) return;
        viewer.heard = System.nanoTime();
        long n = 0;
        try {
            JsonNode m = JSON.readTree(message.getPayload());
            n = m.path("n").asLong(0);
            if (viewer.guest != null && !viewer.guest.role().maySay(m.path("do").asString("")) && !always(m))
                throw new Refused(
                        "This passphrase is for " + viewer.guest.role().says() + ".");
            if (!common(viewer, m) && viewer.bench) bench(viewer, m);
        } catch (Refused e) {
            viewer.send(new TextMessage(boards.refused(e.getMessage(), n)));
            viewer.knowsVersion = -1;
        } catch (JacksonException e) {
            viewer.send(
                    new TextMessage(boards.refused("The page sent something that cannot be read; load it again.", n)));
        } catch (RuntimeException e) {
            LOG.warn("A message of a page failed.", e);
            viewer.send(new TextMessage(
                    boards.refused("That did not work, and nothing was changed; the log has the details.", n)));
        }
    }

    @Override
    protected void handleBinaryMessage(WebSocketSession session, BinaryMessage message) {
        Viewer viewer = viewers.get(session.getId());
        if (viewer != null) viewer.close();
    }

    /** A page that takes nothing must not keep a thread. */
    private static void slowest(WebSocketSession session) {
        if (session instanceof StandardWebSocketSession standard) {
            standard.getNativeSession()
                    .getUserProperties()
                    .put("org.apache.tomcat.websocket.BLOCKING_SEND_TIMEOUT", Sockets.SLOWEST_MS);
        }
    }

    /** What every page says, whatever it is. */
    private static boolean always(JsonNode m) {
        return Set.of("ack", "watch", "ping").contains(m.path("do").asString(""));
    }

    /** Who is at the other end, or null for somebody at the machine itself. */
    private static Guests.Guest guest(WebSocketSession session) {
        return session.getAttributes().get(AccessFilter.GUEST) instanceof Guests.Guest guest ? guest : null;
    }

    private OpenLook open(String look) {
        return journal.open(row(look));
    }

    private Shows.LookRow row(String look) {
        return shows.look(look).orElseThrow(() -> new Refused("That look is not there any more."));
    }

    private void probe(Viewer viewer, JsonNode m) {
        float u = (float) m.path("u").asDouble(-1);
        viewer.probe =
                u < 0 ? null : new Probe(viewer.subject, u, (float) m.path("v").asDouble(-1));
        courier.changed();
    }

    private boolean common(Viewer viewer, JsonNode m) {
        switch (text(m, "do")) {
            case "ack" -> {
                viewer.acknowledged();
                courier.wake();
            }
            case "watch" -> {
                viewer.subject = viewer.bench && m.hasNonNull("subject") ? text(m, "subject") : null;
                viewer.most = Math.clamp(m.path("most").asInt(640), 64, 4096);
                courier.changed();
            }
            case "ping" -> viewer.send(new TextMessage(boards.pong(m.path("at").asDouble(0), player(viewer))));
            default -> {
                return false;
            }
        }
        return true;
    }

    /** Who plays what the page works on; of an output, and where there was no room, what is on air. */
    private LivePlayer player(Viewer viewer) {
        LivePlayer own = viewer.bench ? house.player(viewer.look) : null;
        return own == null ? house.player() : own;
    }

    private LivePlayer own(Viewer viewer) {
        LivePlayer own = house.player(viewer.look);
        if (own == null) throw new Refused("This look does not play; " + House.MOST_BENCHES + " others do at benches.");
        return own;
    }

    private void bench(Viewer viewer, JsonNode m) {
        OpenLook open = open(viewer.look);
        Look look = open.look();
        if (open.has(origin(viewer, m))) {
            // It came before the program was started anew.
            viewer.send(new TextMessage(boards.saved(open, viewer.page)));
            return;
        }
        switch (text(m, "do")) {
            case "edit" ->
                apply(viewer, open, m, LookJson.readEdit(m.path("edit").toString()), null);
            case "undo" -> settle(viewer, open, m, open.undo(origin(viewer, m)), null);
            case "redo" -> settle(viewer, open, m, open.redo(origin(viewer, m)), null);
            case "add-step" -> apply(viewer, open, m, addStep(open, m), look.freshId("s"));
            case "read" -> read(viewer, open, m);
            case "bring" ->
                apply(
                        viewer,
                        open,
                        m,
                        wishes.bring(look, text(m, "ref"), text(m, "kind"), text(m, "name")),
                        look.freshId("s"));
            case "duplicate-step" ->
                apply(viewer, open, m, wishes.duplicateStep(look, text(m, "step")), look.freshId("s"));
            case "duplicate-lane" ->
                apply(viewer, open, m, wishes.duplicateLane(look, text(m, "lane")), look.freshId("s"));
            case "add-layer" ->
                apply(viewer, open, m, wishes.addLayer(look, text(m, "lane"), optional(m, "above")), null);
            case "follow" ->
                apply(viewer, open, m, wishes.follow(look, text(m, "step"), text(m, "setting"), text(m, "lane")), null);
            case "follow-layer" ->
                apply(viewer, open, m, wishes.followLayer(look, text(m, "layer"), text(m, "lane")), null);
            case "keys" -> told(viewer, open, desk.keys(look, m), m);
            case "write" -> write(viewer, open, m, text(m, "text"));
            case "versions" -> versions(viewer, open, m);
            case "keep" -> {
                keep(open, m, m.path("name").asString(""));
                versions(viewer, open, m);
            }
            case "go-back" -> {
                Versions.Row row = versions.find(
                                open.id,
                                text(m, "step"),
                                text(m, "setting"),
                                m.path("version").asLong(0))
                        .orElseThrow(() -> new Refused("That version is not there any more."));
                // What stands there now is not lost by going back.
                keep(open, m, "");
                write(viewer, open, m, row.text());
                versions(viewer, open, m);
            }
            case "find" ->
                viewer.send(new TextMessage(boards.found(
                        m.path("asked").asLong(0),
                        finder.find(
                                look,
                                m.hasNonNull("lane") ? text(m, "lane") : null,
                                m.path("place").asInt(0),
                                text(m, "words")))));
            case "take" ->
                house.take(
                        row(m.hasNonNull("look") ? text(m, "look") : viewer.look),
                        m.path("seconds").asDouble(0));
            case "tiles" -> tiles(viewer, look, m.path("steps"), m.path("list").asInt(0));
            case "table" -> {
                String step = text(m, "step");
                viewer.table = step.isEmpty() ? null : new Tabulation(step);
                courier.changed();
            }
            case "probe" -> probe(viewer, m);
            // Without a value they turn round what is so now: a page knows that a moment late, and two quick presses
            // must not come to one. They are of the page's own look, on air or not.
            case "pause" -> {
                if (m.has("on")) own(viewer).pause(m.path("on").asBoolean());
                else own(viewer).turnPause();
            }
            case "rewind" -> own(viewer).rewind();
            case "scale" -> house.scale(open, m.path("to").asDouble(0));
            case "fade" -> {
                OutputFader light = house.programme().light();
                light.fade(
                        m.path("to").asDouble(light.wanted() < 0.5 ? 1 : 0),
                        m.path("seconds").asDouble(0));
            }
            case "sound" -> house.choose(open.showId, m.hasNonNull("sound") ? text(m, "sound") : null);
            case "check" -> viewer.send(new TextMessage(desk.checked(open, m)));
            case "desk" -> {
                viewer.desk = m.path("on").asBoolean(true);
                viewer.knowsControls.clear();
            }
            default -> desk(viewer, open, m);
        }
    }

    private Edit addStep(OpenLook open, JsonNode m) {
        String lane = optional(m, "lane");
        String type = text(m, "type");
        Description description = Catalogue.all().find(type);
        ShowMedia.Chosen medium = media.of(open.showId, description);
        return lane == null
                ? wishes.addLane(open.look(), type, medium.name(), optional(m, "above"), medium.settings())
                : wishes.addStep(
                        open.look(), lane, m.path("place").asInt(0), type, optional(m, "above"), medium.settings());
    }

    /** Lets a step read a lane, and says so where that takes the lane out of the mix. */
    private void read(Viewer viewer, OpenLook open, JsonNode m) {
        String lane = optional(m, "lane");
        Edit edit = wishes.read(open.look(), text(m, "step"), text(m, "read"), lane);
        apply(viewer, open, m, edit, null);
        if (edit instanceof Edit.Several) {
            String name = open.look().lane(lane).map(Lane::name).orElse("");
            viewer.send(
                    new TextMessage(
                            boards.says(
                                    "'" + name
                                            + "' is read from here on and has left the mix, so that it does not cover what is made of it. Undo takes both back.")));
        }
    }

    private static String optional(JsonNode m, String field) {
        return m.hasNonNull(field) ? text(m, field) : null;
    }

    /** Whoever asks is told the document, also within a gesture: what became of it is more than was sent. */
    private void told(Viewer viewer, OpenLook open, Edit edit, JsonNode m) {
        synchronized (viewer) {
            house.refresh(open, open.apply(edit, m.path("gesture").asLong(0), origin(viewer, m)));
            viewer.knowsVersion = open.version();
            viewer.send(new TextMessage(boards.look(open)));
        }
    }

    private void desk(Viewer viewer, OpenLook open, JsonNode m) {
        Edit edit = desk.edit(open, m);
        if (edit != null) told(viewer, open, edit, m);
        else if (!desk.act(open, m))
            throw new Refused("The page asked for something this program does not know; load it again.");
    }

    /** Whoever writes is told the document also within a gesture: what is wrong with the text comes with it. */
    private void write(Viewer viewer, OpenLook open, JsonNode m, String text) {
        told(viewer, open, wishes.write(open.look(), text(m, "step"), text(m, "setting"), text), m);
    }

    private void keep(OpenLook open, JsonNode m, String name) {
        Step step = step(open, m);
        String now = written(step, text(m, "setting"));
        versions.keep(
                open.id,
                step.id(),
                text(m, "setting"),
                name,
                now,
                Catalogue.all().problems(step).isEmpty());
    }

    private void versions(Viewer viewer, OpenLook open, JsonNode m) {
        Step step = step(open, m);
        String setting = text(m, "setting");
        viewer.send(new TextMessage(
                boards.versions(step.id(), setting, versions.of(open.id, step.id(), setting), written(step, setting))));
    }

    private static Step step(OpenLook open, JsonNode m) {
        return open.look().step(text(m, "step")).orElseThrow(() -> new Refused("That step is not there any more."));
    }

    /** A text as it is being written. */
    private static String written(Step step, String setting) {
        String draft = step.drafts().get(setting);
        if (draft != null) return draft;
        Description description = Catalogue.all().of(step);
        int i = description.settingIndex(setting);
        if (i >= 0
                && step.settings()
                                .getOrDefault(
                                        setting, description.settings().get(i).initial())
                        instanceof Value.Word word) {
            return word.text();
        }
        throw new Refused(description.name() + " has no text '" + setting + "'.");
    }

    private static OpenLook.Origin origin(Viewer viewer, JsonNode m) {
        return new OpenLook.Origin(viewer.page, m.path("n").asLong(0));
    }

    private void apply(Viewer viewer, OpenLook open, JsonNode m, Edit edit, String select) {
        // The courier tells a page what it does not know; it must not look while this page's own edit is half done.
        synchronized (viewer) {
            settle(viewer, open, m, open.apply(edit, m.path("gesture").asLong(0), origin(viewer, m)), select);
        }
    }

    private void settle(Viewer viewer, OpenLook open, JsonNode m, Look now, String select) {
        house.refresh(open, now);
        // Whoever dragged knows the value already; everyone else, and after anything larger everyone, gets the
        // document.
        boolean dragging = m.path("gesture").asLong(0) != 0;
        if (dragging && viewer.knowsVersion == open.version() - 1) viewer.knowsVersion = open.version();
        viewer.send(new TextMessage(boards.applied(m.path("asked").asLong(0), open.version(), select)));
        if (!dragging) {
            viewer.knowsVersion = open.version();
            viewer.send(new TextMessage(boards.look(open)));
        }
    }

    private void tiles(Viewer viewer, Look look, JsonNode steps, int list) {
        List<String> wanted = new ArrayList<>();
        Set<String> lanes = new HashSet<>();
        for (JsonNode id : steps) {
            if (wanted.size() >= Tiles.MOST) break;
            look.step(id.asString("")).map(Step::id).ifPresent(step -> {
                wanted.add(step);
                lanes.add(look.laneOf(step).map(Lane::id).orElseThrow());
            });
        }
        // What is shown as a curve costs next to nothing, and its curve is on every card.
        Rules rules = new Rules(Catalogue.all());
        for (Lane lane : look.lanes()) {
            Kind gives = rules.gives(lane);
            if (gives != null && gives.curve()) lanes.add(lane.id());
        }
        viewer.tilesList = list & 0xffff;
        viewer.tiles = new Tiles(wanted, lanes, (double) look.width() / look.height());
        courier.changed();
    }

    static String text(JsonNode m, String field) {
        JsonNode value = m.get(field);
        if (value == null || !value.isString()) throw new Refused("The page left out '" + field + "'; load it again.");
        return value.stringValue();
    }
}
