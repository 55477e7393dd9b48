package gloaming.scene.stand;

import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** All things of a scene as one shape, where they stand and in their colours, to be bent, broken, or covered with points: a model that moves, too. */
@Id("shape-from-scene")
@StepInfo(
        name = "Shape from scene",
        does = "Makes one shape of all that stands in a scene, as it stands and moves.",
        find = "scene to shape flatten merge bake collapse animated model mesh surface convert",
        notice = "All that stands in the scene, as one shape again.",
        example = "block > twist-shape > *")
public record ShapeFromScene() implements Operation<Scene, Shape, ShapeFromScene.Memory> {

    /** The shape, and of what it was made. */
    public static final class Memory {
        private final Shape shape = new Shape();
        private final float[] whole = new float[Matrix.SIZE];
        private final float[] normal = new float[9];
        private long of;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Shape run(Scene in, Memory memory, Frame frame) {
        long of = of(in);
        if (of == memory.of) return memory.shape;
        memory.of = 0;
        Shape out = memory.shape.clear().colours();
        for (int i = 0; i < in.things(); i++) {
            Thing thing = in.thing(i);
            for (int c = 0; c < thing.count(); c++) {
                int first = out.corners();
                int before = out.triangles();
                out.append(thing.shape);
                Matrix.times(thing.move, 0, thing.copiesAt(), c * Thing.FLOATS, memory.whole, 0);
                if (cofactors(memory.whole, memory.normal) < 0) out.turnOver(before);
                move(out, first, thing, thing.copiesAt(), c * Thing.FLOATS + Matrix.SIZE, memory, frame);
            }
        }
        out.done();
        memory.of = of;
        return out;
    }

    private static void move(Shape out, int first, Thing thing, float[] at, int colour, Memory memory, Frame frame) {
        float[] m = memory.whole;
        float[] n = memory.normal;
        float red = thing.material.red * at[colour];
        float green = thing.material.green * at[colour + 1];
        float blue = thing.material.blue * at[colour + 2];
        frame.crew().each(out.corners() - first, Points.GRAIN, (from, to) -> {
            for (int i = first + from; i < first + to; i++) {
                float x = out.x()[i];
                float y = out.y()[i];
                float z = out.z()[i];
                out.x()[i] = m[0] * x + m[1] * y + m[2] * z + m[3];
                out.y()[i] = m[4] * x + m[5] * y + m[6] * z + m[7];
                out.z()[i] = m[8] * x + m[9] * y + m[10] * z + m[11];
                x = out.nx()[i];
                y = out.ny()[i];
                z = out.nz()[i];
                float nx = n[0] * x + n[1] * y + n[2] * z;
                float ny = n[3] * x + n[4] * y + n[5] * z;
                float nz = n[6] * x + n[7] * y + n[8] * z;
                float over = 1 / Math.max(1e-20f, (float) Math.sqrt(nx * nx + ny * ny + nz * nz));
                out.nx()[i] = nx * over;
                out.ny()[i] = ny * over;
                out.nz()[i] = nz * over;
                out.red()[i] *= red;
                out.green()[i] *= green;
                out.blue()[i] *= blue;
            }
        });
    }

    /** What takes normals along, and the determinant: below 0 where the matrix mirrors. */
    private static float cofactors(float[] m, float[] to) {
        float determinant = 0;
        for (int r = 0; r < 3; r++) {
            int a = 4 * ((r + 1) % 3);
            int b = 4 * ((r + 2) % 3);
            for (int c = 0; c < 3; c++) {
                int d = (c + 1) % 3;
                int e = (c + 2) % 3;
                to[3 * r + c] = m[a + d] * m[b + e] - m[a + e] * m[b + d];
            }
            determinant += r == 0 ? m[0] * to[0] + m[1] * to[1] + m[2] * to[2] : 0;
        }
        if (determinant < 0) for (int k = 0; k < 9; k++) to[k] = -to[k];
        return determinant;
    }

    /** The same number as long as everything stands as it does; never 0. */
    private static long of(Scene in) {
        long of = 1 + in.things();
        for (int i = 0; i < in.things(); i++) {
            Thing thing = in.thing(i);
            of = of * 31 + thing.shape.stamp();
            of = of * 31 + thing.stamp;
            of = of * 31 + thing.count();
            for (float f : thing.move) of = of * 31 + Float.floatToIntBits(f);
            of = of * 31 + Float.floatToIntBits(thing.material.red);
            of = of * 31 + Float.floatToIntBits(thing.material.green);
            of = of * 31 + Float.floatToIntBits(thing.material.blue);
        }
        return of == 0 ? 1 : of;
    }
}
