package gloaming.scene.model;

import gloaming.flow.Nothing;
import gloaming.flow.Shape;
import gloaming.library.Sculpture;
import gloaming.look.Id;
import gloaming.scene.Matrix;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.ArrayList;
import java.util.List;

/** A model with what its file says of its stuffs, and moving: one of its animations, or between two. */
@Id("model-in-space")
@StepInfo(
        name = "Model in space",
        does = "Shows a model of yours with its own materials and pictures, still or moved by its animations.",
        ifBlack = "choose a model",
        find =
                "model mesh 3d gltf glb animated animation character rig skin skeleton morph textured object walk fly play",
        notice = "It is empty until a model is chosen; it brings its own colours and animation.")
public record ModelInSpace(
        @Id("model") @Choice(initial = "", medium = "model", says = "The model.")
        String model,

        @Id("fit")
        @Range(
                min = 0.01,
                max = 100,
                initial = 1.6,
                unit = "units",
                byRatio = true,
                says = "How large its longest side is at rest; its middle is in the middle.")
        double fit,

        @Id("asItIs") @Choice(initial = "false", says = "Whether it stands just where its numbers say.")
        boolean asItIs,

        @Id("animation")
        @Range(min = 0, max = 200, initial = 1, says = "Which of its animations: 1, 2 and so on; 0 is at rest.")
        int animation,

        @Id("speed")
        @Range(min = -10, max = 10, initial = 1, says = "Times its own speed by the lane's clock; 0 stands.")
        double speed,

        @Id("place")
        @Range(min = -100, max = 100, initial = 0, says = "Where in the animation beside that: 1 is once through.")
        double place,

        @Id(value = "other", label = "Second animation")
        @Range(min = 0, max = 200, initial = 0, says = "An animation to go over to; 0 is at rest.")
        int other,

        @Id(value = "mix", label = "Part of second")
        @Range(min = 0, max = 1, initial = 0, says = "How much of the second there is.")
        double mix,

        @Id("moments")
        @Range(
                min = 1,
                max = 24,
                initial = 1,
                says = "How often it stands there, each at its own moment; Copies pick one of them for each point.")
        int moments)
        implements Operation<Nothing, Scene, ModelInSpace.Memory> {

    /** The scene that holds it, and the parts as they are now. */
    public static final class Memory {
        private final Scene scene = new Scene();
        private final Pose pose = new Pose();
        private final List<Moved> moved = new ArrayList<>();
        private final float[] laid = new float[Matrix.SIZE];
        private Sculpture of;
        private float[] middle;
        private double longest;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Scene run(Nothing in, Memory memory, Frame frame) {
        Sculpture now = frame.library().sculpture(model);
        Scene scene = memory.scene.clear();
        // While it is read, there is what was there before.
        if (now == null) now = memory.of;
        if (now == null) return scene;
        if (now != memory.of) measure(now, memory);
        Sculpture.Animation first = animation(now, animation);
        Sculpture.Animation second = animation(now, other);
        if (now.missing() > 0)
            frame.trouble("shows its model without " + pictures(now.missing())
                    + " that could not be read: bring it anew as a ZIP, with its pictures as PNG or JPEG");
        laid(memory);
        for (int m = 0; m < moments; m++) {
            double apart = (double) m / moments;
            memory.pose.lay(now, first, at(first, apart, frame), second, at(second, apart, frame), mix);
            stand(now, m, memory, scene, frame);
        }
        return scene;
    }

    private static String pictures(int n) {
        return n == 1 ? "a picture" : n + " pictures";
    }

    private static void stand(Sculpture now, int moment, Memory memory, Scene scene, Frame frame) {
        int parts = now.parts().size();
        for (int i = 0; i < parts; i++) {
            while (memory.moved.size() <= moment * parts + i) memory.moved.add(new Moved());
            Sculpture.Part part = now.parts().get(i);
            Shape shape = memory.moved.get(moment * parts + i).at(now, part, memory.pose, frame.crew());
            Thing thing = scene.add(shape);
            thing.variant = moment;
            // What hangs on joints lies in the model itself, whatever its own node says.
            if (part.skin() >= 0) System.arraycopy(memory.laid, 0, thing.move, 0, Matrix.SIZE);
            else Matrix.times(memory.laid, 0, memory.pose.whole, part.node() * Matrix.SIZE, thing.move, 0);
            if (part.stuff() >= 0) paint(now, now.stuffs().get(part.stuff()), thing.material);
        }
    }

    private static Sculpture.Animation animation(Sculpture model, int number) {
        return number < 1 || number > model.animations().size()
                ? null
                : model.animations().get(number - 1);
    }

    /** Seconds in an animation now: it begins again where it ends. */
    private double at(Sculpture.Animation animation, double apart, Frame frame) {
        if (animation == null || animation.seconds() <= 0) return 0;
        double through = frame.time() * speed / animation.seconds() + place + apart;
        return (through - Math.floor(through)) * animation.seconds();
    }

    private void laid(Memory memory) {
        float[] m = memory.laid;
        Matrix.unit(m);
        if (asItIs || !(memory.longest > 0)) return;
        float scale = (float) (fit / memory.longest);
        for (int k = 0; k < 3; k++) {
            m[5 * k] = scale;
            m[4 * k + 3] = -scale * memory.middle[k];
        }
    }

    /** How large the model is at rest, and where its middle lies. */
    private static void measure(Sculpture model, Memory memory) {
        memory.of = model;
        memory.pose.lay(model, null, 0, null, 0, 0);
        float[] low = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
        float[] high = {-Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE};
        for (Sculpture.Part part : model.parts()) {
            Shape shape = new Moved().at(model, part, memory.pose, ALONE);
            for (int i = 0; i < shape.corners(); i++) {
                for (int r = 0; r < 3; r++) {
                    float p = r == 0 ? shape.x()[i] : r == 1 ? shape.y()[i] : shape.z()[i];
                    if (part.skin() < 0) {
                        int m = part.node() * Matrix.SIZE + 4 * r;
                        float[] w = memory.pose.whole;
                        p = w[m] * shape.x()[i] + w[m + 1] * shape.y()[i] + w[m + 2] * shape.z()[i] + w[m + 3];
                    }
                    low[r] = Math.min(low[r], p);
                    high[r] = Math.max(high[r], p);
                }
            }
        }
        memory.middle = new float[3];
        memory.longest = 0;
        for (int r = 0; r < 3; r++) {
            if (!(high[r] >= low[r])) continue;
            memory.middle[r] = (low[r] + high[r]) / 2;
            memory.longest = Math.max(memory.longest, high[r] - low[r]);
        }
    }

    private static final gloaming.flow.Crew ALONE = new gloaming.flow.Crew(1);

    /** So much light goes through what is glass, and so far that bends what is behind it. */
    private static final float CLEAR_ENOUGH = 0.25f;

    private static final float BEND = 0.08f;

    private static void paint(Sculpture model, Sculpture.Stuff stuff, Matter m) {
        float[] c = stuff.colours();
        m.model = stuff.unlit()
                ? Matter.Model.UNLIT
                : stuff.through() >= CLEAR_ENOUGH ? Matter.Model.GLASS : Matter.Model.LIT;
        m.bend = BEND * stuff.through();
        m.red = c[0];
        m.green = c[1];
        m.blue = c[2];
        m.cover = stuff.clear() ? c[3] : 1;
        m.glowRed = c[4];
        m.glowGreen = c[5];
        m.glowBlue = c[6];
        m.roughness = stuff.roughness();
        m.metal = stuff.metallic();
        m.coat = stuff.coat();
        m.coatRoughness = stuff.coatRoughness();
        m.coatApart = true;
        m.bothSides = stuff.bothSides();
        m.holes = stuff.clear();
        for (Sculpture.Laid laid : stuff.laid())
            m.lay(laid.tells(), model.pictures().get(laid.picture()), laid.how());
        m.shut = stuff.shut();
        m.repeats = true;
    }
}
