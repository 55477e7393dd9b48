package gloaming.media;

import gloaming.flow.MapLaying;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.flow.SurfaceMap;
import gloaming.library.Sculpture;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** How a model travels with all that it is made of. What arrives is bounded, and every number that points somewhere is looked at. */
final class WireSculpture {
    private static final int MOST = 20_000;
    private static final int SIDE = 2_048;

    private WireSculpture() {}

    static void write(DataOutputStream out, Sculpture s) throws IOException {
        ints(out, s.parents());
        floats(out, s.rest());
        for (float[] weights : s.weights()) floats(out, weights);
        out.writeInt(s.skins().size());
        for (Sculpture.Skin skin : s.skins()) {
            ints(out, skin.joints());
            floats(out, skin.inverse());
        }
        out.writeInt(s.missing());
        out.writeInt(s.pictures().size());
        for (Picture picture : s.pictures()) {
            out.writeInt(picture.width);
            out.writeInt(picture.height);
            for (int c = 0; c < 4; c++) Wire.floats(out, picture.plane(c), picture.pixels());
        }
        out.writeInt(s.stuffs().size());
        for (Sculpture.Stuff stuff : s.stuffs()) {
            floats(out, stuff.colours());
            out.writeFloat(stuff.roughness());
            out.writeFloat(stuff.metallic());
            out.writeBoolean(stuff.unlit());
            out.writeBoolean(stuff.bothSides());
            out.writeBoolean(stuff.clear());
            out.writeFloat(stuff.through());
            out.writeFloat(stuff.shut());
            out.writeFloat(stuff.coat());
            out.writeFloat(stuff.coatRoughness());
            out.writeInt(stuff.laid().size());
            for (Sculpture.Laid laid : stuff.laid()) {
                out.writeByte(laid.tells().ordinal());
                out.writeInt(laid.picture());
                MapLaying how = laid.how();
                out.writeBoolean(how.second());
                for (float f : new float[] {how.uu(), how.uv(), how.u0(), how.vu(), how.vv(), how.v0()})
                    out.writeFloat(f);
            }
        }
        out.writeInt(s.parts().size());
        for (Sculpture.Part part : s.parts()) {
            out.writeInt(part.node());
            Wire.shape(out, part.shape());
            out.writeInt(part.stuff());
            out.writeInt(part.skin());
            if (part.skin() >= 0) {
                ints(out, part.joints());
                floats(out, part.shares());
            }
            out.writeInt(part.targets().length);
            for (float[] target : part.targets()) floats(out, target);
        }
        out.writeInt(s.animations().size());
        for (Sculpture.Animation animation : s.animations()) {
            out.writeUTF(
                    animation.name().substring(0, Math.min(200, animation.name().length())));
            out.writeFloat(animation.seconds());
            out.writeInt(animation.tracks().size());
            for (Sculpture.Track track : animation.tracks()) {
                out.writeInt(track.node());
                out.writeByte(track.what().ordinal());
                out.writeByte(track.way().ordinal());
                floats(out, track.times());
                floats(out, track.values());
            }
        }
    }

    static Sculpture read(DataInputStream in) throws IOException {
        int[] parents = ints(in, Sculpture.NODES);
        int nodes = parents.length;
        for (int i = 0; i < nodes; i++) within(parents[i], -1, i);
        float[] rest = floats(in, nodes * Sculpture.REST);
        exact(rest.length, nodes * Sculpture.REST);
        float[][] weights = new float[nodes][];
        for (int i = 0; i < nodes; i++) weights[i] = floats(in, MOST);
        List<Sculpture.Skin> skins = new ArrayList<>();
        for (int i = Wire.count(in, MOST); i > 0; i--) {
            int[] joints = ints(in, Sculpture.JOINTS);
            for (int joint : joints) within(joint, 0, nodes);
            float[] inverse = floats(in, 12 * joints.length);
            exact(inverse.length, 12 * joints.length);
            skins.add(new Sculpture.Skin(joints, inverse));
        }
        int missing = Wire.count(in, MOST);
        List<Picture> pictures = new ArrayList<>();
        for (int i = Wire.count(in, Sculpture.PICTURES); i > 0; i--) {
            Picture picture = new Picture(Math.max(1, Wire.count(in, SIDE)), Math.max(1, Wire.count(in, SIDE)));
            for (int c = 0; c < 4; c++) Wire.floats(in, picture.plane(c), picture.pixels());
            pictures.add(picture.stands());
        }
        List<Sculpture.Stuff> stuffs = new ArrayList<>();
        for (int i = Wire.count(in, MOST); i > 0; i--) stuffs.add(stuff(in, pictures.size()));
        List<Sculpture.Part> parts = new ArrayList<>();
        for (int i = Wire.count(in, MOST); i > 0; i--) parts.add(part(in, nodes, stuffs.size(), skins));
        List<Sculpture.Animation> animations = new ArrayList<>();
        for (int i = Wire.count(in, MOST); i > 0; i--) {
            String name = in.readUTF();
            float seconds = in.readFloat();
            List<Sculpture.Track> tracks = new ArrayList<>();
            for (int t = Wire.count(in, 4 * MOST); t > 0; t--) {
                int node = within(in.readInt(), 0, nodes);
                Sculpture.What what = Sculpture.What.values()[within(in.readByte(), 0, 4)];
                Sculpture.Way way = Sculpture.Way.values()[within(in.readByte(), 0, 3)];
                tracks.add(
                        new Sculpture.Track(node, what, way, floats(in, Sculpture.KEYS), floats(in, Sculpture.KEYS)));
            }
            animations.add(new Sculpture.Animation(name, seconds, tracks));
        }
        return new Sculpture(parents, rest, weights, parts, skins, animations, stuffs, pictures, missing);
    }

