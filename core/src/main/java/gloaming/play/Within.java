package gloaming.play;

import gloaming.sound.BeatClock;
import gloaming.sound.Hearing;
import gloaming.step.Catalogue;
import gloaming.step.Frame;
import java.util.function.Supplier;

/** Players that play within a step of another: they hear what it hears, beat as it beats, and are served from the same hands. */
public final class Within {
    private Within() {}

    /** A player for a step; it plays on the frame's own thread and crew. */
    public static Player player(Frame frame) {
        Player outer = frame instanceof StepFrame step ? step.player() : null;
        Hearing hearing = frame.hearing();
        BeatClock beats = outer == null ? new BeatClock() : outer.beats();
        Player inner = new Player(Catalogue.all(), frame.crew(), hearing, beats).inner();
        inner.desk(frame.inbox(), gloaming.desk.Outbox.NOWHERE);
        return outer != null && outer.isRealTime() ? inner.inRealTime() : inner;
    }

    /** What the steps of one kind have in common within the look that they stand in; it is gone with what they remember. */
    public static <T> T common(Frame frame, Class<T> type, Supplier<T> make) {
        if (!(frame instanceof StepFrame step)) return make.get();
        return type.cast(step.player().common.computeIfAbsent(type, any -> make.get()));
    }

    /** A number that every frame of the player around has for itself. */
    public static long frame(Frame frame) {
        return frame instanceof StepFrame step ? step.player().frames() : frame.index();
    }
}
