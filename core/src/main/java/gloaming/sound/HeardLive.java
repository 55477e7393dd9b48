package gloaming.sound;

/** A live sound as one player hears it, frame by frame. */
public final class HeardLive extends LatchedSound {
    private final LiveSound live;

    public HeardLive(LiveSound live) {
        this.live = live;
    }

    /** Stands from here on as the sound stands now. */
    public void latch() {
        latch(live.written(), live.comes());
    }

    @Override
    public String name() {
        return live.name();
    }

    @Override
    public int rate() {
        return live.rate();
    }

    @Override
    public float sample(long at) {
        return live.sample(at);
    }
}
