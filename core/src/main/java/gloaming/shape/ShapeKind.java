package gloaming.shape;

import gloaming.flow.Canvas;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Noted;
import gloaming.flow.PicturePool;
import gloaming.flow.Shape;
import java.util.stream.Stream;

/** What the program asks about shapes. */
public final class ShapeKind extends Kind {
    private static final float[] AS_IT_IS = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0};

    @Override
    public Class<? extends Flow> type() {
        return Shape.class;
    }

    @Override
    public String id() {
        return "shape";
    }

    @Override
    public String one() {
        return "a shape";
    }

    @Override
    protected int order() {
        return 4;
    }

    @Override
    public Rail rail() {
        return new Rail("M0 14l4-8 5 8 5-8 5 8 5-8 2 3", false, 2);
    }

    @Override
    public String unmixed() {
        return "ends in a shape, so the mix shows nothing of it; add Camera.";
    }

    @Override
    public boolean cheap() {
        return true;
    }

    @Override
    public String drawnBy() {
        return "scene-camera";
    }

    @Override
    public String counts() {
        return "tri";
    }

    @Override
    public void note(Flow flow, Noted into) {
        into.count = ((Shape) flow).triangles();
    }

    @Override
    public Flow copy(Flow flow, Flow last, PicturePool pool) {
        // What has been made stays as it is until its own step makes it anew, and that in the next frame at the
        // earliest.
        return flow;
    }

    @Override
    public void preview(Flow flow, Canvas canvas) {
        Shape shape = (Shape) flow;
        float far = (float) Math.sqrt(shape.middle(0) * shape.middle(0)
                + shape.middle(1) * shape.middle(1)
                + shape.middle(2) * shape.middle(2));
        new Facets(canvas).within(shape.radius() + far).add(shape, AS_IT_IS, 0, 0.75f, 0.72f, 0.66f, 1);
    }

    @Override
    public Flow sample(int width, int height, long seed) {
        Shape shape = new Shape();
        float far = 0.4f + 0.1f * (seed % 3);
        int a = shape.corner(-far, -far, far, 0, 0, 1, 0, 0);
        int b = shape.corner(far, -far, far, 0, 0, 1, 1, 0);
        int c = shape.corner(far, far, far, 0, 0, 1, 1, 1);
        int d = shape.corner(-far, far, -far, 0, 0, 1, 0, 1);
        shape.square(a, b, c, d);
        shape.triangle(a, d, c);
        return shape.smooth().done();
    }

    @Override
    public Flow spoilt(int width, int height) {
        Shape shape = (Shape) sample(width, height, 0);
        shape.x()[0] = Float.NaN;
        shape.ny()[1] = Float.NaN;
        shape.z()[2] = Float.POSITIVE_INFINITY;
        shape.u()[3] = Float.NaN;
        return shape;
    }

    @Override
    public boolean finite(Flow flow) {
        Shape shape = (Shape) flow;
        for (float[] column : new float[][] {shape.x(), shape.y(), shape.z(), shape.nx(), shape.ny(), shape.nz()})
            for (int i = 0; i < shape.corners(); i++) if (!Float.isFinite(column[i])) return false;
        return true;
    }

    @Override
    public Stream<Float> probe(Flow flow) {
        Shape shape = (Shape) flow;
        if (shape.corners() == 0) return Stream.of(0f);
        int i = shape.corners() / 2;
        return Stream.of((float) shape.triangles(), shape.x()[i], shape.y()[i], shape.z()[i], shape.nx()[i]);
    }
}
