package gloaming.scene.stand;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.flow.SurfaceMap;
import gloaming.look.Id;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A picture of another lane as a sheet that stands in the world, flat or bent about the upright axis. */
@Id("film")
@StepInfo(
        name = "Film in space",
        does = "Stands a picture of another lane in the world as a sheet, flat or curved, lit or as it is.",
        ifBlack = "the lane it shows is black, or it stands behind the camera",
        find = "picture plane screen billboard video wall sheet layer card backdrop",
        notice = "A picture stands in space as a sheet, and keeps its shape.")
@Read(name = "picture", kind = Picture.class, says = "The picture that it shows.")
public record FilmInSpace(
        @Id("height")
        @Range(
                min = 0.001,
                max = 100,
                initial = 2,
                unit = "units",
                byRatio = true,
                says = "Its height; its width follows the picture.")
        double height,

        @Id("stands")
        @Choice(
                initial = "place",
                says = "In its place, or before the camera, so far off that it just fills the picture there.")
        Stands stands,

        @Id("depth")
        @Range(
                min = 0.05,
                max = 1000,
                initial = 8,
                unit = "units",
                byRatio = true,
                says = "How far before the camera it fills the picture.")
        double depth,

        @Id("curve")
        @Range(
                min = -1,
                max = 1,
                initial = 0,
                unit = "turns",
                says = "How much of a circle it is bent to, round who looks or away.")
        double curve,

        @Id("strength") @Range(min = 0, max = 20, initial = 1, says = "Times its light.")
        double strength,

        @Id("cover") @Range(min = 0, max = 1, initial = 1, says = "How much it hides what is behind.")
        double cover,

        @Id("lit") @Choice(initial = "false", says = "Lit by the lamps like paper, or as bright as it is.")
        boolean lit)
        implements Operation<Nothing, Scene, FilmInSpace.Memory> {

    private static final int PARTS = 48;

    /** Where it stands. */
    public enum Stands {
        @Id("place")
        PLACE,
        @Id("fills")
        FILLS
    }

    /** The sheet, and by what it was made. */
    public static final class Memory {
        private final Scene scene = new Scene();
        private final Shape sheet = new Shape();
        private double width;
        private double height;
        private double curve;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Scene run(Nothing in, Memory memory, Frame frame) {
        Picture picture = frame.read("picture", Picture.class);
        Scene own = memory.scene.clear();
        double wide = height * (picture == null ? frame.aspect() : picture.aspect());
        if (memory.width != wide || memory.height != height || memory.curve != curve) make(memory, wide);
        Thing thing = own.add(memory.sheet);
        if (stands == Stands.FILLS) thing.fills = (float) depth;
        Matter m = thing.material;
        m.model = lit ? Matter.Model.LIT : Matter.Model.UNLIT;
        m.red = m.green = m.blue = (float) strength;
        m.roughness = 0.9f;
        m.cover = (float) cover;
        m.bothSides = true;
        m.lay(SurfaceMap.COLOUR, picture);
        return own;
    }

    private void make(Memory memory, double wide) {
        memory.width = wide;
        memory.height = height;
        memory.curve = curve;
        Shape out = memory.sheet.clear();
        int parts = curve == 0 ? 1 : PARTS;
        double angle = 2 * Math.PI * curve;
        for (int i = 0; i <= parts; i++) {
            double u = (double) i / parts;
            double a = angle * (u - 0.5);
            double r = curve == 0 ? 0 : wide / angle;
            double x = curve == 0 ? wide * (u - 0.5) : r * Math.sin(a);
            double z = curve == 0 ? 0 : r * (1 - Math.cos(a));
            out.corner(x, -height / 2, z, -Math.sin(a), 0, Math.cos(a), u, 0);
            out.corner(x, height / 2, z, -Math.sin(a), 0, Math.cos(a), u, 1);
        }
        for (int i = 0; i < parts; i++) out.square(2 * i, 2 * i + 2, 2 * i + 3, 2 * i + 1);
        out.done();
    }
}
