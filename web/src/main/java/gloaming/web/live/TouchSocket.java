package gloaming.web.live;

import gloaming.desk.Phone;
import gloaming.look.Refused;
import gloaming.web.access.Guests;
import gloaming.web.store.Shows;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.AbstractWebSocketHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The phone desk: what is touched leaves as OSC packets to the program's own port; its layout is kept with the show. */
@Component
class TouchSocket extends AbstractWebSocketHandler {
    private static final JsonMapper JSON = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();
    /** What a phone says: numbers for an address, or a show's layout. */
    private record FromPhone(String address, List<Double> values, String show, Phone layout) {}

    private static final int MOST = 4;
    private static final int MOST_SOCKETS = 32;
    private static final int LARGEST_LAYOUT = 64 << 10;
    private final Seats seats;
    private final Devices devices;
    private final Shows shows;

    TouchSocket(Devices devices, Shows shows, Guests guests) {
        seats = new Seats(MOST_SOCKETS, guests);
        this.devices = devices;
        this.shows = shows;
    }

    @Override
    public void afterConnectionEstablished(WebSocketSession session) {
        seats.take(session);
    }

    @Override
    public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
        seats.leave(session);
    }

    @Override
    protected void handleTextMessage(WebSocketSession session, TextMessage message) {
        seats.heard(session);
        try {
            FromPhone m = JSON.readValue(message.getPayload(), FromPhone.class);
            if (m == null) throw new Refused("The page sent nothing.");
            if (m.layout() != null) {
                if (message.getPayloadLength() > LARGEST_LAYOUT) throw new Refused("That layout is too large.");
                if (m.show() == null) throw new Refused("The page left out 'show'; load it again.");
                shows.setPhone(m.show(), m.layout());
                Seats.answer(session, new TextMessage("{\"is\":\"kept\"}"));
                return;
            }
            if (m.address() == null) throw new Refused("The page left out 'address'; load it again.");
            Object[] arguments = m.values() == null
                    ? new Object[0]
                    : m.values().stream().limit(MOST).map(Double::floatValue).toArray();
            // A control's address was checked when it was laid out; what comes here is checked again.
            new Phone.Item("x", Phone.Form.PAD, "", m.address(), 0, 0, 1, 1);
            devices.touch(m.address(), arguments);
        } catch (JacksonException | Refused e) {
            Throwable why = e;
            while (why != null && !(why instanceof Refused)) why = why.getCause();
            Seats.answer(
                    session,
                    new TextMessage(JSON.createObjectNode()
                            .put("is", "refused")
                            .put(
                                    "says",
                                    why == null
                                            ? "The page sent something that cannot be read; load it again."
                                            : why.getMessage())
                            .toString()));
        }
    }
}
