package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.Arrays;

/**
 * What a camera knows of each pixel beside its light, of the nearest solid thing in it: how near it is, which way it faces, how it moves and
 * which thing it is. Fields that are not null are written, from the same triangles as the picture.
 */
public final class Measured {
    /** Red, green and blue are the nearness: 1 at {@link #distance} units from the camera, 2 at half of them, 0 far away. */
    public Picture nearness;
    /** Red to the right, green up, blue to the camera, of length 1. */
    public Picture normals;
    /** Red to the right and green up, in units of the picture a second. */
    public Picture movement;
    /** Red, green and blue are the number of the thing, from 1. */
    public Picture things;

    /** Where nearness is 1. */
    public double distance = 1;
    /** Seconds since the frame before; 0 where time stands still. */
    public double dt;

    private final ThreadLocal<Face> faces = ThreadLocal.withInitial(Face::new);
    private final View was = new View();
    /** How each thing lay in the frame before, and its copies. */
    private float[] moves = new float[16 * Matrix.SIZE];

    private float[][] copies = new float[16][];
    private int[] counts = new int[16];
    private int known = -1;

    void write(Renderer renderer, float[] near, int[] numbers, Draughts solid, Crew crew) {
        if (nearness == null && normals == null && movement == null && things == null) return;
        Picture any = nearness != null ? nearness : normals != null ? normals : movement != null ? movement : things;
        crew.each(any.height, 8, (from, to) -> {
            Face face = faces.get();
            face.forget();
            for (int y = from; y < to; y++) row(renderer, near, numbers, solid, face, y, any.width);
            face.forget();
        });
        if (movement != null) remember(renderer);
        else known = -1;
    }

    /** Lets go of all pictures. */
    public void forget() {
        nearness = normals = movement = things = null;
    }

    private void row(Renderer renderer, float[] near, int[] numbers, Draughts solid, Face face, int y, int width) {
        View view = renderer.view;
        int samples = renderer.samples;
        for (int x = 0; x < width; x++) {
            int at = y * width + x;
            int best = samples * (y * view.width + x);
            if (samples == 2) {
                int i = best;
                if (near[i + 1] > near[best]) best = i + 1;
                if (near[i + view.width] > near[best]) best = i + view.width;
                if (near[i + view.width + 1] > near[best]) best = i + view.width + 1;
            }
            if (near[best] == 0) {
                put(nearness, at, 0, 0, 0, 0);
                put(normals, at, 0, 0, 0, 0);
                put(movement, at, 0, 0, 0, 1);
                put(things, at, 0, 0, 0, 0);
                continue;
            }
            Batch batch = solid.batch(numbers[best] >>> Batch.BITS);
            if (nearness != null) {
                float n = (float) (distance / view.depth(near[best]));
                put(nearness, at, n, n, n, 1);
            }
            put(things, at, batch.thing + 1, batch.thing + 1, batch.thing + 1, 1);
            if (normals == null && movement == null) continue;
            int local = numbers[best] & Batch.MOST - 1;
            Thing thing = renderer.scene.thing(batch.thing);
            face.take(thing, batch.thing, batch.copy[local], batch.triangle[local], view);
            double px = best % view.width + 0.5;
            double py = best / view.width + 0.5;
            face.at(px, py);
            if (normals != null) normal(face, view, at);
            if (movement != null) move(face, renderer, batch.thing, batch.copy[local], px, py, at);
        }
    }

    private void normal(Face face, View view, int at) {
        float x = (float) face.normal(0);
        float y = (float) face.normal(1);
        float z = (float) face.normal(2);
        float over = 1 / Math.max(1e-12f, (float) Math.sqrt(x * x + y * y + z * z));
        float right = over * (x * view.right[0] + y * view.right[1] + z * view.right[2]);
        float up = over * (x * view.up[0] + y * view.up[1] + z * view.up[2]);
        float back = over * (x * view.back[0] + y * view.back[1] + z * view.back[2]);
        float side = back < 0 ? -1 : 1;
        put(normals, at, side * right, side * up, side * back, 1);
    }

    /** Where this place of its thing was seen in the frame before, by how the thing lay and where the camera stood. */
    private void move(Face face, Renderer renderer, int thing, int copy, double px, double py, int at) {
        float right = 0;
        float up = 0;
        if (known > thing && copy < counts[thing] && dt > 0 && was.width == renderer.view.width) {
            float[] own = copies[thing];
            int from = copy * Thing.FLOATS;
            double[] p = face.scratch;
            for (int r = 0; r < 3; r++) {
                p[r] = own[from + 4 * r + 3];
                for (int k = 0; k < 3; k++) p[r] += own[from + 4 * r + k] * face.local(k);
            }
            int m = thing * Matrix.SIZE;
            double x = moves[m] * p[0] + moves[m + 1] * p[1] + moves[m + 2] * p[2] + moves[m + 3];
            double y = moves[m + 4] * p[0] + moves[m + 5] * p[1] + moves[m + 6] * p[2] + moves[m + 7];
            double z = moves[m + 8] * p[0] + moves[m + 9] * p[1] + moves[m + 10] * p[2] + moves[m + 11];
            float[] v = was.m;
            double depth = was.parallel ? 1 : v[8] * x + v[9] * y + v[10] * z + v[11];
            if (depth > was.near) {
                double k = 2 / (renderer.view.height * dt);
                right = (float) (k * (px - (v[0] * x + v[1] * y + v[2] * z + v[3]) / depth));
                up = (float) (k * (py - (v[4] * x + v[5] * y + v[6] * z + v[7]) / depth));
            }
        }
        put(movement, at, right, up, 0, 1);
    }

    private void remember(Renderer renderer) {
        Scene scene = renderer.scene;
        was.copyFrom(renderer.view);
        int n = scene.things();
        if (counts.length < n) {
            int room = Math.min(Scene.THINGS, 2 * n);
            counts = Arrays.copyOf(counts, room);
            copies = Arrays.copyOf(copies, room);
            moves = Arrays.copyOf(moves, room * Matrix.SIZE);
        }
        for (int i = 0; i < n; i++) {
            Thing thing = scene.thing(i);
            System.arraycopy(thing.move, 0, moves, i * Matrix.SIZE, Matrix.SIZE);
            int floats = thing.count() * Thing.FLOATS;
            if (copies[i] == null || copies[i].length < floats) copies[i] = new float[floats + floats / 2];
            System.arraycopy(thing.copiesAt(), 0, copies[i], 0, floats);
            counts[i] = thing.count();
        }
        known = n;
    }

    private static void put(Picture to, int at, float r, float g, float b, float a) {
        if (to == null) return;
        to.r()[at] = r;
        to.g()[at] = g;
        to.b()[at] = b;
        to.a()[at] = a;
    }
}
