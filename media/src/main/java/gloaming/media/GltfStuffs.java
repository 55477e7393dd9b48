package gloaming.media;

import de.javagl.jgltf.impl.v2.Material;
import de.javagl.jgltf.impl.v2.MaterialNormalTextureInfo;
import de.javagl.jgltf.impl.v2.MaterialOcclusionTextureInfo;
import de.javagl.jgltf.impl.v2.TextureInfo;
import de.javagl.jgltf.model.ImageModel;
import de.javagl.jgltf.model.TextureModel;
import de.javagl.jgltf.model.v2.MaterialModelV2;
import gloaming.flow.MapLaying;
import gloaming.flow.Picture;
import gloaming.flow.SurfaceMap;
import gloaming.library.Sculpture;
import gloaming.media.ModelPictures.Use;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** What the parts of a glTF are made of, and where pictures lie on them. */
final class GltfStuffs {
    private static final int BLUE = 0;
    private static final int GREEN = 1;
    private static final int RED = 2;

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

    int missing() {
        return pictures.missing();
    }

    int of(MaterialModelV2 m) {
        Integer at = known.get(m);
        if (at != null) return at;
        float[] base = m.getBaseColorFactor();
        float[] glow = m.getEmissiveFactor();
        float strength = number(m, "KHR_materials_emissive_strength", "emissiveStrength", 1, 1_000);
        boolean clear = m.getAlphaMode() != MaterialModelV2.AlphaMode.OPAQUE;
        float cover =
                m.getAlphaMode() != MaterialModelV2.AlphaMode.MASK ? base[3] : base[3] >= m.getAlphaCutoff() ? 1 : 0;
        boolean unlit = extension(m, "KHR_materials_unlit") != null;
        stuffs.add(new Sculpture.Stuff(
                new float[] {
                    base[0], base[1], base[2], cover, glow[0] * strength, glow[1] * strength, glow[2] * strength
                },
                Math.clamp(m.getRoughnessFactor(), 0f, 1f),
                Math.clamp(m.getMetallicFactor(), 0f, 1f),
                unlit,
                m.isDoubleSided(),
                clear,
                number(m, "KHR_materials_transmission", "transmissionFactor", 0, 1),
                Math.clamp(m.getOcclusionStrength(), 0f, 1f),
                number(m, "KHR_materials_clearcoat", "clearcoatFactor", 0, 1),
                number(m, "KHR_materials_clearcoat", "clearcoatRoughnessFactor", 0, 1),
                laid(m)));
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

    private List<Sculpture.Laid> laid(MaterialModelV2 m) {
        List<Sculpture.Laid> laid = new ArrayList<>();
        Material raw = raw(m);
        var rough = raw == null ? null : raw.getPbrMetallicRoughness();
        TextureInfo base = rough == null ? null : rough.getBaseColorTexture();
        TextureInfo both = rough == null ? null : rough.getMetallicRoughnessTexture();
        lay(laid, SurfaceMap.COLOUR, m.getBaseColorTexture(), covers(m), Told.of(base));
        lay(laid, SurfaceMap.ROUGH, m.getMetallicRoughnessTexture(), Use.channel(GREEN), Told.of(both));
        lay(laid, SurfaceMap.METAL, m.getMetallicRoughnessTexture(), Use.channel(BLUE), Told.of(both));
        MaterialNormalTextureInfo normal = raw == null ? null : raw.getNormalTexture();
        Told told = normal == null ? Told.NOTHING : new Told(normal.getTexCoord(), normal.getExtensions());
        lay(laid, SurfaceMap.NORMAL, m.getNormalTexture(), lean(normal == null ? null : normal.getScale()), told);
        TextureInfo glow = raw == null ? null : raw.getEmissiveTexture();
        lay(laid, SurfaceMap.GLOW, m.getEmissiveTexture(), Use.cut(0), Told.of(glow));
        MaterialOcclusionTextureInfo open = raw == null ? null : raw.getOcclusionTexture();
        lay(
                laid,
                SurfaceMap.OPEN,
                m.getOcclusionTexture(),
                Use.channel(RED),
                open == null ? Told.NOTHING : new Told(open.getTexCoord(), open.getExtensions()));
        coat(laid, m, SurfaceMap.COAT, "clearcoatTexture", RED);
        coat(laid, m, SurfaceMap.COAT_ROUGH, "clearcoatRoughnessTexture", GREEN);
        coat(laid, m, SurfaceMap.COAT_NORMAL, "clearcoatNormalTexture", RED);
        return List.copyOf(laid);
    }

    private void lay(List<Sculpture.Laid> laid, SurfaceMap tells, TextureModel texture, Use use, Told told) {
        if (texture == null || texture.getImageModel() == null) return;
        ImageModel model = texture.getImageModel();
        int place = pictures.place(model, () -> bytes(model), use);
        if (place >= 0) laid.add(new Sculpture.Laid(tells, place, told.how()));
    }

    /** What the alpha of a colour says: nothing, there or not, or how much it covers. */
    private static Use covers(MaterialModelV2 m) {
        return switch (m.getAlphaMode()) {
            case OPAQUE -> Use.cut(0);
            // What the picture has is taken times the factor.
            case MASK -> Use.cut(m.getAlphaCutoff() / Math.max(1e-6f, m.getBaseColorFactor()[3]));
            case BLEND -> Use.COLOUR;
        };
    }

    /** Normals that lean by as much more as the file says. */
    private static Use lean(Object scale) {
        float steep = scale instanceof Number n ? Math.clamp(n.floatValue(), -100f, 100f) : 1;
        return Use.normals(Float.isNaN(steep) ? 1 : steep);
    }

    /** A picture of a clear coat, which the library leaves as the file has it. */
    private void coat(List<Sculpture.Laid> laid, MaterialModelV2 m, SurfaceMap tells, String name, int channel) {
        if (!(extension(m, "KHR_materials_clearcoat") instanceof Map<?, ?> coat)
                || !(coat.get(name) instanceof Map<?, ?> info)
                || !(info.get("index") instanceof Number index)) return;
        List<TextureModel> textures = from.model().getTextureModels();
        int at = index.intValue();
        if (at < 0 || at >= textures.size()) return;
        Integer set = info.get("texCoord") instanceof Number n ? Integer.valueOf(n.intValue()) : null;
        Told told = new Told(set, info.get("extensions"));
        Use use = tells == SurfaceMap.COAT_NORMAL ? lean(info.get("scale")) : Use.channel(channel);
        lay(laid, tells, textures.get(at), use, told);
    }

    /** A material as the file has it, or null. */
    private Material raw(MaterialModelV2 m) {
        int at = from.model().getMaterialModels().indexOf(m);
        List<Material> materials = from.raw() == null ? null : from.raw().getMaterials();
        return materials == null || at < 0 || at >= materials.size() ? null : materials.get(at);
    }

    /** What a file tells of how a picture is laid: the set of texture places, and extensions. */
    private record Told(Integer set, Object extensions) {
        static final Told NOTHING = new Told(null, null);

        static Told of(TextureInfo info) {
            return info == null ? NOTHING : new Told(info.getTexCoord(), info.getExtensions());
        }

        /** By KHR_texture_transform; there v goes down, here it goes up. */
        MapLaying how() {
            int taken = set == null ? 0 : set;
            if (!(extensions instanceof Map<?, ?> all) || !(all.get("KHR_texture_transform") instanceof Map<?, ?> map))
                return taken == 1 ? new MapLaying(true, 1, 0, 0, 0, 1, 0) : MapLaying.PLAIN;
            if (map.get("texCoord") instanceof Number n) taken = n.intValue();
            double turn = map.get("rotation") instanceof Number n ? n.doubleValue() : 0;
            float c = (float) Math.cos(turn);
            float s = (float) Math.sin(turn);
            float[] size = pair(map.get("scale"), 1);
            float[] off = pair(map.get("offset"), 0);
            // Turned the way of the clock's hands where v goes down.
            float uv = s * size[1];
            float vv = c * size[1];
            return new MapLaying(taken == 1, c * size[0], 0 - uv, off[0] + uv, s * size[0], vv, 1 - vv - off[1]);
        }
    }

    private static float[] pair(Object told, float otherwise) {
        float[] pair = {otherwise, otherwise};
        if (!(told instanceof List<?> list)) return pair;
        for (int i = 0; i < 2 && i < list.size(); i++)
            if (list.get(i) instanceof Number n && Math.abs(n.floatValue()) < 1e6f) pair[i] = n.floatValue();
        return pair;
    }

    private static byte[] bytes(ImageModel model) {
        ByteBuffer data = model.getImageData();
        if (data == null) return null;
        byte[] bytes = new byte[data.remaining()];
        data.slice().get(bytes);
        return bytes;
    }
}
