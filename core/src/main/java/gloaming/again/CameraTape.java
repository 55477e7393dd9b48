package gloaming.again;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.LiveCamera;
import gloaming.tape.CameraShot;
import java.util.TreeMap;

/** What the camera showed while a set was recorded, by the numbers of its pictures; what was not recorded is not there. */
final class CameraTape {
    private final TreeMap<Long, CameraShot> shots = new TreeMap<>();
    private final CameraFile file;

    /** @param file where the pictures lie, or null where that is not there */
    CameraTape(CameraFile file) {
        this.file = file;
    }

    void add(byte[] piece) {
        CameraShot shot = CameraShot.of(piece);
        shots.put(shot.number(), shot);
    }

    /**
     * The same as one player saw it.
     *
     * @param asIs whether pictures have the sizes that they had; else those that are asked for
     */
    Watched watched(boolean asIs) {
        return new Watched(asIs);
    }

    /** What one player sees of it, frame by frame. */
    final class Watched implements LiveCamera {
        private final boolean asIs;
        private long number;
        private boolean comes;
        private boolean missed;
        private boolean counts = true;
        private Cut wanted;
        /** What was looked up last, and for which cut. */
        private Seen seen = Seen.NOTHING;

        private Cut of;

        private Watched(boolean asIs) {
            this.asIs = asIs;
        }

        /** It shows the picture of a number from now on. */
        void latch(long number, boolean comes) {
            this.number = number;
            this.comes = comes;
        }

        /** Whether it is looked at from now on what is missing. */
        void counts(boolean on) {
            counts = on;
        }

        /** Whether one was asked for that is not there as it was. */
        boolean missed() {
            return missed;
        }

        @Override
        public void want(Cut cut) {
            wanted = cut;
        }

        @Override
        public Seen now() {
            missed |= counts && number > 0 && (file == null || !shots.containsKey(number));
            // One that is missing is the one before it, as near as there is.
            var shot = file == null || number == 0 ? null : shots.floorEntry(number);
            if (shot == null) return Seen.NOTHING;
            Cut cut = asIs || wanted == null ? shot.getValue().cut() : wanted;
            if (shot.getKey() != seen.number() || !cut.equals(of)) {
                of = cut;
                Picture picture = file.picture(shot.getValue(), cut);
                seen = picture == null ? Seen.NOTHING : new Seen(shot.getKey(), picture, comes);
            }
            if (seen.comes() != comes && seen.number() > 0) seen = new Seen(seen.number(), seen.picture(), comes);
            return seen;
        }
    }
}
