package gloaming.media;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.LiveCamera;
import java.util.function.Consumer;

/** What a page's camera sees: the last picture that arrived, laid into the cut that is shown. */
public final class CameraFeed implements LiveCamera {
    /** Nanoseconds without a picture after which the camera counts as closed. */
    private static final long SILENT = 3_000_000_000L;

    /** A picture as it came, and what it was laid into. */
    public record Shot(long number, Cut cut, byte[] jpeg) {}

    /** The picture that came last, as it is seen while more come and when none does any more. */
    private record Newest(Seen comes, Seen silent, long arrived) {}

    private static final Newest NONE = new Newest(Seen.NOTHING, Seen.NOTHING, 0);

    private final Decoder decoder;
    private volatile Cut wanted;
    private volatile Newest newest = NONE;
    private Consumer<Shot> witness = shot -> {};
    private Shot last;

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
        picture.stands();
        show(picture, cut, jpeg);
    }

    /** Whoever is to know a picture knows it before anybody sees it. */
    private synchronized void show(Picture picture, Cut cut, byte[] jpeg) {
        long number = newest.comes.number() + 1;
        last = new Shot(number, cut, jpeg);
        witness.accept(last);
        newest = new Newest(new Seen(number, picture, true), new Seen(number, picture, false), System.nanoTime());
    }

    /** Tells of each picture from now on, and of the one that stands; on the threads that bring them, so that it must not take long. */
    public synchronized void witness(Consumer<Shot> told) {
        witness = told;
        if (last != null) told.accept(last);
    }

    @Override
    public void want(Cut cut) {
        if (!cut.equals(wanted)) wanted = cut;
    }

    @Override
    public Seen now() {
        Newest now = newest;
        return System.nanoTime() - now.arrived > SILENT ? now.silent : now.comes;
    }
}
