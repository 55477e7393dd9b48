package gloaming.web.live;

import gloaming.media.JpegEncoder;
import gloaming.play.LivePlayer;
import gloaming.play.PictureOutput;
import java.nio.ByteBuffer;
import java.util.List;

/** What comes next, in motion, for pages that play an evening. Only the courier's thread uses it. */
final class NextScreen {
    private static final int WIDTH = 512;

    private LivePlayer player;
    private PictureOutput outlet = new PictureOutput(null, WIDTH);
    private JpegEncoder encoder;
    private List<Viewer> viewers = List.of();

    /** Takes up who comes next, or null; true when the outlets of players are others now. */
    boolean took(LivePlayer next) {
        if (next == player) return false;
        player = next;
        outlet = new PictureOutput(null, WIDTH);
        return true;
    }

    void group(List<Viewer> watching) {
        viewers = watching;
    }

    /** The outlets of a player that are wanted here. */
    List<PictureOutput> of(LivePlayer one) {
        return one == player && !viewers.isEmpty() ? List.of(outlet) : List.of();
    }

    void round() {
        if (outlet.ready()) {
            encoder = Feed.fitting(encoder, outlet.width(), outlet.height());
            ByteBuffer message =
                    Feed.picture(Feed.FRAME, encoder.encode(outlet.rgb()), 1, outlet.width(), outlet.height());
            outlet.rest();
            for (Viewer viewer : viewers) viewer.picture(message);
        }
        if (outlet.idle() && viewers.stream().anyMatch(v -> v.credit > 0)) outlet.want();
    }

    void end() {
        if (encoder != null) encoder.close();
    }
}