    private static Sculpture.Stuff stuff(DataInputStream in, int pictures) throws IOException {
        float[] colours = floats(in, 7);
        exact(colours.length, 7);
        float roughness = in.readFloat();
        float metallic = in.readFloat();
        return new Sculpture.Stuff(
                colours,
                roughness,
                metallic,
                in.readBoolean(),
                in.readBoolean(),
                in.readBoolean(),
                in.readFloat(),
                in.readFloat(),
                in.readFloat(),
                in.readFloat(),
                laid(in, pictures));
    }

    private static List<Sculpture.Laid> laid(DataInputStream in, int pictures) throws IOException {
        List<Sculpture.Laid> all = new ArrayList<>();
        for (int i = Wire.count(in, SurfaceMap.COUNT); i > 0; i--) {
            SurfaceMap tells = SurfaceMap.of(within(in.readByte(), 0, SurfaceMap.COUNT));
            int picture = within(in.readInt(), 0, pictures);
            MapLaying how = new MapLaying(
                    in.readBoolean(),
                    in.readFloat(),
                    in.readFloat(),
                    in.readFloat(),
                    in.readFloat(),
                    in.readFloat(),
                    in.readFloat());
            all.add(new Sculpture.Laid(tells, picture, how.equals(MapLaying.PLAIN) ? MapLaying.PLAIN : how));
        }
        return all;
    }

    private static Sculpture.Part part(DataInputStream in, int nodes, int stuffs, List<Sculpture.Skin> skins)
            throws IOException {
        int node = within(in.readInt(), 0, nodes);
        Shape shape = Wire.shape(in);
        int stuff = within(in.readInt(), -1, stuffs);
        int skin = within(in.readInt(), -1, skins.size());
        int[] joints = null;
        float[] shares = null;
        if (skin >= 0) {
            joints = ints(in, 4 * shape.corners());
            shares = floats(in, 4 * shape.corners());
            exact(joints.length, 4 * shape.corners());
            exact(shares.length, 4 * shape.corners());
            for (int joint : joints) within(joint, 0, skins.get(skin).joints().length);
        }
        float[][] targets = new float[Wire.count(in, MOST)][];
        for (int t = 0; t < targets.length; t++) {
            targets[t] = floats(in, 3 * shape.corners());
            exact(targets[t].length, 3 * shape.corners());
        }
        return new Sculpture.Part(node, shape, stuff, skin, joints, shares, targets);
    }

    private static int within(int value, int from, int to) throws IOException {
        if (value < from || value >= to) throw new IOException("a place that is not there: " + value);
        return value;
    }

    private static void exact(int is, int wanted) throws IOException {
        if (is != wanted) throw new IOException(is + " numbers in place of " + wanted);
    }

    private static void ints(DataOutputStream out, int[] values) throws IOException {
        out.writeInt(values.length);
        for (int value : values) out.writeInt(value);
    }

    private static int[] ints(DataInputStream in, int most) throws IOException {
        int[] values = new int[Wire.count(in, most)];
        for (int i = 0; i < values.length; i++) values[i] = in.readInt();
        return values;
    }

    private static void floats(DataOutputStream out, float[] values) throws IOException {
        out.writeInt(values.length);
        Wire.floats(out, values, values.length);
    }

    private static float[] floats(DataInputStream in, int most) throws IOException {
        float[] values = new float[Wire.count(in, most)];
        Wire.floats(in, values, values.length);
        return values;
    }
}
