package gloaming.scene;

import gloaming.flow.Canvas;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Noted;
import gloaming.flow.PicturePool;
import gloaming.flow.Shape;
import gloaming.shape.Facets;
import gloaming.shape.ShapeKind;
import java.util.stream.Stream;

/** What the program asks about scenes. A shape stands for a scene with it alone. */
public final class SceneKind extends Kind {
    /** Copies that a preview draws, at most. */
    private static final int SHOWN = 3_000;

    @Override
    public Class<? extends Flow> type() {
        return Scene.class;
    }

    @Override
    public String id() {
        return "scene";
    }

    @Override
    public String one() {
        return "a scene";
    }

    @Override
    protected int order() {
        return 5;
    }

    @Override
    public Rail rail() {
        return new Rail("M0 6h26M0 14h26M4 6v8M10 6v8M16 6v8M22 6v8", false, 1.6);
    }

    @Override
    public String unmixed() {
        return "ends in a scene, so the mix shows nothing of it; add Camera.";
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
        return "obj";
    }

    @Override
    public void note(Flow flow, Noted into) {
        Scene scene = (Scene) flow;
        into.count = (int) scene.copies();
        for (int k = 0; k < scene.speckSets(); k++) into.count += scene.specks(k).n;
    }

    @Override
    public boolean accepts(Kind other) {
        return other == this || other.type() == Shape.class;
    }

    @Override
    public Flow accept(Flow flow, Flow last) {
        if (!(flow instanceof Shape shape)) return flow;
        Scene scene = last instanceof Scene mine ? mine : new Scene();
        scene.clear().add(shape);
        return scene;
    }

    @Override
    public Flow copy(Flow flow, Flow last, PicturePool pool) {
        Scene copy = last instanceof Scene scene ? scene : new Scene();
        return copy.copyFrom((Scene) flow);
    }

    @Override
    public void preview(Flow flow, Canvas canvas) {
        Scene scene = (Scene) flow;
        Facets facets = new Facets(canvas);
        float[] whole = new float[Matrix.SIZE];
        float far = 0;
        for (int pass = 0; pass < 2; pass++) {
            for (int i = 0; i < scene.things(); i++) {
                Thing thing = scene.thing(i);
                int n = thing.count();
                int stride = (int) Math.max(1, (scene.copies() + SHOWN - 1) / SHOWN);
                for (int c = 0; c < n; c += stride) {
                    Matrix.times(thing.move, 0, thing.copiesAt(), c * Thing.FLOATS, whole, 0);
                    if (pass == 0) far = Math.max(far, reach(thing.shape, whole));
                    else draw(facets, thing, whole, c, (int) Math.min(SHOWN, scene.copies()));
                }
            }
            for (int k = 0; k < scene.speckSets(); k++) far = specks(scene.specks(k), pass == 0 ? null : facets, far);
            facets.within(Math.min(far, 20));
        }
    }

    /** Draws dots and the middles of lines, or with nothing to draw into tells how far they reach. */
    private static float specks(Specks set, Facets facets, float far) {
        float most = far;
        float[] m = set.move;
        for (int i = 0; i < set.n; i += Math.max(1, set.n / SHOWN)) {
            float x = (set.from[3 * i] + set.to[3 * i]) / 2;
            float y = (set.from[3 * i + 1] + set.to[3 * i + 1]) / 2;
            float z = (set.from[3 * i + 2] + set.to[3 * i + 2]) / 2;
            float px = m[0] * x + m[1] * y + m[2] * z + m[3];
            float py = m[4] * x + m[5] * y + m[6] * z + m[7];
            float pz = m[8] * x + m[9] * y + m[10] * z + m[11];
            if (facets != null) facets.dot(px, py, pz, set.colour[4 * i], set.colour[4 * i + 1], set.colour[4 * i + 2]);
            else if (px * px + py * py + pz * pz < 400)
                most = Math.max(most, (float) Math.sqrt(px * px + py * py + pz * pz));
        }
        return most;
    }

    private static void draw(Facets facets, Thing thing, float[] whole, int copy, int parts) {
        Matter m = thing.material;
        float[] at = thing.copiesAt();
        int colour = copy * Thing.FLOATS + Matrix.SIZE;
        float red = m.red * at[colour] + m.glowRed;
        float green = m.green * at[colour + 1] + m.glowGreen;
        float blue = m.blue * at[colour + 2] + m.glowBlue;
        // What is dark is lifted, so that its form is seen.
        float most = Math.max(0.05f, Math.max(red, Math.max(green, blue)));
        float lift = Math.min(1, Math.max(0.5f, most)) / most;
        facets.add(thing.shape, whole, 0, red * lift, green * lift, blue * lift, parts);
    }

    private static float reach(Shape shape, float[] m) {
        double sum = 0;
        for (int r = 0; r < 3; r++) {
            double p = m[4 * r] * shape.middle(0)
                    + m[4 * r + 1] * shape.middle(1)
                    + m[4 * r + 2] * shape.middle(2)
                    + m[4 * r + 3];
            sum += p * p;
        }
        return (float) Math.sqrt(sum) + Matrix.stretch(m, 0) * shape.radius();
    }

    @Override
    public Flow sample(int width, int height, long seed) {
        return new Scene().clear().with((Shape) new ShapeKind().sample(width, height, seed));
    }

    @Override
    public Flow spoilt(int width, int height) {
        Scene scene = new Scene().clear().with((Shape) new ShapeKind().spoilt(width, height));
        scene.thing(0).move[5] = Float.NaN;
        LightSource lamp = scene.lamp();
        lamp.red = Float.POSITIVE_INFINITY;
        lamp.x = Float.NaN;
        return scene;
    }

    @Override
    public boolean finite(Flow flow) {
        Scene scene = (Scene) flow;
        for (int i = 0; i < scene.things(); i++) {
            Thing thing = scene.thing(i);
            if (!new ShapeKind().finite(thing.shape)) return false;
            for (float f : thing.move) if (!Float.isFinite(f)) return false;
            for (int k = 0; k < thing.count() * Thing.FLOATS; k++)
                if (!Float.isFinite(thing.copiesAt()[k])) return false;
        }
        return true;
    }

    @Override
    public Stream<Float> probe(Flow flow) {
        Scene scene = (Scene) flow;
        if (scene.things() == 0) return Stream.of(0f, (float) scene.lamps());
        Thing thing = scene.thing(0);
        return Stream.of(
                (float) scene.copies(), (float) scene.lamps(), thing.move[3], thing.move[5], thing.material.roughness);
    }
}
