package gloaming.media;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import java.nio.file.Path;
import org.bytedeco.ffmpeg.avutil.AVFrame;

/** Reads one picture of a file, whole, and lays it into a frame in linear light with premultiplied alpha. */
public final class StillFile {
    private StillFile() {}

    /** The first picture of the file laid into the cut; {@link Unreadable} with one sentence when it is damaged or too large. */
    public static Picture read(Path file, String name, Cut cut) throws Unreadable {
        try (Film film = new Film(file, name, true)) {
            Picture picture = lay(film.first(), film.pixelShape(), cut);
            picture.stands();
            return picture;
        } catch (IllegalArgumentException | OutOfMemoryError e) {
            throw new Unreadable("'" + name + "' cannot be shown: "
                    + (e instanceof OutOfMemoryError ? "there is not enough memory for it" : e.getMessage()) + ".");
        }
    }

    static Picture lay(AVFrame frame, double pixelShape, Cut cut) {
        try (PixelConverter pixels = new PixelConverter()) {
            pixels.take(frame, frame.width(), frame.height());
            int turns = PixelConverter.turns(frame);
            boolean across = turns % 2 == 1;
            int width = across ? frame.height() : frame.width();
            int height = across ? frame.width() : frame.height();
            boolean alpha = PixelConverter.alpha(frame.format());
            double shown = across ? width / pixelShape : width * pixelShape;
            return Laying.lay(
                    rows(pixels, turns, width, alpha),
                    width,
                    height,
                    cut.lay(shown, height),
                    cut.width(),
                    cut.height());
        }
    }

    private static Laying.Rows rows(PixelConverter pixels, int turns, int width, boolean alpha) {
        byte[] bytes = new byte[pixels.depth == 1 ? 4 * width : 0];
        short[] shorts = new short[pixels.depth == 2 ? 4 * width : 0];
        return (y, into) -> {
            switch (pixels.depth) {
                case 1 -> {
                    pixels.bytes(0, y, turns, width, bytes, 0);
                    for (int i = 0; i < bytes.length; i++) {
                        into[i] = i % 4 == 3 ? (bytes[i] & 255) / 255f : Light.OF_BYTE[bytes[i] & 255];
                    }
                }
                case 2 -> {
                    pixels.shorts(0, y, turns, width, shorts, 0);
                    for (int i = 0; i < shorts.length; i++) {
                        into[i] = i % 4 == 3 ? (shorts[i] & 65_535) / 65_535f : Light.OF_SHORT[shorts[i] & 65_535];
                    }
                }
                // Floats are linear light already.
                default -> pixels.floats(0, y, turns, width, into, 0);
            }
            for (int i = 0; i < 4 * width; i += 4) {
                if (!alpha) into[i + 3] = 1;
                for (int c = 0; c < 3; c++) {
                    float v = into[i + c] * into[i + 3];
                    // A broken float file must not poison what it is blended with.
                    into[i + c] = Float.isFinite(v) ? v : 0;
                }
            }
        };
    }
}
