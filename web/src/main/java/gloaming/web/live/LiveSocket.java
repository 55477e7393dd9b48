package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.web.access.AccessFilter;
import gloaming.web.access.Guests;
import gloaming.web.message.FromPage;
import gloaming.web.message.MessageJson;
import gloaming.web.message.ToPage;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.Map;
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

/**
 * The one socket of a page, and its door: who comes in, what they may say, and that whatever fails ends as a sentence. What is
 * said is read once, here, and handed on as a record. Its messages are listed in docs/live-socket.md.
 */
@Component
class LiveSocket extends AbstractWebSocketHandler {
    private static final Logger LOG = LoggerFactory.getLogger(LiveSocket.class);
    private static final String FULL = "Too many pages are open already; close some and load this one again.";
    private static final String PAGE = "[0-9A-Za-z-]{8,40}";

    private final House house;
    private final Journal journal;
    private final Shows shows;
    private final FrameBroadcaster courier;
    private final PageMessages messages;
    private final DocumentChanges changes;
    private final PageQuestions questions;
    private final TransportActs transport;
    private final DeskRoom desk;
    private final Conductor conductor;
    private final SheetRoom sheets;
    private final VenueRoom venues;
    private final EveningMessages evenings;
    private final Map<String, Viewer> viewers = new ConcurrentHashMap<>();

    LiveSocket(
            House house,
            Shows shows,
            FrameBroadcaster courier,
            PageMessages messages,
            DocumentChanges changes,
            PageQuestions questions,
            TransportActs transport,
            DeskRoom desk,
            Conductor conductor,
            SheetRoom sheets,
            VenueRoom venues,
            EveningMessages evenings,
            Journal journal,
            Guests guests) {
        this.house = house;
        this.journal = journal;
        this.shows = shows;
        this.courier = courier;
        this.messages = messages;
        this.changes = changes;
        this.questions = questions;
        this.transport = transport;
        this.desk = desk;
        this.conductor = conductor;
        this.sheets = sheets;
        this.venues = venues;
        this.evenings = evenings;
        guests.onLeft(gone ->
                viewers.values().stream().filter(v -> gone.equals(v.guest)).forEach(Viewer::close));
        sheets.onChanged(show -> courier.tellSheet(show, sheets::sheet));
        journal.onSaved(look -> courier.tell(look, viewer -> messages.saved(look, viewer.page)));
    }

    @Override
    public void afterConnectionEstablished(WebSocketSession session) {
        slowest(session);
        var query = UriComponentsBuilder.fromUri(session.getUri()).build().getQueryParams();
        Guests.Guest guest = guest(session);
        String look = guest == null || guest.role().maySeeLooks() ? query.getFirst("look") : null;
        String evening = guest == null || guest.role().maySeeLooks() ? query.getFirst("evening") : null;
        String page = query.getFirst("page");
        Viewer viewer = new Viewer(
                session,
                new Viewer.Shown(look, evening, evening != null && query.containsKey("next")),
                page != null && page.matches(PAGE) ? page : session.getId(),
                guest);
        if (evening != null && shows.show(evening).isEmpty()) {
            viewer.close(new ToPage.Refused("That show is not there any more.", 0));
            return;
        }
        if (evening != null && !viewer.next) evenings.greet(viewer);
        if (look != null) {
            try {
                OpenLook open = open(look);
                house.benches().begin(open);
                questions.ready();
                viewer.tell(messages.hello(open, viewer.page));
                // At once: with the next numbers it would come a frame or two later.
                viewer.tellDocument(open, messages);
            } catch (Refused e) {
                viewer.close(new ToPage.Refused(e.getMessage(), 0));
                return;
            } catch (RuntimeException e) {
                LOG.warn("A look could not be opened: {}", e.toString());
                viewer.close(new ToPage.Refused("That look cannot be opened; the log has the details.", 0));
                return;
            }
        }
        viewers.put(session.getId(), viewer);
        if (!courier.add(viewer)) viewer.close(new ToPage.Refused(FULL, 0));
        // It may have gone before it had come in; then nobody says so any more.
        if (viewer.closed() || !session.isOpen()) afterConnectionClosed(session, CloseStatus.NO_CLOSE_FRAME);
    }

