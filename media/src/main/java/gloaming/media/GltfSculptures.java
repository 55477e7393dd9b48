package gloaming.media;

import de.javagl.jgltf.model.AccessorModel;
import de.javagl.jgltf.model.AnimationModel;
import de.javagl.jgltf.model.GltfModel;
import de.javagl.jgltf.model.MeshModel;
import de.javagl.jgltf.model.MeshPrimitiveModel;
import de.javagl.jgltf.model.NodeModel;
import de.javagl.jgltf.model.SceneModel;
import de.javagl.jgltf.model.SkinModel;
import de.javagl.jgltf.model.v2.MaterialModelV2;
import gloaming.flow.Shape;
import gloaming.library.Sculpture;
import java.io.IOException;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** glTF 2.0 whole: nodes, skins, targets, animations, and stuffs with the pictures that lie in the file itself. */
final class GltfSculptures {
    private static final int DEEPEST = 64;
    private static final int TRIANGLES = 4;

    private final String name;
    private final Map<NodeModel, Integer> nodes = new IdentityHashMap<>();
    private final List<NodeModel> inOrder = new ArrayList<>();
    private final List<Integer> parents = new ArrayList<>();
    private final Map<SkinModel, Integer> skinOf = new IdentityHashMap<>();
    private final List<Sculpture.Skin> skins = new ArrayList<>();
    private final List<Sculpture.Part> parts = new ArrayList<>();
    private final GltfStuffs stuffs;
    private final List<float[]> weights = new ArrayList<>();
    private int triangles;
    private int numbers;

    private GltfSculptures(String name, GltfStuffs stuffs) {
        this.name = name;
        this.stuffs = stuffs;
    }

    static Sculpture read(ModelFolder folder, String name) throws IOException, Unreadable {
        GltfNumbers.Loaded loaded = GltfNumbers.model(folder);
        return new GltfSculptures(name, new GltfStuffs(loaded)).made(loaded.model());
    }

    private Sculpture made(GltfModel model) throws Unreadable {
        List<SceneModel> scenes = model.getSceneModels();
        List<NodeModel> roots =
                scenes.isEmpty() ? model.getNodeModels() : scenes.getFirst().getNodeModels();
        for (NodeModel node : roots) node(node, -1, 0);
        // A joint may stand outside the scene that is shown.
        for (SkinModel skin : model.getSkinModels())
            for (NodeModel joint : skin.getJoints()) if (!nodes.containsKey(joint)) node(joint, -1, 0);
        float[] rest = new float[inOrder.size() * Sculpture.REST];
        for (int i = 0; i < inOrder.size(); i++) GltfRest.write(inOrder.get(i), rest, i * Sculpture.REST);
        for (int i = 0; i < inOrder.size(); i++) {
            NodeModel node = inOrder.get(i);
            weights.add(weights(node));
            for (MeshModel mesh : node.getMeshModels())
                for (MeshPrimitiveModel part : mesh.getMeshPrimitiveModels())
                    if (part.getMode() == TRIANGLES) part(part, i, node.getSkinModel());
        }
        List<Sculpture.Animation> animations = new ArrayList<>();
        for (AnimationModel animation : model.getAnimationModels()) animations.add(animation(animation));
        return new Sculpture(
                parents.stream().mapToInt(i -> i).toArray(),
                rest,
                weights.toArray(float[][]::new),
                parts,
                skins,
                animations,
                stuffs.all(),
                stuffs.pictures(),
                stuffs.missing());
    }

    private void node(NodeModel node, int parent, int depth) throws Unreadable {
        if (depth > DEEPEST || inOrder.size() >= Sculpture.NODES || nodes.containsKey(node))
            throw new Unreadable("'" + name + "' has nodes that hold each other in a circle, or too many of them.");
        int own = inOrder.size();
        nodes.put(node, own);
        inOrder.add(node);
        parents.add(parent);
        for (NodeModel child : node.getChildren()) node(child, own, depth + 1);
    }

    private static float[] weights(NodeModel node) {
        int targets = 0;
        float[] given = node.getWeights();
        for (MeshModel mesh : node.getMeshModels()) {
            if (given == null) given = mesh.getWeights();
            for (MeshPrimitiveModel part : mesh.getMeshPrimitiveModels())
                targets = Math.max(targets, part.getTargets().size());
        }
        float[] weights = new float[targets];
        if (given != null) System.arraycopy(given, 0, weights, 0, Math.min(targets, given.length));
        return weights;
    }

    private void count(long more) {
        if (numbers + more > Sculpture.KEYS) throw new IllegalArgumentException("too many numbers");
        numbers += (int) more;
    }

