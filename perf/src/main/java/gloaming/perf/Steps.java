package gloaming.perf;

import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_GBRAP16LE;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_GBRAPF32LE;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_RGBA;

import gloaming.flow.Attribute;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.points.layout.Disc;
import gloaming.sound.Hearing;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Frame;
import gloaming.step.Operation;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;

/** What every step that gives a picture costs a megapixel, and how that compares with a filter of FFmpeg that does the same. */
final class Steps {
    private static final int WIDTH = 960;
    private static final int HEIGHT = 540;
    private static final int THREADS = 2;
    private static final int ROUNDS = 30;
    /** Steps that need media, and those that have a measurement of their own. */
    private static final List<String> LEFT_OUT =
            List.of("still-picture", "slides", "clip", "camera", "lettering", "shader-source", "shader-effect");

    /** FFmpeg's filter for the same work, with the settings of the step's defaults as near as it has them. */
    private static final Map<String, String> PEERS = Map.ofEntries(
            Map.entry("channels", "colorchannelmixer=rr=0:rg=1:gg=0:gb=1:bb=0:br=1"),
            Map.entry("colour-key", "colorkey=color=0x20c040:similarity=0.3:blend=0.1"),
            Map.entry("colour-offset", "rgbashift=rh=5:bh=-5"),
            Map.entry("cross-fade", "blend=all_mode=normal:all_opacity=0.5"),
            Map.entry("displace", "displace=edge=mirror"),
            Map.entry("edges", "sobel=planes=15"),
            Map.entry(
                    "emboss",
                    "convolution=-2 -1 0 -1 1 1 0 1 2:-2 -1 0 -1 1 1 0 1 2:-2 -1 0 -1 1 1 0 1 2:0 0 0 0 1 0 0 0 0"),
            Map.entry("gather", "tmix=frames=3"),
            Map.entry("grade", "exposure=exposure=0.5"),
            Map.entry("grow", "dilation"),
            Map.entry("lens", "lenscorrection=k1=0.2:i=bilinear"),
            Map.entry("levels", "colorlevels=rimin=0.1:gimin=0.1:bimin=0.1:rimax=0.9:gimax=0.9:bimax=0.9"),
            Map.entry("light-key", "lumakey=threshold=0.5:tolerance=0.2:softness=0.1"),
            Map.entry("median", "median=radius=2:planes=15"),
            Map.entry("mirror", "hflip"),
            Map.entry("pixelate", "pixelize=w=16:h=16"),
            Map.entry("place", "rotate=a=0.2:bilinear=1"),
            Map.entry("sharpen", "unsharp=lx=5:ly=5:la=1:cx=5:cy=5:ca=1"),
            Map.entry("smear", "dblur=angle=20:radius=20"),
            Map.entry("tone-curve", "curves=all='0/0 0.5/0.6 1/1'"));

    private Steps() {}

    static List<Result> run() {
        List<Result> results = new ArrayList<>();
        try (Crew crew = new Crew(THREADS)) {
            for (Description d : Catalogue.all().entries()) {
                if (d.gives() != Kind.PICTURE || LEFT_OUT.contains(d.id())) continue;
                results.add(one(d, crew));
            }
        }
        return results;
    }

    @SuppressWarnings("unchecked")
    private static Result one(Description d, Crew crew) {
        Own frame = new Own(crew);
        Operation<Flow, Flow, Object> operation = (Operation<Flow, Flow, Object>)
                d.make(d.arguments(d.id().equals("place") ? Map.of("turn", gloaming.look.Value.of(0.03)) : Map.of()));
        Object memory = operation.memory();
        for (Description.Input input : d.reads()) {
            frame.reads.add(input.name());
            frame.flows.add(given(input.kind(), frame));
        }
        Flow in = d.takes() == null ? null : given(d.takes(), frame);
        Runnable own = () -> {
            frame.next();
            // Steps that work in place must not find their own result.
            if (in instanceof Picture p) p.keep();
            operation.run(in, memory, frame);
        };
        double perMegapixel = 1e6 / (WIDTH * HEIGHT);
        Peer peer = peer(PEERS.get(d.id()), in);
        if (peer == null) {
            double ms = Clocked.medians(ROUNDS, ROUNDS, own)[0] * perMegapixel;
            return new Result("step " + d.id(), ms, "ms a megapixel", "nothing", 0);
        }
        try (peer) {
            double[] ms = Clocked.medians(ROUNDS, ROUNDS, own, peer::run);
            String against = "FFmpeg %s %.2f ms on %s"
                    .formatted(PEERS.get(d.id()).replaceAll("=.*", ""), ms[1] * perMegapixel, peer.numbers());
            return new Result("step " + d.id(), ms[0] * perMegapixel, "ms a megapixel", against, ms[0] / ms[1]);
        }
    }