    @Override
    public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
        Viewer viewer = viewers.remove(session.getId());
        if (viewer == null) return;
        courier.remove(viewer);
        viewer.close();
    }

    @Override
    protected void handleTextMessage(WebSocketSession session, TextMessage text) {
        Viewer viewer = viewers.get(session.getId());
        if (viewer == null) return;
        viewer.heard = System.nanoTime();
        long n = 0;
        try {
            FromPage message = MessageJson.read(text.getPayload());
            if (message instanceof FromPage.Numbered numbered) n = numbered.n();
            allow(viewer, message);
            take(viewer, message);
        } catch (MessageJson.Unread e) {
            viewer.tell(new ToPage.Refused(e.getMessage(), e.n()));
            viewer.knowsVersion = -1;
            // What it shows already was not even one that can be read.
            if (viewer.evening != null && !viewer.next) viewer.tell(sheets.sheet(viewer));
        } catch (Refused e) {
            viewer.tell(new ToPage.Refused(e.getMessage(), n));
            viewer.knowsVersion = -1;
        } catch (RuntimeException e) {
            LOG.warn("A message of a page failed.", e);
            viewer.tell(new ToPage.Refused("That did not work, and nothing was changed; the log has the details.", n));
        }
    }

    @Override
    protected void handleBinaryMessage(WebSocketSession session, BinaryMessage message) {
        Viewer viewer = viewers.get(session.getId());
        if (viewer != null) viewer.close();
    }

    private static void allow(Viewer viewer, FromPage message) {
        if (viewer.guest == null || message instanceof FromPage.Always) return;
        if (!viewer.guest.role().maySay(message instanceof FromPage.Builds))
            throw new Refused("This passphrase is for " + viewer.guest.role().says() + ".");
    }

    private void take(Viewer viewer, FromPage message) {
        if (message instanceof FromPage.Always always) {
            whatever(viewer, always);
            return;
        }
        if (viewer.evening != null) {
            switch (message) {
                case FromPage.Act act -> conductor.act(viewer.evening, act);
                case FromPage.SheetChange change -> changeSheet(viewer, change);
                case FromPage.Trial trial -> venues.show(viewer.evening, trial);
                default -> {}
            }
            return;
        }
        if (!viewer.bench) return;
        OpenLook open = open(viewer.look);
        switch (message) {
            case FromPage.Act act -> {}
            case FromPage.SheetChange change -> {}
            case FromPage.Trial trial -> {}
            case FromPage.Change change -> changes.make(viewer, open, change);
            case FromPage.Question question -> questions.answer(viewer, open, question);
            case FromPage.Transport act -> transport.act(open, act);
            case FromPage.Hands act -> desk.act(open, act);
            case FromPage.Always always -> whatever(viewer, always);
        }
    }

    /** A page shows its change at once; where that cannot be it is told what is so instead. */
    private void changeSheet(Viewer viewer, FromPage.SheetChange change) {
        try {
            sheets.change(viewer, change);
        } catch (Refused e) {
            viewer.tell(new ToPage.Refused(e.getMessage(), change.n()));
            viewer.tell(sheets.sheet(viewer));
        }
    }

    private void whatever(Viewer viewer, FromPage.Always message) {
        switch (message) {
            case FromPage.Ack ack -> {
                viewer.acknowledged();
                courier.wake();
            }
            case FromPage.Watch watch -> {
                viewer.subject = viewer.bench ? watch.subject() : null;
                viewer.most = Math.clamp(watch.most(), 64, 4096);
                viewer.high = watch.high() == null ? 0 : watch.high();
                viewer.round = watch.round() == null ? 0 : watch.round();
                courier.changed();
            }
            case FromPage.Ping ping -> viewer.tell(messages.pong(ping.at(), house.playerFor(viewer.look)));
        }
    }

    /** A page that takes nothing must not keep a thread. */
    private static void slowest(WebSocketSession session) {
        if (session instanceof StandardWebSocketSession standard) {
            standard.getNativeSession()
                    .getUserProperties()
                    .put("org.apache.tomcat.websocket.BLOCKING_SEND_TIMEOUT", Sockets.SLOWEST_MS);
        }
    }

    /** Who is at the other end, or null for somebody at the machine itself. */
    private static Guests.Guest guest(WebSocketSession session) {
        return session.getAttributes().get(AccessFilter.GUEST) instanceof Guests.Guest guest ? guest : null;
    }

    private OpenLook open(String look) {
        return journal.open(shows.look(look).orElseThrow(() -> new Refused("That look is not there any more.")));
    }
}
