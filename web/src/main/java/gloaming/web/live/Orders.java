package gloaming.web.live;

import gloaming.play.Crossing;
import gloaming.web.store.Media;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.imageio.ImageIO;
import org.springframework.stereotype.Component;

/** Pictures along whose light one look comes after another, by the preview that the program itself has made of them. */
@Component
class Orders {
    private static final int WIDTH = 640;
    private static final int HEIGHT = 360;
    private static final int KEPT = 16;

    private final Media media;
    private final Map<String, Crossing.Grey> known = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Crossing.Grey> eldest) {
            return size() > KEPT;
        }
    };

    Orders(Media media) {
        this.media = media;
    }

    /** The light of a picture of a show; null where there is none, and the change is a fade. */
    synchronized Crossing.Grey of(String show, String ref) {
        for (Media.Row row : media.of(show)) {
            if (!row.ref().equals(ref)) continue;
            String hash = row.hash();
            if (!known.containsKey(hash)) known.put(hash, read(media.preview(row.id())));
            return known.get(hash);
        }
        return null;
    }

    /** The light is spread evenly: as much of the picture changes in each part of the time. */
    private static Crossing.Grey read(byte[] preview) {
        try {
            BufferedImage from = preview == null ? null : ImageIO.read(new ByteArrayInputStream(preview));
            if (from == null) return null;
            BufferedImage to = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_BYTE_GRAY);
            Graphics2D g = to.createGraphics();
            g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
            g.drawImage(from, 0, 0, WIDTH, HEIGHT, null);
            g.dispose();
            byte[] light = ((java.awt.image.DataBufferByte) to.getRaster().getDataBuffer()).getData();
            return new Crossing.Grey(even(light), WIDTH, HEIGHT);
        } catch (IOException e) {
            return null;
        }
    }

    private static byte[] even(byte[] light) {
        int[] count = new int[257];
        for (byte l : light) count[(l & 255) + 1]++;
        for (int i = 0; i < 256; i++) count[i + 1] += count[i];
        byte[] even = new byte[light.length];
        for (int i = 0; i < light.length; i++) {
            int l = light[i] & 255;
            even[i] = (byte) Math.round(255.0 * (count[l] + count[l + 1]) / 2 / light.length);
        }
        return even;
    }
}
