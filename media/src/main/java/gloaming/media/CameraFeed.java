package gloaming.media;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Still;

/** What a page's camera sees: the last picture that arrived, laid into the cut that is shown. */
public final class CameraFeed implements Still {
    /** Nanoseconds without a picture after which the camera counts as closed. */
    private static final long SILENT = 3_000_000_000L;

    private final Decoder decoder;
    private volatile Cut wanted;
    private volatile Picture last;
    private volatile long arrived;

    public CameraFeed(Decoder decoder) {
        this.decoder = decoder;
    }

    /** Takes a JPEG as the page sends it; called by the page's own thread. One that cannot be read is passed over. */
    public void take(byte[] jpeg) {
        Cut cut = wanted;
        if (cut == null) return;
        Picture picture;
        try {
            picture = decoder.jpeg(jpeg, cut);
        } catch (Unreadable e) {
            return;
        }
        if (picture == null) return;
        picture.keep();
        last = picture;
        arrived = System.nanoTime();
    }

    @Override
    public Picture at(Cut cut) {
        if (!cut.equals(wanted)) wanted = cut;
        if (last != null && System.nanoTime() - arrived > SILENT) {
            throw new IllegalArgumentException(
                    "the camera sends no pictures any more; open it again on the Media page");
        }
        if (last == null) throw new IllegalArgumentException("no camera is open; open one on the Media page");
        return last;
    }
}
