package gloaming.kind;

import gloaming.flow.Canvas;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Noted;
import gloaming.flow.PicturePool;
import gloaming.flow.Signal;
import java.util.stream.Stream;

/** A kind that only the tests have; docs/add-a-kind.md speaks of it. */
public final class ChimeKind extends Kind {
    @Override
    public Class<? extends Flow> type() {
        return Chime.class;
    }

    @Override
    public String id() {
        return "chime";
    }

    @Override
    public String one() {
        return "a chime";
    }

    @Override
    protected int order() {
        return 99;
    }

    @Override
    public Rail rail() {
        return new Rail("M13 4l6 6-6 6-6-6z", true, 0);
    }

    @Override
    public boolean drives() {
        return true;
    }

    @Override
    public Signal signal(Flow flow) {
        return Signal.of(((Chime) flow).strokes());
    }

    @Override
    public String unmixed() {
        return "ends in a chime, which is heard and not seen.";
    }

    @Override
    public boolean cheap() {
        return true;
    }

    @Override
    public void note(Flow flow, Noted into) {
        into.count = (int) ((Chime) flow).strokes();
    }

    @Override
    public Flow copy(Flow flow, Flow last, PicturePool pool) {
        return flow;
    }

    @Override
    public void preview(Flow flow, Canvas canvas) {
        canvas.ground((byte) 120, (byte) 90, (byte) 10);
    }

    @Override
    public Flow sample(int width, int height, long seed) {
        return new Chime(3 + seed);
    }

    @Override
    public Flow spoilt(int width, int height) {
        return new Chime(Long.MIN_VALUE);
    }

    @Override
    public boolean finite(Flow flow) {
        return true;
    }

    @Override
    public Stream<Float> probe(Flow flow) {
        return Stream.of((float) ((Chime) flow).strokes());
    }
}
