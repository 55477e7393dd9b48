package gloaming.library;

/** What was brought in, with the camera held still: all that is made between two latches sees the same picture. */
public final class CameraLatch extends ForwardingLibrary {
    private LiveCamera.Seen seen = LiveCamera.Seen.NOTHING;
    private final LiveCamera held = new LiveCamera() {
        @Override
        public Seen now() {
            return seen;
        }

        @Override
        public void want(Cut cut) {
            whole().camera().want(cut);
        }
    };

    public CameraLatch(Library whole) {
        super(whole);
    }

    /** Whether it is of this library. */
    public boolean isOf(Library library) {
        return whole() == library;
    }

    /** From now on it shows what the camera shows now. */
    public LiveCamera.Seen latch() {
        seen = whole().camera().now();
        return seen;
    }

    @Override
    public LiveCamera camera() {
        return held;
    }
}
