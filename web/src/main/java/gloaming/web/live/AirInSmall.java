package gloaming.web.live;

import gloaming.media.JpegEncoder;
import gloaming.play.PictureOutput;
import java.nio.ByteBuffer;
import java.util.List;
import org.springframework.web.socket.BinaryMessage;

/** What is on air, small and now and then, for pages that work on something else. Only the courier's thread uses it. */
final class AirInSmall {
    private static final int AIR = 3;
    private static final int WIDTH = 176;
    private static final long EVERY_NS = 330_000_000;

    private PictureOutput outlet = new PictureOutput(null, WIDTH);
    private JpegEncoder encoder;
    private long next;
    private List<Viewer> viewers = List.of();

    void group(List<Viewer> elsewhere) {
        viewers = elsewhere;
    }

    boolean watched() {
        return !viewers.isEmpty();
    }

    PictureOutput outlet() {
        return outlet;
    }

    /** Something else is on air. */
    void another() {
        outlet = new PictureOutput(null, WIDTH);
    }

    void round(long now) {
        if (outlet.ready()) {
            encoder = Feed.fitting(encoder, outlet.width(), outlet.height());
            ByteBuffer message = Feed.picture(AIR, encoder.encode(outlet.rgb()), 1, outlet.width(), outlet.height());
            outlet.rest();
            for (Viewer viewer : viewers) viewer.send(new BinaryMessage(message.duplicate()));
        }
        if (outlet.idle() && now >= next && viewers.stream().anyMatch(v -> !v.away(now))) {
            next = now + EVERY_NS;
            outlet.want();
        }
    }

    void end() {
        if (encoder != null) encoder.close();
    }
}
