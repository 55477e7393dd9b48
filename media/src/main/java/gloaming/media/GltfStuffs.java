package gloaming.media;

import de.javagl.jgltf.impl.v2.Material;
import de.javagl.jgltf.impl.v2.TextureInfo;
import de.javagl.jgltf.model.ImageModel;
import de.javagl.jgltf.model.TextureModel;
import de.javagl.jgltf.model.v2.MaterialModelV2;
import gloaming.flow.Picture;
import gloaming.library.Sculpture;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** What the parts of a glTF are made of, and where pictures lie on them. */
final class GltfStuffs {
    private final Map<MaterialModelV2, Integer> known = new IdentityHashMap<>();
    private final List<Sculpture.Stuff> stuffs = new ArrayList<>();
    private final ModelPictures pictures = new ModelPictures();
    private final GltfNumbers.Loaded from;

    GltfStuffs(GltfNumbers.Loaded from) {
        this.from = from;
    }

    List<Sculpture.Stuff> all() {
        return stuffs;
    }

    List<Picture> pictures() {
        return pictures.all();
    }

    int of(MaterialModelV2 m) {
        Integer at = known.get(m);
        if (at != null) return at;
        float[] base = m.getBaseColorFactor();
        float[] glow = m.getEmissiveFactor();
        float strength = number(m, "KHR_materials_emissive_strength", "emissiveStrength", 1, 1_000);
        boolean clear = m.getAlphaMode() != MaterialModelV2.AlphaMode.OPAQUE;
        boolean unlit = extension(m, "KHR_materials_unlit") != null;
        stuffs.add(new Sculpture.Stuff(
                new float[] {
                    base[0], base[1], base[2], base[3], glow[0] * strength, glow[1] * strength, glow[2] * strength
                },
                Math.clamp(m.getRoughnessFactor(), 0f, 1f),
                Math.clamp(m.getMetallicFactor(), 0f, 1f),
                picture(m.getBaseColorTexture(), true, -1),
                picture(m.getMetallicRoughnessTexture(), false, 1),
                picture(m.getMetallicRoughnessTexture(), false, 0),
                picture(m.getNormalTexture(), false, -1),
                picture(m.getEmissiveTexture(), true, -1),
                picture(m.getOcclusionTexture(), false, 2),
                unlit,
                m.isDoubleSided(),
                clear,
                number(m, "KHR_materials_transmission", "transmissionFactor", 0, 1),
                Math.clamp(m.getOcclusionStrength(), 0f, 1f),
                number(m, "KHR_materials_clearcoat", "clearcoatFactor", 0, 1),
                number(m, "KHR_materials_clearcoat", "clearcoatRoughnessFactor", 0, 1)));
        known.put(m, stuffs.size() - 1);
        return stuffs.size() - 1;
    }

    private static Object extension(MaterialModelV2 m, String name) {
        return m.getExtensions() == null ? null : m.getExtensions().get(name);
    }

    private static float number(MaterialModelV2 m, String extension, String name, float otherwise, float most) {
        return extension(m, extension) instanceof Map<?, ?> map && map.get(name) instanceof Number n
                ? Math.clamp(n.floatValue(), 0f, most)
                : otherwise;
    }

    /**
     * How a material lays its pictures: which of a part's sets of texture places it takes, and six numbers that move them, two rows of three
     * (KHR_texture_transform); what its first picture says holds for all of them.
     */
    record Laying(int set, float[] move) {
        static final Laying PLAIN = new Laying(0, new float[] {1, 0, 0, 0, 1, 0});

        float u(float u, float v) {
            return move[0] * u + move[1] * v + move[2];
        }

        float v(float u, float v) {
            return move[3] * u + move[4] * v + move[5];
        }
    }

    Laying laying(MaterialModelV2 m) {
        int at = from.model().getMaterialModels().indexOf(m);
        List<Material> materials = from.raw() == null ? null : from.raw().getMaterials();
        if (materials == null || at < 0 || at >= materials.size()) return Laying.PLAIN;
        Material material = materials.get(at);
        var rough = material.getPbrMetallicRoughness();
        TextureInfo first = rough == null ? null : rough.getBaseColorTexture();
        if (first == null && rough != null) first = rough.getMetallicRoughnessTexture();
        if (first == null) first = material.getEmissiveTexture();
        if (first == null) return Laying.PLAIN;
        int set = first.getTexCoord() == null ? 0 : first.getTexCoord();
        Object told =
                first.getExtensions() == null ? null : first.getExtensions().get("KHR_texture_transform");
        if (!(told instanceof Map<?, ?> map)) return new Laying(set, Laying.PLAIN.move);
        if (map.get("texCoord") instanceof Number n) set = n.intValue();
        double turn = map.get("rotation") instanceof Number n ? n.doubleValue() : 0;
        float c = (float) Math.cos(turn);
        float s = (float) Math.sin(turn);
        float[] size = pair(map.get("scale"), 1);
        float[] off = pair(map.get("offset"), 0);
        // Turned the way of the clock's hands where v goes down, as the extension has it.
        return new Laying(set, new float[] {c * size[0], s * size[1], off[0], -s * size[0], c * size[1], off[1]});
    }

    private static float[] pair(Object told, float otherwise) {
        float[] pair = {otherwise, otherwise};
        if (!(told instanceof List<?> list)) return pair;
        for (int i = 0; i < 2 && i < list.size(); i++)
            if (list.get(i) instanceof Number n && Math.abs(n.floatValue()) < 1e6f) pair[i] = n.floatValue();
        return pair;
    }

    /**
     * The place of a picture, or -1 where there is none that can be read.
     *
     * @param light whether its numbers are colours on a screen and not measures
     * @param channel which of blue, green and red is to be all three, or -1 for the picture as it is
     */
    private int picture(TextureModel texture, boolean light, int channel) {
        if (texture == null || texture.getImageModel() == null) return -1;
        ImageModel model = texture.getImageModel();
        return pictures.place(model, () -> bytes(model), light, channel);
    }

    private static byte[] bytes(ImageModel model) {
        ByteBuffer data = model.getImageData();
        if (data == null) return null;
        byte[] bytes = new byte[data.remaining()];
        data.slice().get(bytes);
        return bytes;
    }
}