    private void part(MeshPrimitiveModel part, int node, SkinModel skin) {
        Map<String, AccessorModel> attributes = part.getAttributes();
        AccessorModel places = attributes.get("POSITION");
        if (places == null) return;
        AccessorModel normals = attributes.get("NORMAL");
        MaterialModelV2 material = part.getMaterialModel() instanceof MaterialModelV2 two ? two : null;
        AccessorModel textures = attributes.get("TEXCOORD_0");
        AccessorModel colours = attributes.get("COLOR_0");
        Shape shape = new Shape();
        if (colours != null) shape.colours();
        int n = places.getCount();
        for (int i = 0; i < n; i++) {
            float u = textures == null ? 0 : GltfNumbers.value(textures, i, 0);
            float v = textures == null ? 1 : GltfNumbers.value(textures, i, 1);
            int c = shape.corner(
                    GltfNumbers.value(places, i, 0),
                    GltfNumbers.value(places, i, 1),
                    GltfNumbers.value(places, i, 2),
                    normals == null ? 0 : GltfNumbers.value(normals, i, 0),
                    normals == null ? 1 : GltfNumbers.value(normals, i, 1),
                    normals == null ? 0 : GltfNumbers.value(normals, i, 2),
                    u,
                    1 - v);
            if (colours == null) continue;
            shape.red()[c] = GltfNumbers.value(colours, i, 0);
            shape.green()[c] = GltfNumbers.value(colours, i, 1);
            shape.blue()[c] = GltfNumbers.value(colours, i, 2);
        }
        GltfNumbers.named(part, shape, 0);
        AccessorModel indices = part.getIndices();
        int count = indices == null ? n : indices.getCount();
        for (int t = 0; t + 2 < count; t += 3)
            shape.triangle(
                    GltfNumbers.index(indices, t, shape),
                    GltfNumbers.index(indices, t + 1, shape),
                    GltfNumbers.index(indices, t + 2, shape));
        triangles += shape.triangles();
        if (triangles > Shape.MOST) throw new IllegalArgumentException("too many triangles");
        if (normals == null) shape.smooth();
        float[][] targets = targets(part, n);
        AccessorModel joints = attributes.get("JOINTS_0");
        AccessorModel shares = attributes.get("WEIGHTS_0");
        boolean skinned = skin != null && joints != null && shares != null;
        parts.add(new Sculpture.Part(
                node,
                shape.done(),
                material == null ? -1 : stuffs.of(material),
                skinned ? skin(skin) : -1,
                skinned ? joints(joints, n, skin.getJoints().size()) : null,
                skinned ? shares(shares, n) : null,
                targets));
    }

    private float[][] targets(MeshPrimitiveModel part, int n) {
        List<float[]> all = new ArrayList<>();
        for (Map<String, AccessorModel> target : part.getTargets()) {
            AccessorModel moved = target.get("POSITION");
            count(3L * n);
            float[] places = new float[3 * n];
            if (moved != null) {
                float[] given = GltfNumbers.all(moved, 3, Sculpture.KEYS);
                System.arraycopy(given, 0, places, 0, Math.min(places.length, given.length));
            }
            all.add(places);
        }
        return all.toArray(float[][]::new);
    }

    private int[] joints(AccessorModel joints, int n, int most) {
        count(8L * n);
        int[] all = new int[4 * n];
        for (int i = 0; i < all.length && i / 4 < joints.getCount(); i++) {
            all[i] = GltfNumbers.whole(joints.getAccessorData(), i);
            if (all[i] < 0 || all[i] >= most) throw new IllegalArgumentException("a joint that is not there");
        }
        return all;
    }

    private float[] shares(AccessorModel shares, int n) {
        float[] all = new float[4 * n];
        for (int i = 0; i < all.length && i / 4 < shares.getCount(); i++)
            all[i] = GltfNumbers.value(shares, i / 4, i % 4);
        return all;
    }

    private int skin(SkinModel skin) {
        Integer known = skinOf.get(skin);
        if (known != null) return known;
        int n = skin.getJoints().size();
        if (n > Sculpture.JOINTS) throw new IllegalArgumentException("too many joints");
        int[] joints = new int[n];
        float[] inverse = new float[12 * n];
        AccessorModel given = skin.getInverseBindMatrices();
        for (int j = 0; j < n; j++) {
            joints[j] = nodes.get(skin.getJoints().get(j));
            // By columns there, by rows here.
            for (int r = 0; r < 3; r++)
                for (int c = 0; c < 4; c++)
                    inverse[12 * j + 4 * r + c] =
                            given == null ? (r == c ? 1 : 0) : GltfNumbers.value(given, j, 4 * c + r);
        }
        skins.add(new Sculpture.Skin(joints, inverse));
        skinOf.put(skin, skins.size() - 1);
        return skins.size() - 1;
    }

    private Sculpture.Animation animation(AnimationModel model) {
        List<Sculpture.Track> tracks = new ArrayList<>();
        float seconds = 0;
        for (AnimationModel.Channel channel : model.getChannels()) {
            Integer node = nodes.get(channel.getNodeModel());
            Sculpture.What what = what(channel.getPath());
            if (node == null || what == null) continue;
            AnimationModel.Sampler sampler = channel.getSampler();
            float[] times = GltfNumbers.all(sampler.getInput(), 1, Sculpture.KEYS);
            int size = what == Sculpture.What.WEIGHTS ? 1 : what == Sculpture.What.TURN ? 4 : 3;
            float[] values = GltfNumbers.all(sampler.getOutput(), size, Sculpture.KEYS);
            count((long) times.length + values.length);
            for (float t : times) if (t > seconds && t < 1e6f) seconds = t;
            tracks.add(new Sculpture.Track(node, what, way(sampler.getInterpolation()), times, values));
        }
        String called = model.getName();
        return new Sculpture.Animation(called == null ? "" : called, seconds, tracks);
    }

    private static Sculpture.What what(String path) {
        return switch (path) {
            case "translation" -> Sculpture.What.PLACE;
            case "rotation" -> Sculpture.What.TURN;
            case "scale" -> Sculpture.What.SIZE;
            case "weights" -> Sculpture.What.WEIGHTS;
            default -> null;
        };
    }

    private static Sculpture.Way way(AnimationModel.Interpolation way) {
        return switch (way) {
            case STEP -> Sculpture.Way.STEP;
            case CUBICSPLINE -> Sculpture.Way.SMOOTH;
            default -> Sculpture.Way.LINEAR;
        };
    }
}
