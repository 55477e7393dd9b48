package gloaming.web.live;

import gloaming.desk.Phone;
import gloaming.look.Refused;
import gloaming.web.access.Guests;
import gloaming.web.store.Shows;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.AbstractWebSocketHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The phone desk: what is touched leaves as OSC packets to the program's own port; its layout is kept with the show. */
@Component
class TouchSocket extends AbstractWebSocketHandler {
    private static final JsonMapper JSON = JsonMapper.builder().build();
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
            JsonNode m = JSON.readTree(message.getPayload());
            if (m.has("layout")) {
                if (message.getPayloadLength() > LARGEST_LAYOUT) throw new Refused("That layout is too large.");
                shows.setPhone(LiveSocket.text(m, "show"), JSON.treeToValue(m.get("layout"), Phone.class));
                Seats.answer(session, new TextMessage("{\"is\":\"kept\"}"));
                return;
            }
            JsonNode values = m.path("v");
            Object[] arguments = new Object[Math.min(MOST, values.size())];
            for (int i = 0; i < arguments.length; i++)
                arguments[i] = (float) values.path(i).asDouble(0);
            // A control's address was checked when it was laid out; what comes here is checked again.
            new Phone.Item("x", Phone.Form.PAD, "", LiveSocket.text(m, "a"), 0, 0, 1, 1);
            devices.touch(LiveSocket.text(m, "a"), arguments);
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
