package gloaming.web.page;

import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.play.Crossing;
import gloaming.play.OutputFade;
import gloaming.play.OwnMix;
import gloaming.show.OwnChange;
import gloaming.show.Transition;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.ImageIO;

/** What a change of the artist's own does, from dusk to a lamp, as five small pictures in a row. */
final class ChangeStrip {
    private static final int WIDTH = 128;
    private static final int HEIGHT = 72;
    private static final double[] MOMENTS = {0.05, 0.25, 0.5, 0.75, 0.95};
    private static final byte[] DUSK = drawn((x, y) -> {
        double low = (1 - y) / 2;
        return new double[] {44 + 90 * low * low, 38 + 34 * low * low, 92 - 12 * low};
    });
    private static final byte[] LAMP = drawn((x, y) -> {
        double glow = Math.exp(-2.2 * (x * x + (y - 0.1) * (y - 0.1)));
        double reed = Math.abs(Math.sin(9 * x + 2 * y)) < 0.16 ? 0.4 : 1;
        return new double[] {(30 + 225 * glow) * reed, (24 + 156 * glow) * reed, (40 + 60 * glow) * reed};
    });

    private interface Colour {
        double[] at(double x, double y);
    }

    private ChangeStrip() {}

    private static byte[] drawn(Colour colour) {
        byte[] rgb = new byte[WIDTH * HEIGHT * 3];
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                double[] c = colour.at((2.0 * x - WIDTH) / HEIGHT, 1 - 2.0 * y / HEIGHT);
                for (int k = 0; k < 3; k++) rgb[(y * WIDTH + x) * 3 + k] = (byte) (int) Math.clamp(c[k], 0.0, 255.0);
            }
        }
        return rgb;
    }

    /** As a PNG; {@link Refused} where its text does not compile or cannot be drawn in time. */
    static byte[] of(OwnChange own) throws IOException {
        OwnMix mix = new OwnMix(own.code());
        Crossing crossing = new Crossing(Transition.Way.OWN, Snapshots.Way.EVEN, 1, "", null, mix);
        int wide = WIDTH * MOMENTS.length;
        BufferedImage strip = new BufferedImage(wide, HEIGHT, BufferedImage.TYPE_INT_RGB);
        byte[] out = new byte[DUSK.length];
        for (int i = 0; i < MOMENTS.length; i++) {
            OutputFade.cross(crossing, DUSK, WIDTH, HEIGHT, LAMP, WIDTH, HEIGHT, MOMENTS[i], out);
            if (!mix.trouble().isEmpty()) throw new Refused("The change " + mix.trouble() + ".");
            for (int p = 0; p < WIDTH * HEIGHT; p++) {
                int rgb = (out[3 * p] & 255) << 16 | (out[3 * p + 1] & 255) << 8 | out[3 * p + 2] & 255;
                strip.setRGB(i * WIDTH + p % WIDTH, p / WIDTH, rgb);
            }
        }
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(strip, "png", png);
        return png.toByteArray();
    }
}