    /** The filter on the largest numbers that it takes: floats, else 16 bits, else 8. */
    private static Peer peer(String filter, Flow in) {
        if (filter == null || !(in instanceof Picture p)) return null;
        int cut = filter.indexOf('=');
        String name = cut < 0 ? filter : filter.substring(0, cut);
        String options = cut < 0 ? null : filter.substring(cut + 1);
        Picture[] pictures = name.equals("displace")
                ? new Picture[] {p, p, p}
                : name.equals("blend") ? new Picture[] {p, p} : new Picture[] {p};
        for (int format : new int[] {AV_PIX_FMT_GBRAPF32LE, AV_PIX_FMT_GBRAP16LE, AV_PIX_FMT_RGBA}) {
            try {
                Peer peer = new Peer(name, options, THREADS, format, pictures);
                peer.run();
                return peer;
            } catch (IllegalStateException e) {
                // It does not take these numbers.
            }
        }
        return null;
    }

    private static Flow given(Kind kind, Own frame) {
        if (kind == Kind.POINTS) {
            Points points = new Disc(2_000, 0.8, 0, 0, 0, 0.01).run(null, new Points(), frame);
            points.column(Attribute.RED).constant(1);
            return points;
        }
        if (kind != Kind.PICTURE) return kind.sample(WIDTH, HEIGHT, 0);
        Picture picture = new Picture(WIDTH, HEIGHT);
        SplittableRandom random = new SplittableRandom(1);
        for (int i = 0; i < picture.pixels(); i++) {
            for (int c = 0; c < 3; c++) {
                double wave = Math.sin(picture.worldX(i % WIDTH) * (3 + c)) * Math.cos(picture.worldY(i / WIDTH) * 4);
                picture.plane(c)[i] = (float) (0.5 + 0.4 * wave + 0.1 * random.nextDouble());
            }
            picture.a()[i] = 1;
        }
        return picture;
    }

    /** A frame with pictures that are used again and again. */
    private static final class Own implements Frame {
        private final Crew crew;
        private final Hearing hearing = new Hearing();
        private final List<String> reads = new ArrayList<>();
        private final List<Flow> flows = new ArrayList<>();
        private final Picture[] room = new Picture[8];
        private int lent;
        private long index;

        Own(Crew crew) {
            this.crew = crew;
            for (int i = 0; i < room.length; i++) room[i] = new Picture(WIDTH, HEIGHT);
        }

        void next() {
            index++;
        }

        @Override
        public long index() {
            return index;
        }

        @Override
        public double time() {
            return index / 30.0;
        }

        @Override
        public double dt() {
            return 1 / 30.0;
        }

        @Override
        public double beat() {
            return time() * 1.6;
        }

        @Override
        public long seed() {
            return 7;
        }

        @Override
        public int width() {
            return WIDTH;
        }

        @Override
        public int height() {
            return HEIGHT;
        }

        @Override
        public Crew crew() {
            return crew;
        }

        @Override
        public Hearing hearing() {
            return hearing;
        }

        @Override
        public Picture picture() {
            lent = (lent + 1) % room.length;
            // A step may have kept one; then there is a fresh one in its place.
            if (room[lent].kept()) room[lent] = new Picture(WIDTH, HEIGHT);
            return room[lent];
        }

        @Override
        public Picture onto(Picture in) {
            return in.kept() ? picture() : in;
        }

        @Override
        public <T extends Flow> T read(String name, Class<T> type) {
            int i = reads.indexOf(name);
            return i < 0 || !type.isInstance(flows.get(i)) ? null : type.cast(flows.get(i));
        }
    }
}
