package gloaming.web.live;

import gloaming.media.JpegEncoder;
import gloaming.play.LivePlayer;
import gloaming.play.PictureOutput;
import java.nio.ByteBuffer;
import java.util.List;

/**
 * What comes next, in motion, for pages that play an evening. Where nobody looks it is asked for a picture now and then all the same, so that
 * whatever it needs is there when it comes on air. Only the courier's thread uses it.
 */
final class NextScreen {
    private static final int WIDTH = 512;
    private static final long UNSEEN_NS = 500_000_000;

    private LivePlayer player;
    private PictureOutput outlet = new PictureOutput(null, WIDTH);
    private JpegEncoder encoder;
    private List<Viewer> viewers = List.of();
    private long next;

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
        return one == player ? List.of(outlet) : List.of();
    }

    void round() {
        if (player == null) return;
        long now = System.nanoTime();
        if (outlet.ready() && viewers.isEmpty()) outlet.rest();
        if (outlet.ready()) {
            encoder = Feed.fitting(encoder, outlet.width(), outlet.height());
            ByteBuffer message =
                    Feed.picture(Feed.FRAME, encoder.encode(outlet.rgb()), 1, outlet.width(), outlet.height());
            outlet.rest();
            for (Viewer viewer : viewers) viewer.picture(message);
        }
        boolean asked = viewers.isEmpty() ? now >= next : viewers.stream().anyMatch(v -> v.credit > 0);
        if (!outlet.idle() || !asked) return;
        next = now + UNSEEN_NS;
        outlet.want();
    }

    void end() {
        if (encoder != null) encoder.close();
    }
}
