package gloaming.media;

import gloaming.flow.Picture;
import gloaming.flow.Srgb;
import gloaming.library.Sculpture;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** The pictures of a model, brought down to {@value #SIDE} pixels along their longer side; each is there once for each use. */
final class ModelPictures {
    private static final int SIDE = 1_024;
    private static final long PIXELS = 200_000_000;

    private final List<Picture> pictures = new ArrayList<>();
    private final Map<Object, BufferedImage> images = new HashMap<>();
    private final Map<List<?>, Integer> places = new HashMap<>();

    List<Picture> all() {
        return pictures;
    }

    /** How many of those that were asked for could not be read. */
    int missing() {
        return (int) images.values().stream().filter(Objects::isNull).count();
    }

    /**
     * What a picture is read for.
     *
     * @param light whether its numbers are colours on a screen and not measures
     * @param channel which of blue, green and red is to be all three, or -1 for the picture as it is
     * @param steep how much of what a picture of normals leans across and up is taken; 1 for all others
     * @param cut from which cover on a place of a colour is there whole, and below it not at all; below 0 for covers as they are
     */
    record Use(boolean light, int channel, float steep, float cut) {
        static final Use COLOUR = new Use(true, -1, 1, -1);
        static final Use MEASURE = new Use(false, -1, 1, -1);

        static Use channel(int channel) {
            return new Use(false, channel, 1, -1);
        }

        static Use normals(float steep) {
            return new Use(false, -1, steep, -1);
        }

        static Use cut(float cut) {
            return new Use(true, -1, 1, cut);
        }
    }

    /**
     * The place of a picture, or -1 where there is none that can be read.
     *
     * @param key by what it is known again
     * @param bytes a PNG or JPEG, or null; asked for once
     */
    int place(Object key, Supplier<byte[]> bytes, Use use) {
        List<?> known = List.of(key, use);
        Integer at = places.get(known);
        if (at != null) return at;
        int place = -1;
        BufferedImage image = images.containsKey(key) ? images.get(key) : read(bytes.get());
        images.put(key, image);
        if (image != null && pictures.size() < Sculpture.PICTURES) {
            pictures.add(laid(image, use));
            if (use.steep != 1) lean(pictures.getLast(), use.steep);
            place = pictures.size() - 1;
        }
        places.put(known, place);
        return place;
    }

    private static BufferedImage read(byte[] bytes) {
        if (bytes == null) return null;
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

    private static Picture laid(BufferedImage image, Use use) {
        boolean light = use.light;
        int channel = use.channel;
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
                float cover = !light ? 1 : use.cut < 0 ? a : a >= use.cut ? 1 : 0;
                to.a()[i] = cover;
                to.r()[i] = cover * (same ? one : r);
                to.g()[i] = cover * (same ? one : g);
                to.b()[i] = cover * (same ? one : b);
            }
        }
        return to.stands();
    }

    private static void lean(Picture normals, float steep) {
        for (int i = 0; i < normals.pixels(); i++) {
            float x = steep * (2 * normals.r()[i] - 1);
            float y = steep * (2 * normals.g()[i] - 1);
            float z = 2 * normals.b()[i] - 1;
            float over = 0.5f / Math.max(1e-6f, (float) Math.sqrt(x * x + y * y + z * z));
            normals.r()[i] = 0.5f + x * over;
            normals.g()[i] = 0.5f + y * over;
            normals.b()[i] = 0.5f + z * over;
        }
    }

    private static float number(int value, boolean light) {
        return light ? Srgb.ofByte((byte) value) : value / 255f;
    }
}
