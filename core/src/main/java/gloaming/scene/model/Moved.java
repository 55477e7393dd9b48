package gloaming.scene.model;

import gloaming.flow.Crew;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.library.Sculpture;
import gloaming.scene.Matrix;

/** The corners of one part of a model where its targets and joints take them. */
final class Moved {
    final Shape shape = new Shape();
    private float[] bones = {};
    private Sculpture.Part of;

    /** Works it out; a part that has neither stays the shape that it is. */
    Shape at(Sculpture model, Sculpture.Part part, Pose pose, Crew crew) {
        boolean skinned = part.skin() >= 0;
        float[] weights = pose.weights(part.node());
        boolean morphs = part.targets().length > 0;
        if (!skinned && !morphs) return part.shape();
        Shape in = part.shape();
        if (of != part) shape.shareTriangles(in);
        of = part;
        if (skinned) bones(model.skins().get(part.skin()), pose);
        crew.each(in.corners(), Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) corner(part, weights, skinned, i);
        });
        // Normals that targets bend are found anew from the triangles.
        if (morphs) shape.smooth();
        return shape.done();
    }

    private void bones(Sculpture.Skin skin, Pose pose) {
        int n = skin.joints().length;
        if (bones.length < n * Matrix.SIZE) bones = new float[n * Matrix.SIZE];
        for (int j = 0; j < n; j++)
            Matrix.times(
                    pose.whole,
                    skin.joints()[j] * Matrix.SIZE,
                    skin.inverse(),
                    j * Matrix.SIZE,
                    bones,
                    j * Matrix.SIZE);
    }

    private void corner(Sculpture.Part part, float[] weights, boolean skinned, int i) {
        Shape in = part.shape();
        float x = in.x()[i];
        float y = in.y()[i];
        float z = in.z()[i];
        for (int t = 0; t < part.targets().length && t < weights.length; t++) {
            float w = weights[t];
            if (w == 0) continue;
            float[] target = part.targets()[t];
            x += w * target[3 * i];
            y += w * target[3 * i + 1];
            z += w * target[3 * i + 2];
        }
        float nx = in.nx()[i];
        float ny = in.ny()[i];
        float nz = in.nz()[i];
        if (!skinned) {
            set(i, x, y, z, nx, ny, nz);
            return;
        }
        float px = 0;
        float py = 0;
        float pz = 0;
        float mx = 0;
        float my = 0;
        float mz = 0;
        float all = 0;
        for (int k = 4 * i; k < 4 * i + 4; k++) {
            float w = part.shares()[k];
            if (w <= 0) continue;
            int b = part.joints()[k] * Matrix.SIZE;
            float[] m = bones;
            px += w * (m[b] * x + m[b + 1] * y + m[b + 2] * z + m[b + 3]);
            py += w * (m[b + 4] * x + m[b + 5] * y + m[b + 6] * z + m[b + 7]);
            pz += w * (m[b + 8] * x + m[b + 9] * y + m[b + 10] * z + m[b + 11]);
            mx += w * (m[b] * nx + m[b + 1] * ny + m[b + 2] * nz);
            my += w * (m[b + 4] * nx + m[b + 5] * ny + m[b + 6] * nz);
            mz += w * (m[b + 8] * nx + m[b + 9] * ny + m[b + 10] * nz);
            all += w;
        }
        if (all <= 0) {
            set(i, x, y, z, nx, ny, nz);
            return;
        }
        float length = Math.max(1e-12f, (float) Math.sqrt(mx * mx + my * my + mz * mz));
        set(i, px / all, py / all, pz / all, mx / length, my / length, mz / length);
    }

    private void set(int i, float x, float y, float z, float nx, float ny, float nz) {
        shape.x()[i] = x;
        shape.y()[i] = y;
        shape.z()[i] = z;
        shape.nx()[i] = nx;
        shape.ny()[i] = ny;
        shape.nz()[i] = nz;
    }
}
