package gloaming.media;

import de.javagl.jgltf.model.ImageModel;
import de.javagl.jgltf.model.TextureModel;
import de.javagl.jgltf.model.v2.MaterialModelV2;
import gloaming.flow.Picture;
import gloaming.library.Sculpture;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** What the parts of a glTF are made of, and the pictures in the file, brought down to {@value #SIDE} pixels along their longer side. */
final class GltfStuffs {
    private static final int SIDE = 1_024;
    private static final long PIXELS = 200_000_000;

    private final Map<MaterialModelV2, Integer> known = new IdentityHashMap<>();
    private final List<Sculpture.Stuff> stuffs = new ArrayList<>();
    private final List<Picture> pictures = new ArrayList<>();
    private final Map<ImageModel, BufferedImage> images = new IdentityHashMap<>();
    private final Map<String, Integer> places = new HashMap<>();

    List<Sculpture.Stuff> all() {
        return stuffs;
    }

    List<Picture> pictures() {
        return pictures;
    }

    int of(MaterialModelV2 m) {
        Integer at = known.get(m);
        if (at != null) return at;
        float[] base = m.getBaseColorFactor();
        float[] glow = m.getEmissiveFactor();
        float strength = strength(m);
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
                unlit,
                m.isDoubleSided(),
                clear));
        known.put(m, stuffs.size() - 1);
        return stuffs.size() - 1;
    }

    private static Object extension(MaterialModelV2 m, String name) {
        return m.getExtensions() == null ? null : m.getExtensions().get(name);
    }

    private static float strength(MaterialModelV2 m) {
        return extension(m, "KHR_materials_emissive_strength") instanceof Map<?, ?> map
                        && map.get("emissiveStrength") instanceof Number n
                ? Math.clamp(n.floatValue(), 0f, 1_000f)
                : 1;
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
        String key = System.identityHashCode(model) + " " + light + " " + channel;
        Integer at = places.get(key);
        if (at != null) return at;
        int place = -1;
        BufferedImage image = images.containsKey(model) ? images.get(model) : read(model);
        images.put(model, image);
        if (image != null && pictures.size() < Sculpture.PICTURES) {
            pictures.add(laid(image, light, channel));
            place = pictures.size() - 1;
        }
        places.put(key, place);
        return place;
    }

    private static BufferedImage read(ImageModel model) {
        ByteBuffer data = model.getImageData();
        if (data == null) return null;
        byte[] bytes = new byte[data.remaining()];
        data.slice().get(bytes);
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) return null;
            ImageReader reader = readers.next();
            reader.setInput(in, true, true);
            int w = reader.getWidth(0);
            int h = reader.getHeight(0);
            if ((long) w * h > PIXELS) return null;
            int every = (Math.max(w, h) + SIDE - 1) / SIDE;
            ImageReadParam how = reader.getDefaultReadParam();
            how.setSourceSubsampling(every, every, 0, 0);
            BufferedImage image = reader.read(0, how);
            reader.dispose();
            return image;
        } catch (IOException | RuntimeException e) {
            // A model whose picture is damaged is shown without it.
            return null;
        }
    }

    private static Picture laid(BufferedImage image, boolean light, int channel) {
        int w = image.getWidth();
        int h = image.getHeight();
        Picture to = new Picture(w, h);
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int argb = image.getRGB(x, h - 1 - y);
                float a = (argb >>> 24) / 255f;
                int i = y * w + x;
                float r = number(argb >> 16 & 255, light);
                float g = number(argb >> 8 & 255, light);
                float b = number(argb & 255, light);
                float one = channel == 0 ? b : channel == 1 ? g : r;
                boolean same = channel >= 0;
                to.a()[i] = light ? a : 1;
                float cover = light ? a : 1;
                to.r()[i] = cover * (same ? one : r);
                to.g()[i] = cover * (same ? one : g);
                to.b()[i] = cover * (same ? one : b);
            }
        }
        return to;
    }

    private static float number(int value, boolean light) {
        float c = value / 255f;
        if (!light) return c;
        return c <= 0.04045f ? c / 12.92f : (float) Math.pow((c + 0.055) / 1.055, 2.4);
    }
}
