package gloaming.web.live;

import gloaming.media.JpegEncoder;
import gloaming.play.AtHand;
import gloaming.play.FlashMeter;
import gloaming.play.LivePlayer;
import gloaming.play.OutputFade;
import gloaming.play.PictureOutput;

/** One size that outputs ask for, and what it has shown and is to show. Only the courier's thread uses it. */
final class Screen {
    /** How much of the next picture comes where more of it would be a flash too many. */
    private static final double SOFTENED = 0.12;

    final int most;
    PictureOutput now;
    PictureOutput before;
    /** A picture of what is to come, or null where nothing is. */
    AtHand next;
    /** What was before as it was last, and its size. */
    byte[] held = new byte[0];

    int heldWidth;
    int heldHeight;
    /** The picture on air as it came last in a fade, not mixed with anything. */
    byte[] came = new byte[0];

    int cameWidth;
    int cameHeight;
    /** Where it is mixed once more. */
    private byte[] mixed = new byte[0];
    /** What was shown last: a fade that another overtakes goes on from it. */
    byte[] shown = new byte[0];

    int shownWidth;
    int shownHeight;
    /** When that was sent. */
    long sent;
    /** When what stands frozen is sent once more. */
    long again;
    /** The number of the picture of a film that was sent last. */
    long filmed;
    /** Whether the picture on air has come since the last take; a screen that comes later has none of before to show. */
    boolean begun = true;

    JpegEncoder encoder;
    final OnVenue venue = new OnVenue();
    final FlashMeter flashes = new FlashMeter();
    /** Whether it is there for photographs, and nobody watches. */
    final boolean booth;
    /** What the picture that is shown covers, or null where it is all of it. */
    byte[] cover;

    Screen(int most, boolean booth) {
        this.most = most;
        this.booth = booth;
        now = output();
        before = new PictureOutput(null, most);
    }

    PictureOutput output() {
        return booth ? PictureOutput.forPhotographs(most) : PictureOutput.forAudience(most);
    }

    /** Something else is on air. */
    void another() {
        // The still of a fade that was overtaken, and until the other player's next picture also that.
        hold(shown, shownWidth, shownHeight);
        before = now;
        now = output();
        begun = false;
        cameWidth = 0;
    }

    /** Whoever comes next is this player, or null; it keeps a picture at hand for an audience. */
    void expects(LivePlayer player) {
        next = booth || player == null ? null : new AtHand(player, most);
    }

    void hold(byte[] rgb, int width, int height) {
        held = copy(rgb, width, height, held);
        heldWidth = width;
        heldHeight = height;
    }

    /** A picture on air has come, and is to be mixed with what was before. */
    void came(byte[] rgb, int width, int height) {
        came = copy(rgb, width, height, came);
        cameWidth = width;
        cameHeight = height;
    }

    /** A place for a mix as large as the picture that came. */
    byte[] mixed() {
        if (mixed.length != came.length) mixed = new byte[came.length];
        return mixed;
    }

    /** Counts the flashes of a picture before it leaves; where it {@code holds} its light, there are not too many. */
    void calm(byte[] rgb, int width, int height, double light, boolean holds) {
        long now = System.nanoTime();
        boolean known = shown.length == rgb.length && shownWidth == width;
        if (holds && known && !flashes.mayShow(rgb, width, height, light, now)) {
            OutputFade.mix(shown, width, height, rgb, width, height, SOFTENED, rgb);
            if (!flashes.mayShow(rgb, width, height, light, now)) System.arraycopy(shown, 0, rgb, 0, rgb.length);
        }
        flashes.shown(rgb, width, height, light, now);
    }

    void show(byte[] rgb, int width, int height) {
        if (shown != rgb) shown = copy(rgb, rgb.length, shown);
        shownWidth = width;
        shownHeight = height;
        sent = System.nanoTime();
    }

    private static byte[] copy(byte[] rgb, int width, int height, byte[] into) {
        return copy(rgb, width * height * 3, into);
    }

    private static byte[] copy(byte[] rgb, int length, byte[] into) {
        byte[] copy = into.length == length ? into : new byte[length];
        System.arraycopy(rgb, 0, copy, 0, length);
        return copy;
    }
}
