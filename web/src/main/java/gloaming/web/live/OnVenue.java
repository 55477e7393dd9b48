package gloaming.web.live;

import gloaming.play.OutputFade;
import gloaming.play.Programme;
import gloaming.show.Transition;
import gloaming.venue.TestPicture;
import gloaming.venue.Venue;
import gloaming.venue.VenueMap;

/** What leaves one screen, laid on the surfaces of the venue; from one to another as the pictures go. Only the courier's thread uses it. */
final class OnVenue {
    /** What leaves is so wide at least, where the screen is: corners and edges stay fine when pictures are made smaller. */
    private static final int FINE = 960;

    /** A picture as it lies in one venue. */
    private static final class Laid {
        Programme.Shown shown;
        byte[] rgb;
        int width;
        int height;
        private VenueMap map;
        private byte[] out = new byte[0];
        private byte[] test;

        void lay(Programme.Shown now, byte[] picture, int ofWidth, int ofHeight, int most) {
            boolean same = now == shown;
            shown = now;
            if (now.venue() == null) {
                map = null;
                rgb = picture;
                width = ofWidth;
                height = ofHeight;
                return;
            }
            // The test picture is as large as what leaves, however small those of the look are just then.
            int wide = now.test() ? Math.max(ofWidth, FINE) : ofWidth;
            int high = Math.max(1, Math.round((float) ofHeight * wide / ofWidth));
            if (map == null || !same || !map.takes(wide, high)) {
                Venue venue = now.test() ? now.venue().dimBut(now.bright()) : now.venue();
                map = new VenueMap(venue, wide, high, Math.max(ofWidth, Math.min(most, FINE)));
                test = now.test() ? TestPicture.of(wide, high) : null;
                if (out.length != 3 * map.width * map.height) out = new byte[3 * map.width * map.height];
            }
            map.lay(test == null ? picture : test, out);
            rgb = out;
            width = map.width;
            height = map.height;
        }

        boolean in(Venue venue) {
            Venue own = shown == null ? null : shown.venue();
            return own == venue || own != null && venue != null && own.id().equals(venue.id());
        }
    }

    private Laid now = new Laid();
    private Laid before = new Laid();
    /** Whether the venue before is still to be seen. */
    private boolean leaving;

    private byte[] mixed = new byte[0];

    /**
     * Lays a picture down.
     *
     * @param most what leaves is so wide at most, unless the picture is wider
     * @param state how far the change is that is on its way
     * @return what leaves: the picture itself where it is shown in no venue
     */
    byte[] lay(Programme.Shown shown, byte[] rgb, int ofWidth, int ofHeight, int most, Programme.State state) {
        double weight = state.weight(System.nanoTime());
        if (now.shown != null && !now.in(shown.venue())) {
            Laid was = now;
            now = before;
            before = was;
            leaving = true;
        }
        leaving &= weight < 1;
        now.lay(shown, rgb, ofWidth, ofHeight, most);
        if (!leaving) return now.rgb;
        before.lay(before.shown, rgb, ofWidth, ofHeight, most);
        double part = state.crossing().curve().at(weight);
        // Through black it is another one in the dark.
        if (state.crossing().way() == Transition.Way.BLACK) part = part < 0.5 ? 0 : 1;
        if (mixed.length != now.rgb.length) mixed = new byte[now.rgb.length];
        OutputFade.mix(before.rgb, before.width, before.height, now.rgb, now.width, now.height, part, mixed);
        return mixed;
    }

    int width() {
        return now.width;
    }

    int height() {
        return now.height;
    }
}
