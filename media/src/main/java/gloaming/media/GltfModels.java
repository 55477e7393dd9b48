package gloaming.media;

import de.javagl.jgltf.model.AccessorModel;
import de.javagl.jgltf.model.GltfModel;
import de.javagl.jgltf.model.MeshModel;
import de.javagl.jgltf.model.MeshPrimitiveModel;
import de.javagl.jgltf.model.NodeModel;
import de.javagl.jgltf.model.SceneModel;
import de.javagl.jgltf.model.v2.MaterialModelV2;
import gloaming.flow.Shape;
import java.io.IOException;
import java.util.List;

/** glTF 2.0: all triangles of its scene where its nodes put them, in the base colours of their materials. */
final class GltfModels {
    private static final int DEEPEST = 64;
    private static final int NODES = 20_000;
    private static final int TRIANGLES = 4;

    private final Shape out = new Shape().colours();
    private final String name;
    private int nodes;

    private GltfModels(String name) {
        this.name = name;
    }

    static Shape read(ModelFolder folder, String name) throws IOException, Unreadable {
        GltfModel model = GltfNumbers.model(folder).model();
        GltfModels made = new GltfModels(name);
        List<SceneModel> scenes = model.getSceneModels();
        List<NodeModel> roots =
                scenes.isEmpty() ? model.getNodeModels() : scenes.getFirst().getNodeModels();
        for (NodeModel node : roots) made.node(node, AS_IT_IS, 0);
        return made.out;
    }

    /** The library's own way up through the parents never ends where they go in a circle; so the matrix is handed down. */
    private void node(NodeModel node, float[] parent, int depth) throws Unreadable {
        if (depth > DEEPEST || ++nodes > NODES)
            throw new Unreadable("'" + name + "' has nodes that hold each other in a circle, or too many of them.");
        float[] m = times(parent, node.computeLocalTransform(null));
        for (MeshModel mesh : node.getMeshModels())
            for (MeshPrimitiveModel part : mesh.getMeshPrimitiveModels()) if (part.getMode() == TRIANGLES) add(part, m);
        for (NodeModel child : node.getChildren()) node(child, m, depth + 1);
    }

    private static final float[] AS_IT_IS = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1};

    /** One matrix after another, column by column. */
    private static float[] times(float[] a, float[] b) {
        float[] m = new float[16];
        for (int c = 0; c < 4; c++)
            for (int r = 0; r < 4; r++) for (int k = 0; k < 4; k++) m[4 * c + r] += a[4 * k + r] * b[4 * c + k];
        return m;
    }

    private void add(MeshPrimitiveModel part, float[] m) {
        AccessorModel places = part.getAttributes().get("POSITION");
        if (places == null) return;
        AccessorModel normals = part.getAttributes().get("NORMAL");
        AccessorModel textures = part.getAttributes().get("TEXCOORD_0");
        AccessorModel colours = part.getAttributes().get("COLOR_0");
        float[] base = part.getMaterialModel() instanceof MaterialModelV2 material
                ? material.getBaseColorFactor()
                : new float[] {1, 1, 1, 1};
        int first = out.corners();
        Shape own = new Shape();
        for (int i = 0; i < places.getCount(); i++) {
            float x = GltfNumbers.value(places, i, 0);
            float y = GltfNumbers.value(places, i, 1);
            float z = GltfNumbers.value(places, i, 2);
            float nx = normals == null ? 0 : GltfNumbers.value(normals, i, 0);
            float ny = normals == null ? 0 : GltfNumbers.value(normals, i, 1);
            float nz = normals == null ? 0 : GltfNumbers.value(normals, i, 2);
            own.corner(
                    x,
                    y,
                    z,
                    nx,
                    ny,
                    nz,
                    textures == null ? 0 : GltfNumbers.value(textures, i, 0),
                    textures == null ? 0 : 1 - GltfNumbers.value(textures, i, 1));
        }
        AccessorModel indices = part.getIndices();
        int count = indices == null ? own.corners() : indices.getCount();
        for (int t = 0; t + 2 < count; t += 3)
            own.triangle(
                    GltfNumbers.index(indices, t, own),
                    GltfNumbers.index(indices, t + 1, own),
                    GltfNumbers.index(indices, t + 2, own));
        if (normals == null) own.smooth();
        boolean mirrored = determinant(m) < 0;
        for (int i = 0; i < own.corners(); i++) {
            int c = corner(own, i, m);
            out.red()[c] = base[0] * (colours == null ? 1 : GltfNumbers.value(colours, i, 0));
            out.green()[c] = base[1] * (colours == null ? 1 : GltfNumbers.value(colours, i, 1));
            out.blue()[c] = base[2] * (colours == null ? 1 : GltfNumbers.value(colours, i, 2));
        }
        GltfNumbers.named(part, out, first);
        for (int t = 0; t < own.triangles(); t++) {
            int a = own.of()[3 * t];
            int b = own.of()[3 * t + (mirrored ? 2 : 1)];
            int c = own.of()[3 * t + (mirrored ? 1 : 2)];
            out.triangle(first + a, first + b, first + c);
        }
    }

    /** Adds a corner where the node's matrix, given column by column, puts it; normals go by the cofactors. */
    private int corner(Shape own, int i, float[] m) {
        double x = own.x()[i];
        double y = own.y()[i];
        double z = own.z()[i];
        double nx = own.nx()[i];
        double ny = own.ny()[i];
        double nz = own.nz()[i];
        double sign = determinant(m) < 0 ? -1 : 1;
        double a = sign
                * ((m[5] * m[10] - m[9] * m[6]) * nx
                        + (m[6] * m[8] - m[4] * m[10]) * ny
                        + (m[4] * m[9] - m[5] * m[8]) * nz);
        double b = sign
                * ((m[2] * m[9] - m[1] * m[10]) * nx
                        + (m[0] * m[10] - m[2] * m[8]) * ny
                        + (m[1] * m[8] - m[0] * m[9]) * nz);
        double c = sign
                * ((m[1] * m[6] - m[2] * m[5]) * nx
                        + (m[2] * m[4] - m[0] * m[6]) * ny
                        + (m[0] * m[5] - m[1] * m[4]) * nz);
        double length = Math.max(1e-30, Math.sqrt(a * a + b * b + c * c));
        return out.corner(
                m[0] * x + m[4] * y + m[8] * z + m[12],
                m[1] * x + m[5] * y + m[9] * z + m[13],
                m[2] * x + m[6] * y + m[10] * z + m[14],
                a / length,
                b / length,
                c / length,
                own.u()[i],
                own.v()[i]);
    }

    private static double determinant(float[] m) {
        return m[0] * (m[5] * m[10] - m[9] * m[6])
                - m[4] * (m[1] * m[10] - m[9] * m[2])
                + m[8] * (m[1] * m[6] - m[5] * m[2]);
    }
}
