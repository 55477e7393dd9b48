package gloaming.scene;

import gloaming.flow.MapLaying;
import gloaming.flow.Picture;
import gloaming.flow.SurfaceMap;

/**
 * What a thing is made of, by the metal-rough model: a base colour, how rough and how much of a metal it is, and what it gives off.
 *
 * <p>Colours are linear light, not premultiplied. Pictures take part by their texture places and are valid for the frame. One belongs to
 * whoever made it; others take over its values.
 */
public final class Matter {
    /** How light meets it. */
    public enum Model {
        /** As it is, whatever lights there are. */
        UNLIT,
        /** By the laws of light. */
        LIT,
        /** In so many steps. */
        BANDS,
        /** Through it, bent and tinted by its colour. */
        GLASS
    }

    public Model model = Model.LIT;
    public float red = 0.6f;
    public float green = 0.58f;
    public float blue = 0.55f;
    /** 0 is a mirror, 1 is chalk; the width of the highlight goes by its square. */
    public float roughness = 0.7f;
    /** 0 for what is no metal, 1 for one. */
    public float metal;
    /** What it throws back straight on where it is no metal, 0 to 1: 0.04 for most things, 0 for none at all. */
    public float shine = 0.04f;
    /** Light it gives off by itself. */
    public float glowRed;

    public float glowGreen;
    public float glowBlue;
    /** How much it covers, 0 to 1. */
    public float cover = 1;
    /** Whether it is seen from behind too. */
    public boolean bothSides;
    /** How far light goes round into the dark side, 0 to 1: wax, skin, leaves. */
    public float soft;
    /** How far light goes in and comes out elsewhere, in units: a third of it is left after that; 0 for what lets none in. */
    public float deep;
    /** The colour of what comes out, whose brightest part goes the farthest. */
    public float deepRed = 1;

    public float deepGreen = 1;
    public float deepBlue = 1;
    /** How much of it lies under a clear coat, 0 to 1, and how rough that is. */
    public float coat;

    public float coatRoughness;
    /** Whether the coat lies even over what a picture of normals bends under it, and is bent by a picture of its own; else it follows. */
    public boolean coatApart;
    /** How far {@link Model#GLASS} bends what is behind it aside, in parts of the picture's height where it is seen edge-on. */
    public float bend;
    /** Steps of light for {@link Model#BANDS}. */
    public int bands = 3;

    private final Picture[] maps = new Picture[SurfaceMap.COUNT];

    private final MapLaying[] layings = new MapLaying[SurfaceMap.COUNT];
    /** How much less of the light from all round comes where it lies less open, 0 to 1. */
    public float shut = 1;
    /** Whether its colour's picture has places where nothing is. */
    public boolean holes;
    /** Whether pictures go on beside themselves, whatever the tiles are. */
    public boolean repeats;
    /** A picture whose light is a height; {@link #relief} says how much. */
    public Picture heightMap;
    /** How far full light stands out, as a part of the picture's height. */
    public float relief;
    /** How often pictures are laid side by side. */
    public float tilesAcross = 1;

    public float tilesUp = 1;

    public Matter copyFrom(Matter other) {
        model = other.model;
        red = other.red;
        green = other.green;
        blue = other.blue;
        roughness = other.roughness;
        metal = other.metal;
        shine = other.shine;
        glowRed = other.glowRed;
        glowGreen = other.glowGreen;
        glowBlue = other.glowBlue;
        cover = other.cover;
        bothSides = other.bothSides;
        soft = other.soft;
        deep = other.deep;
        deepRed = other.deepRed;
        deepGreen = other.deepGreen;
        deepBlue = other.deepBlue;
        coat = other.coat;
        coatRoughness = other.coatRoughness;
        coatApart = other.coatApart;
        bands = other.bands;
        bend = other.bend;
        System.arraycopy(other.maps, 0, maps, 0, maps.length);
        System.arraycopy(other.layings, 0, layings, 0, layings.length);
        shut = other.shut;
        holes = other.holes;
        repeats = other.repeats;
        heightMap = other.heightMap;
        relief = other.relief;
        tilesAcross = other.tilesAcross;
        tilesUp = other.tilesUp;
        return this;
    }

    /** A picture laid on it by its texture places, or null. */
    public Picture map(SurfaceMap which) {
        return maps[which.ordinal()];
    }

    /** Lays a picture on it, or none where it is null. */
    public void lay(SurfaceMap which, Picture picture) {
        lay(which, picture, MapLaying.PLAIN);
    }

    public void lay(SurfaceMap which, Picture picture, MapLaying how) {
        maps[which.ordinal()] = picture;
        layings[which.ordinal()] = how;
    }

    /** How a picture that lies on it is laid. */
    public MapLaying laying(SurfaceMap which) {
        return layings[which.ordinal()];
    }

    /** Whether any picture lies on it. */
    public boolean mapped() {
        return heightMap != null || painted();
    }

    /** Whether a picture lies on it that is not only its height. */
    public boolean painted() {
        for (Picture map : maps) if (map != null) return true;
        return false;
    }

    /** Whether something behind it can be seen through it. */
    public boolean seeThrough() {
        return cover < 1 || holes || model == Model.GLASS || (map(SurfaceMap.COLOUR) != null && model == Model.UNLIT);
    }

    /** The plain grey stuff that everything is made of until somebody says otherwise. */
    public Matter plain() {
        return copyFrom(PLAIN);
    }

    private static final Matter PLAIN = new Matter();
}
