package gloaming.web.live;

import gloaming.sound.LiveSound;
import gloaming.web.access.Guests;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.AbstractWebSocketHandler;
import org.springframework.web.util.UriComponentsBuilder;

/** Takes what a page's microphone hears: blocks of 32-bit float samples, little end first, at the rate its address tells. */
@Component
class MicrophoneSocket extends AbstractWebSocketHandler {
    private static final String SOUND = "sound";
    private static final int MOST = 16_384;
    private static final int MOST_SOCKETS = 8;
    private final Seats seats;
    private final House house;

    MicrophoneSocket(House house, Guests guests) {
        seats = new Seats(MOST_SOCKETS, guests);
        this.house = house;
    }

    @Override
    public void afterConnectionEstablished(WebSocketSession session) throws Exception {
        String rate = UriComponentsBuilder.fromUri(session.getUri())
                .build()
                .getQueryParams()
                .getFirst("rate");
        if (rate == null || !rate.matches("\\d{4,6}")) {
            session.close(CloseStatus.BAD_DATA);
            return;
        }
        seats.take(session);
        session.getAttributes()
                .put(SOUND, house.sounds().microphone(Math.clamp(Integer.parseInt(rate), 8_000, 192_000)));
        session.getAttributes().put("room", new float[MOST]);
    }

    @Override
    public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
        seats.leave(session);
        session.getAttributes().clear();
    }

    @Override
    protected void handleBinaryMessage(WebSocketSession session, BinaryMessage message) {
        if (!(session.getAttributes().get(SOUND) instanceof LiveSound sound)) return;
        seats.heard(session);
        float[] room = (float[]) session.getAttributes().get("room");
        ByteBuffer bytes = message.getPayload().order(ByteOrder.LITTLE_ENDIAN);
        int count = Math.min(MOST, bytes.remaining() / 4);
        for (int i = 0; i < count; i++) room[i] = bytes.getFloat();
        sound.write(room, count);
    }
}
