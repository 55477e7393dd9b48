package gloaming.signal;

import gloaming.flow.Canvas;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Noted;
import gloaming.flow.PicturePool;
import gloaming.flow.Signal;
import java.util.stream.Stream;

/** What the program asks about signals. */
public final class SignalKind extends Kind {
    @Override
    public Class<? extends Flow> type() {
        return Signal.class;
    }

    @Override
    public String id() {
        return "signal";
    }

    @Override
    public String one() {
        return "a signal";
    }

    @Override
    protected int order() {
        return 1;
    }

    @Override
    public Rail rail() {
        return new Rail("M0 10q3.2-9 6.5 0t6.5 0 6.5 0 6.5 0", false, 2);
    }

    @Override
    public boolean curve() {
        return true;
    }

    @Override
    public boolean drives() {
        return true;
    }

    @Override
    public Signal signal(Flow flow) {
        return (Signal) flow;
    }

    @Override
    public String unmixed() {
        return "ends in a signal, which the mix cannot show.";
    }

    @Override
    public boolean cheap() {
        return true;
    }

    @Override
    public void note(Flow flow, Noted into) {
        Signal signal = (Signal) flow;
        into.value = signal.value();
        into.several = signal.size() < 2 ? 0 : Math.min(Noted.MANY, signal.size());
        for (int i = 0; i < into.several; i++) {
            into.many[i] = (float) signal.at((int) ((long) i * signal.size() / into.several));
        }
    }

    /** Pages draw its curve themselves, from the numbers. */
    @Override
    public Flow copy(Flow flow, Flow last, PicturePool pool) {
        Signal copy = last instanceof Signal signal ? signal : new Signal();
        return copy.copyFrom((Signal) flow);
    }

    @Override
    public void preview(Flow flow, Canvas canvas) {
        canvas.ground((byte) 9, (byte) 8, (byte) 15);
    }

    @Override
    public Flow sample(int width, int height, long seed) {
        return Signal.of(0.7);
    }

    @Override
    public Flow spoilt(int width, int height) {
        return new Signal().set(Double.NaN);
    }

    @Override
    public boolean finite(Flow flow) {
        Signal signal = (Signal) flow;
        for (int i = 0; i < signal.size(); i++) if (!Double.isFinite(signal.at(i))) return false;
        return true;
    }

    @Override
    public Stream<Float> probe(Flow flow) {
        return Stream.of((float) ((Signal) flow).value());
    }
}
