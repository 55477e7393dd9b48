package gloaming.web.live;

import java.io.IOException;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.AbstractWebSocketHandler;

/** Takes the pictures of a page's camera, one at a time: each is answered when it is taken, and the page sends the next. */
@Component
class CameraSocket extends AbstractWebSocketHandler {
    private static final TextMessage TAKEN = new TextMessage("taken");
    private final House house;

    CameraSocket(House house) {
        this.house = house;
    }

    @Override
    protected void handleBinaryMessage(WebSocketSession session, BinaryMessage message) throws IOException {
        byte[] jpeg = new byte[message.getPayloadLength()];
        message.getPayload().get(jpeg);
        house.camera().take(jpeg);
        session.sendMessage(TAKEN);
    }
}
