package gloaming;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Letters;
import gloaming.library.Library;
import gloaming.library.LiveCamera;
import gloaming.library.Reel;
import gloaming.library.Still;
import java.awt.geom.GeneralPath;
import java.util.List;

/** A library in which everything is there at once and drawn by a formula: any still, any clip of 50 frames, square letters. */
public class Brought implements Library {
    /** The clip's rate. */
    public static final double RATE = 25;

    public static final int FRAMES = 50;

    /** A slope of colour over the frame; {@code which} goes into its blue. */
    private static Picture drawn(Cut cut, double which) {
        Picture p = new Picture(cut.width(), cut.height());
        for (int y = 0; y < p.height; y++) {
            for (int x = 0; x < p.width; x++) {
                int i = y * p.width + x;
                p.r()[i] = (float) (0.5 + 0.2 * p.worldX(x));
                p.g()[i] = (float) (0.5 + 0.3 * p.worldY(y));
                p.b()[i] = (float) which;
                p.a()[i] = 1;
            }
        }
        p.keep();
        return p;
    }

    @Override
    public Still still(String ref) {
        double which = Math.floorMod(ref.hashCode(), 100) / 100.0;
        return cut -> drawn(cut, which);
    }

    @Override
    public gloaming.flow.Shape model(String ref) {
        gloaming.flow.Shape shape = new gloaming.flow.Shape();
        for (int i = 0; i < 3; i++) shape.corner(i % 2, i / 2, 0.5, 0, 0, 1, 0, 0);
        shape.triangle(0, 1, 2);
        return shape.done();
    }

    @Override
    public gloaming.flow.Points cloud(String ref) {
        gloaming.flow.Points points = new gloaming.flow.Points().n(3);
        points.each(gloaming.flow.Attribute.X)[1] = 1;
        points.each(gloaming.flow.Attribute.Y)[2] = 2;
        return points;
    }

    @Override
    public Reel reel(String ref) {
        return new Reel() {
            @Override
            public double rate() {
                return RATE;
            }

            @Override
            public int frames() {
                return FRAMES;
            }

            @Override
            public Picture at(int n, Way way, Cut cut, Crew crew) {
                return drawn(cut, n / (double) FRAMES);
            }
        };
    }

    @Override
    public List<String> folder(String name) {
        return List.of("a", "b", "c");
    }

    @Override
    public Letters letters(String ref) {
        return new Letters() {
            @Override
            public GeneralPath outline(int codePoint) {
                GeneralPath box = new GeneralPath();
                if (codePoint == ' ') return box;
                box.moveTo(0.1, 0);
                box.lineTo(0.5, 0);
                box.lineTo(0.5, 0.7);
                box.lineTo(0.1, 0.7);
                box.closePath();
                return box;
            }

            @Override
            public double advance(int codePoint) {
                return 0.6;
            }

            @Override
            public double kerning(int left, int right) {
                return 0;
            }

            @Override
            public double capHeight() {
                return 0.7;
            }
        };
    }

    private final LiveCamera camera = new LiveCamera() {
        private Cut wanted;

        @Override
        public Seen now() {
            return wanted == null ? Seen.NOTHING : new Seen(1, still("camera").at(wanted), true);
        }

        @Override
        public void want(Cut cut) {
            wanted = cut;
        }
    };

    @Override
    public LiveCamera camera() {
        return camera;
    }
}
