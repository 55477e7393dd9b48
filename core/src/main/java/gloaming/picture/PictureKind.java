package gloaming.picture;

import gloaming.flow.Canvas;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Noted;
import gloaming.flow.Picture;
import gloaming.flow.PicturePool;
import gloaming.picture.kernel.Exit;
import java.util.SplittableRandom;
import java.util.stream.Stream;

/** What the program asks about pictures. */
public final class PictureKind extends Kind {
    @Override
    public Class<? extends Flow> type() {
        return Picture.class;
    }

    @Override
    public String id() {
        return "picture";
    }

    @Override
    public String one() {
        return "a picture";
    }

    @Override
    protected int order() {
        return 2;
    }

    @Override
    public Rail rail() {
        return new Rail("M0 6h26v8h-26z", true, 0);
    }

    @Override
    public boolean mixes() {
        return true;
    }

    @Override
    public String unmixed() {
        return "is in the mix.";
    }

    @Override
    public boolean cheap() {
        return false;
    }

    /** A picture is looked at only where somebody wants to see it. */
    @Override
    public void note(Flow flow, Noted into) {}

    @Override
    public void preview(Flow flow, Canvas canvas) {
        Exit.tile(
                (Picture) flow,
                canvas.rgb,
                canvas.stride,
                canvas.left,
                canvas.top,
                canvas.width,
                canvas.height,
                canvas.seen);
    }

    @Override
    public Flow copy(Flow flow, Flow last, PicturePool pool) {
        Picture picture = (Picture) flow;
        // Nobody writes to what stands.
        return picture.stamp() != 0 ? picture : pool.borrow().copyFrom(picture);
    }

    @Override
    public void recycle(Flow flow, PicturePool pool) {
        pool.giveBack((Picture) flow);
    }

    @Override
    public Flow sample(int width, int height, long seed) {
        Picture picture = new Picture(width, height);
        SplittableRandom pixels = new SplittableRandom(4 + seed);
        for (int c = 0; c < 4; c++)
            for (int i = 0; i < picture.pixels(); i++) picture.plane(c)[i] = (float) pixels.nextDouble();
        return picture;
    }

    @Override
    public Flow spoilt(int width, int height) {
        Picture picture = (Picture) sample(width, height, 0);
        picture.r()[picture.pixels() / 2] = picture.a()[picture.pixels() / 3] = Float.NaN;
        return picture;
    }

    @Override
    public boolean finite(Flow flow) {
        Picture picture = (Picture) flow;
        for (int c = 0; c < 4; c++) {
            for (int i = 0; i < picture.pixels(); i++) if (!Float.isFinite(picture.plane(c)[i])) return false;
        }
        return true;
    }

    @Override
    public Stream<Float> probe(Flow flow) {
        Picture picture = (Picture) flow;
        return Stream.of(0.0, 0.25, 0.5, 0.68)
                .map(part -> (int) (part * picture.pixels()))
                .map(i -> picture.r()[i] + picture.a()[i]);
    }
}
