package gloaming.web.live;

import gloaming.web.access.Guests;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.AbstractWebSocketHandler;

/** Takes the pictures of a page's camera, one at a time: each is answered when it is taken, and the page sends the next. */
@Component
class CameraSocket extends AbstractWebSocketHandler {
    private static final TextMessage TAKEN = new TextMessage("taken");
    private static final int MOST = 8;
    private final Seats seats;
    private final House house;

    CameraSocket(House house, Guests guests) {
        seats = new Seats(MOST, guests);
        this.house = house;
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
    protected void handleBinaryMessage(WebSocketSession session, BinaryMessage message) {
        seats.heard(session);
        byte[] jpeg = new byte[message.getPayloadLength()];
        message.getPayload().get(jpeg);
        house.camera().take(jpeg);
        Seats.answer(session, TAKEN);
    }
}
