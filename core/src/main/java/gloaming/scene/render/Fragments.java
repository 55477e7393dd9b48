package gloaming.scene.render;

import gloaming.flow.Vectors;

/**
 * Places on surfaces that are shaded together, as columns: one for every pixel and triangle that is seen in it.
 *
 * <p>Places and directions are the world's; directions have length 1. Room is left for whole vectors; what stands beyond {@link #n} there is
 * worked on too, so that it has to be numbers.
 */
final class Fragments {
    /** Places at most. */
    static final int MOST = 1_024;

    static final int ROOM = MOST + 2 * Vectors.LANES;

    int n;
    final int[] pixel = new int[ROOM];
    final float[] weight = new float[ROOM];
    final float[] x = new float[ROOM];
    final float[] y = new float[ROOM];
    final float[] z = new float[ROOM];
    /** The normal, to the side that is seen. */
    final float[] nx = new float[ROOM];

    final float[] ny = new float[ROOM];
    final float[] nz = new float[ROOM];
    /** The normal of the triangle itself, to the side that is seen. */
    final float[] fx = new float[ROOM];

    final float[] fy = new float[ROOM];
    final float[] fz = new float[ROOM];
    /** To the eye, and how far that is. */
    final float[] vx = new float[ROOM];

    final float[] vy = new float[ROOM];
    final float[] vz = new float[ROOM];
    final float[] far = new float[ROOM];
    /** What it is made of. */
    final float[] red = new float[ROOM];

    final float[] green = new float[ROOM];
    final float[] blue = new float[ROOM];
    final float[] roughness = new float[ROOM];
    final float[] metal = new float[ROOM];
    final float[] shine = new float[ROOM];
    final float[] soft = new float[ROOM];
    /** How far light goes in, in units, and the colour of what comes out; 0 for what lets none in. */
    final float[] deep = new float[ROOM];

    final float[] deepRed = new float[ROOM];
    final float[] deepGreen = new float[ROOM];
    final float[] deepBlue = new float[ROOM];
    /** Whether any lets light in. */
    boolean waxen;
    /** How much lies under a clear coat, how rough that is, and what it throws to the eye. */
    final float[] coat = new float[ROOM];

    final float[] coatRoughness = new float[ROOM];
    final float[] coatRed = new float[ROOM];
    final float[] coatGreen = new float[ROOM];
    final float[] coatBlue = new float[ROOM];
    /** The normal of a coat that lies apart from what is under it, as its matter says; no length where it follows. */
    final float[] cx = new float[ROOM];

    final float[] cy = new float[ROOM];
    final float[] cz = new float[ROOM];
    /** Whether any lies under a coat, and under one that lies apart. */
    boolean coated;

    boolean apart;
    /** Steps of light, or 0 where it is even. */
    final int[] bands = new int[ROOM];
    /** How much the surface covers. */
    final float[] cover = new float[ROOM];
    /** How open it lies to the light from all round, 0 to 1. */
    final float[] open = new float[ROOM];
    /** To one lamp, and how much of its light arrives. */
    final float[] lx = new float[ROOM];

    final float[] ly = new float[ROOM];
    final float[] lz = new float[ROOM];
    final float[] light = new float[ROOM];
    /** Steps on the way: cosines, how much facets throw to the eye, how much more aslant, and how much matt parts get. */
    final float[] nv = new float[ROOM];

    final float[] nl = new float[ROOM];
    final float[] nh = new float[ROOM];
    final float[] vh = new float[ROOM];
    final float[] facets = new float[ROOM];
    final float[] aslant = new float[ROOM];
    final float[] matt = new float[ROOM];
    final float[] way = new float[ROOM];
    /** What a sky that is a picture shows where the eye's ray is thrown. */
    final float[] skyRed = new float[ROOM];

    final float[] skyGreen = new float[ROOM];
    final float[] skyBlue = new float[ROOM];
    /** The light that goes to the eye. */
    final float[] outRed = new float[ROOM];

    final float[] outGreen = new float[ROOM];
    final float[] outBlue = new float[ROOM];

    Fragments() {
        java.util.Arrays.fill(nz, 1);
        java.util.Arrays.fill(vz, 1);
        java.util.Arrays.fill(lz, 1);
        java.util.Arrays.fill(roughness, 1);
    }

    /** Those that lie in a relief. */
    final Carved carved = new Carved();

    /** Those that are of glass: how far what is behind is bent aside in the picture, in pixels, and how much it is blurred; 0 for the others. */
    final boolean[] glass = new boolean[ROOM];

    final float[] aside = new float[ROOM];
    final float[] above = new float[ROOM];

    /** What a face writes of a place. */
    private final float[][] placed = {x, y, z, nx, ny, nz, fx, fy, fz, red, green, blue};

    /** Brings what a face writes of {@code many} places to others. */
    void move(int from, int to, int many) {
        for (float[] column : placed) System.arraycopy(column, from, column, to, many);
    }

    void clear() {
        carved.clear();
        waxen = false;
        coated = false;
        if (apart) for (float[] column : new float[][] {cx, cy, cz}) java.util.Arrays.fill(column, 0, n, 0);
        apart = false;
        n = 0;
    }
}
