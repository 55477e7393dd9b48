package gloaming.web.live;

import gloaming.web.access.AccessFilter;
import gloaming.web.access.Guests;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;

/** At most so many sockets of a kind; when one more comes, the one that has been silent for longest gives way. */
final class Seats {
    private final int most;
    private final Map<String, WebSocketSession> taken = new LinkedHashMap<>();

    /** Guests that are sent away lose their places. */
    Seats(int most, Guests guests) {
        this.most = most;
        guests.onLeft(this::sendAway);
    }

    private void sendAway(Guests.Guest guest) {
        List<WebSocketSession> all;
        synchronized (this) {
            all = List.copyOf(taken.values());
        }
        for (WebSocketSession session : all)
            if (guest.equals(session.getAttributes().get(AccessFilter.GUEST))) close(session);
    }

    void take(WebSocketSession session) {
        WebSocketSession gone = null;
        synchronized (this) {
            taken.put(session.getId(), session);
            if (taken.size() > most) {
                String first = taken.keySet().iterator().next();
                gone = taken.remove(first);
            }
        }
        if (gone != null) close(gone);
    }

    /** Something has come from it. */
    synchronized void heard(WebSocketSession session) {
        if (taken.remove(session.getId()) != null) taken.put(session.getId(), session);
    }

    synchronized void leave(WebSocketSession session) {
        taken.remove(session.getId());
    }

    synchronized int count() {
        return taken.size();
    }

    /** Answers a page; one that has gone is cut off and nobody is told. */
    static void answer(WebSocketSession session, TextMessage message) {
        try {
            session.sendMessage(message);
        } catch (IOException | IllegalStateException e) {
            close(session);
        }
    }

    private static void close(WebSocketSession session) {
        try {
            session.close(CloseStatus.SERVICE_OVERLOAD);
        } catch (IOException | IllegalStateException e) {
            System.getLogger("gloaming").log(System.Logger.Level.DEBUG, "A socket was gone already.", e);
        }
    }
}
