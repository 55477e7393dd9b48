package gloaming.play;

/**
 * Pictures of a look that is to come, as it is at its bench: an audience is shown one at once when the look comes on air, and it stands there
 * until the first picture on air is made. What is cold or heavy would come late otherwise.
 *
 * <p>The last picture is kept, for as long as the look would go on from it: not when something is set otherwise since; and the first from its
 * beginning, for when it is taken there. Both are as large as the look is on air. One thread uses it.
 */
public final class AtHand {
    /** What is older would be seen to leap. */
    private static final long FRESH_NS = 1_500_000_000;

    private final LivePlayer player;
    private final Outlet outlet;
    private final Kept last = new Kept();
    private final Kept first = new Kept();

    /** A picture, and what it was made by. */
    public static final class Kept {
        private byte[] rgb = new byte[0];
        private int width;
        private int height;
        private Request of;
        private long came;

        private void keep(Outlet from, long nanos) {
            byte[] picture = from.rgb();
            if (rgb.length != picture.length) rgb = new byte[picture.length];
            System.arraycopy(picture, 0, rgb, 0, picture.length);
            width = from.width();
            height = from.height();
            of = from.of;
            came = nanos;
        }

        /** 8-bit RGB, top row first. */
        public byte[] rgb() {
            return rgb;
        }

        public int width() {
            return width;
        }

        public int height() {
            return height;
        }
    }

    /** One that knows what its picture was made by, whether it is as large as on air, and whether it is the look's first. */
    private static final class Outlet extends PictureOutput {
        private Request of;
        private boolean large;
        private boolean begins;

        Outlet(int most) {
            super(null, most);
        }

        @Override
        void done(Request request, boolean large, boolean begins) {
            of = request;
            this.large = large;
            this.begins = begins;
            super.done(request, large, begins);
        }
    }

    /** Those of a player, at most {@code most} pixels wide, 16 to 8192. */
    public AtHand(LivePlayer player, int most) {
        this.player = player;
        outlet = new Outlet(most);
    }

    public LivePlayer player() {
        return player;
    }

    /** Where the player is to leave its pictures. */
    public PictureOutput outlet() {
        return outlet;
    }

    /** Keeps what has come since, and asks for the next. */
    public void round(long nanos) {
        if (outlet.ready() && outlet.large) {
            last.keep(outlet, nanos);
            if (outlet.begins) first.keep(outlet, nanos);
        }
        if (outlet.ready() || outlet.idle()) outlet.want();
    }

    /** The picture that a player would make now, but for what has moved since; or null. */
    public Kept of(LivePlayer now, long nanos) {
        if (now != player) return null;
        Request request = player.request();
        if (last.of != null && nanos - last.came < FRESH_NS && last.of.goesOnAs(request)) return last;
        return first.of != null && first.of.beginsAnewAs(request) ? first : null;
    }
}
