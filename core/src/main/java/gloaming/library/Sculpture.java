package gloaming.library;

import gloaming.flow.MapLaying;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.flow.SurfaceMap;
import java.util.List;

/**
 * A model as its file has it: parts of triangles on nodes that hang on one another, what they are made of, and how they move.
 *
 * <p>Nodes stand after the nodes that they hang on. Matrices are three rows of four numbers. Nothing of it changes once it is there.
 *
 * @param parents for each node the one that it hangs on, or -1
 * @param rest for each node ten numbers: where it lies, how it is turned (a quaternion, its real part last) and how large it is
 * @param weights for each node how much of each of its part's targets is there at rest; may be empty
 * @param missing how many pictures its stuffs name that could not be read
 */
public record Sculpture(
        int[] parents,
        float[] rest,
        float[][] weights,
        List<Part> parts,
        List<Skin> skins,
        List<Animation> animations,
        List<Stuff> stuffs,
        List<Picture> pictures,
        int missing) {

    /** Nodes, joints of a skin, numbers of all keys together and pictures, at most. */
    public static final int NODES = 20_000;

    public static final int JOINTS = 1_024;
    public static final int KEYS = 8_000_000;
    public static final int PICTURES = 64;
    /** Numbers a node has at rest. */
    public static final int REST = 10;

    /**
     * Triangles of one stuff on one node, in the node's own space.
     *
     * @param stuff its place among the stuffs, or -1
     * @param skin its place among the skins, or -1; its corners then go by joints, four a corner by {@code joints} and {@code shares}
     * @param targets how far each corner goes for each target, three numbers a corner
     */
    public record Part(int node, Shape shape, int stuff, int skin, int[] joints, float[] shares, float[][] targets) {}

    /** Nodes that are joints, and what takes a corner into the space of each. */
    public record Skin(int[] joints, float[] inverse) {}

    /** Nodes that move together, over so many seconds. */
    public record Animation(String name, float seconds, List<Track> tracks) {}

    /** One thing of one node that changes over times: values follow each other, as many a time as it has numbers. */
    public record Track(int node, What what, Way way, float[] times, float[] values) {}

    /** What changes. */
    public enum What {
        PLACE,
        TURN,
        SIZE,
        WEIGHTS
    }

    /** How it goes from one key to the next; a smooth one has its slope before and after with each key. */
    public enum Way {
        STEP,
        LINEAR,
        SMOOTH
    }

    /**
     * What parts are made of, by the metal-rough model; colours are linear light.
     *
     * @param colours base colour and cover, then light that it gives off: seven numbers
     * @param through how much light goes through it, 0 to 1
     * @param shut how much what lies less open is darker for it, 0 to 1
     * @param coat how much of it lies under a clear coat, 0 to 1, and how rough that is
     * @param laid the pictures on it, of each {@link SurfaceMap} one at most
     */
    public record Stuff(
            float[] colours,
            float roughness,
            float metallic,
            boolean unlit,
            boolean bothSides,
            boolean clear,
            float through,
            float shut,
            float coat,
            float coatRoughness,
            List<Laid> laid) {
        /** The picture on it that tells something of it, or null. */
        public Laid laid(SurfaceMap tells) {
            for (Laid one : laid) if (one.tells() == tells) return one;
            return null;
        }
    }

    /** A picture on a stuff: what it tells, its place among the pictures, and how it is laid. */
    public record Laid(SurfaceMap tells, int picture, MapLaying how) {}

    /** Triangles alone, of no stuff of their own. */
    public static Sculpture of(Shape shape) {
        float[] rest = {0, 0, 0, 0, 0, 0, 1, 1, 1, 1};
        Part part = new Part(0, shape, -1, -1, null, null, new float[0][]);
        return new Sculpture(
                new int[] {-1}, rest, new float[1][0], List.of(part), List.of(), List.of(), List.of(), List.of(), 0);
    }
}
