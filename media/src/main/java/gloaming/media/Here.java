package gloaming.media;

import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.library.Letters;
import java.io.IOException;
import java.nio.file.Path;

/** Reads files in this process: plain, and the measure of {@link Apart}. */
public final class Here implements Decoder {
    @Override
    public Facts facts(Path file, String name, Halt halt) throws Unreadable, IOException {
        return Facts.of(file, name);
    }

    @Override
    public Picture still(Path file, String name, Cut cut) throws Unreadable {
        return StillFile.read(file, name, cut);
    }

    @Override
    public Picture jpeg(byte[] jpeg, Cut cut) {
        return PictureBytes.read(jpeg, cut);
    }

    @Override
    public Recording sound(Path file, String name) throws Unreadable {
        return SoundFile.read(file, name);
    }

    @Override
    public Points cloud(Path file, String name) throws Unreadable {
        return CloudFile.read(file, name);
    }

    @Override
    public gloaming.library.Sculpture sculpture(Path file, String name) throws Unreadable {
        return ModelFile.sculpture(file, name);
    }

    @Override
    public gloaming.flow.Shape model(Path file, String name) throws Unreadable {
        return ModelFile.read(file, name);
    }

    @Override
    public Letters letters(Path file, String name) throws Unreadable {
        return FontFile.read(file, name);
    }

    @Override
    public Frames frames(Path file, String name) throws Unreadable {
        return new OfFilm(new Film(file, name, false));
    }

    private static final class OfFilm implements Frames {
        private final Film film;
        private final PixelConverter pixels = new PixelConverter();

        OfFilm(Film film) {
            this.film = film;
        }

        @Override
        public boolean next() {
            return film.next();
        }

        @Override
        public int number() {
            return film.number();
        }

        @Override
        public void seek(int n) {
            film.seek(n);
        }

        @Override
        public void lay(Cut cut, Laid into) {
            var frame = film.frame();
            int turns = PixelConverter.turns(frame);
            boolean across = turns % 2 == 1;
            double shape = film.pixelShape();
            double w = across ? frame.height() : frame.width() * shape;
            double h = across ? frame.width() * shape : frame.height();
            Fit.Box box = cut.lay(w, h);
            int width = side(box.width());
            int height = side(box.height());
            pixels.take(frame, across ? height : width, across ? width : height);
            int left = (int) Math.round(box.x());
            int top = cut.height() - (int) Math.round(box.y()) - height;
            into.alpha = PixelConverter.alpha(frame.format());
            into.x = Math.max(0, left);
            into.y = Math.max(0, top);
            into.size(
                    Math.max(0, Math.min(cut.width(), left + width) - into.x),
                    Math.max(0, Math.min(cut.height(), top + height) - into.y),
                    pixels.depth);
            for (int y = 0; y < into.height; y++) {
                int at = 4 * y * into.width;
                int sx = into.x - left;
                int sy = into.y - top + y;
                switch (into.depth) {
                    case 1 -> pixels.bytes(sx, sy, turns, into.width, into.bytes, at);
                    case 2 -> pixels.shorts(sx, sy, turns, into.width, into.shorts, at);
                    default -> pixels.floats(sx, sy, turns, into.width, into.floats, at);
                }
            }
        }

        private static int side(double length) {
            return (int) Math.clamp(Math.round(length), 1, Film.MOST_SIDE);
        }

        @Override
        public void close() {
            film.close();
            pixels.close();
        }
    }
}
