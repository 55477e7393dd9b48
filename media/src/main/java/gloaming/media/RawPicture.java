package gloaming.media;

import gloaming.flow.Picture;
import java.awt.image.BufferedImage;
import java.awt.image.IndexColorModel;
import java.awt.image.Raster;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/**
 * Pictures as their stored numbers, without any conversion of colour: PNG as 0 to 1, PFM (Debevec's portable float map, three
 * channels, bottom row first) as its floats.
 */
public final class RawPicture {
    /** Pixels of a picture that is read. */
    public static final long MOST = 64L << 20;

    private RawPicture() {}

    /** Reads a PNG; {@link Unreadable} with a sentence when it is none, is damaged or too large. */
    public static Picture read(Path file) throws Unreadable {
        try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
            Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName("png");
            ImageReader reader = readers.next();
            reader.setInput(in, true, true);
            if ((long) reader.getWidth(0) * reader.getHeight(0) > MOST) {
                throw new Unreadable("'" + file + "' has over " + (MOST >> 20) + " million pixels.");
            }
            return picture(reader.read(0));
        } catch (IOException | RuntimeException e) {
            throw new Unreadable("'" + file + "' is no PNG picture, or is damaged.");
        }
    }

    private static Picture picture(BufferedImage image) {
        int width = image.getWidth();
        int height = image.getHeight();
        Picture out = new Picture(width, height);
        boolean indexed = image.getColorModel() instanceof IndexColorModel;
        Raster raster = image.getRaster();
        int bands = raster.getNumBands();
        float full = (1 << Math.min(16, raster.getSampleModel().getSampleSize(0))) - 1;
        for (int y = 0; y < height; y++) {
            int at = (height - 1 - y) * width;
            for (int x = 0; x < width; x++, at++) {
                if (indexed) {
                    int argb = image.getRGB(x, y);
                    out.r()[at] = (argb >> 16 & 255) / 255f;
                    out.g()[at] = (argb >> 8 & 255) / 255f;
                    out.b()[at] = (argb & 255) / 255f;
                    out.a()[at] = (argb >>> 24) / 255f;
                } else {
                    out.r()[at] = raster.getSample(x, y, 0) / full;
                    out.g()[at] = bands < 3 ? out.r()[at] : raster.getSample(x, y, 1) / full;
                    out.b()[at] = bands < 3 ? out.r()[at] : raster.getSample(x, y, 2) / full;
                    out.a()[at] = bands % 2 == 1 ? 1 : raster.getSample(x, y, bands - 1) / full;
                }
            }
        }
        return out;
    }

    /** Writes a PNG (clipped to 0 to 1, rounded to 8 bits) or a PFM, by the name's ending. */
    public static void write(Picture picture, Path file) throws IOException {
        if (file.toString().toLowerCase(java.util.Locale.ROOT).endsWith(".pfm")) pfm(picture, file);
        else png(picture, file);
    }

    private static void png(Picture picture, Path file) throws IOException {
        BufferedImage image = new BufferedImage(picture.width, picture.height, BufferedImage.TYPE_INT_ARGB);
        for (int y = 0; y < picture.height; y++) {
            int at = (picture.height - 1 - y) * picture.width;
            for (int x = 0; x < picture.width; x++, at++) {
                int argb = level(picture.a()[at]) << 24
                        | level(picture.r()[at]) << 16
                        | level(picture.g()[at]) << 8
                        | level(picture.b()[at]);
                image.setRGB(x, y, argb);
            }
        }
        if (!ImageIO.write(image, "png", file.toFile())) throw new IOException(file + " cannot be written.");
    }

    private static int level(float value) {
        return Math.clamp(Math.round(value * 255), 0, 255);
    }

    private static void pfm(Picture picture, Path file) throws IOException {
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
            out.write(
                    "PF\n%d %d\n-1.0\n".formatted(picture.width, picture.height).getBytes(StandardCharsets.US_ASCII));
            ByteBuffer row = ByteBuffer.allocate(picture.width * 12).order(ByteOrder.LITTLE_ENDIAN);
            for (int y = 0; y < picture.height; y++) {
                row.clear();
                for (int x = 0; x < picture.width; x++) {
                    int at = y * picture.width + x;
                    row.putFloat(picture.r()[at]).putFloat(picture.g()[at]).putFloat(picture.b()[at]);
                }
                out.write(row.array());
            }
        }
    }
}
