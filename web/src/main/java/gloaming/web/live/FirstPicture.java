package gloaming.web.live;

import gloaming.play.LivePlayer;
import gloaming.play.PictureOutput;

/**
 * The picture with which a screen begins when what comes next does: made in advance, as large as those that follow it, so that an audience sees
 * a cue before its player has made a frame for it. Only the courier's thread uses it.
 */
final class FirstPicture {
    /** It is made anew so often, and is too old after so long, in nanoseconds. */
    private static final long EVERY_NS = 400_000_000L;

    private static final long OLD_NS = 3_000_000_000L;

    private final LivePlayer player;
    private final PictureOutput outlet;
    private long next;

    private byte[] rgb = new byte[0];
    private int width;
    private int height;
    private PictureOutput.Of of;
    private long made;

    FirstPicture(LivePlayer player, int most) {
        this.player = player;
        outlet = PictureOutput.forTheNext(most);
    }

    PictureOutput outlet() {
        return outlet;
    }

    /** Takes the newest, and asks for another in time. */
    void round(long now) {
        if (outlet.ready()) {
            if (rgb.length != outlet.rgb().length) rgb = new byte[outlet.rgb().length];
            System.arraycopy(outlet.rgb(), 0, rgb, 0, rgb.length);
            width = outlet.width();
            height = outlet.height();
            of = outlet.of();
            made = now;
            outlet.rest();
        }
        if (!outlet.idle() || now < next) return;
        next = now + EVERY_NS;
        outlet.want();
    }

    /** Whether it is there, and of what a player plays now: not of what was before an edit, nor of another place in its time. */
    boolean fits(LivePlayer on, long now) {
        return on == player && now - made < OLD_NS && player.isOf(of);
    }

    byte[] rgb() {
        return rgb;
    }

    int width() {
        return width;
    }

    int height() {
        return height;
    }
}
