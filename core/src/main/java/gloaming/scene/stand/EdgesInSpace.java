package gloaming.scene.stand;

import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import gloaming.shape.places.Edges;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The edges of a shape as thin lines among the things of a scene, in the colours of its corners. */
@Id("edges-in-space")
@StepInfo(
        name = "Edges in space",
        does =
                "Puts a shape into a scene with its edges as thin lines: the sharp ones, or all; with its faces or without.",
        find = "wireframe outline contour edges lines mesh blueprint drawing neon shape hidden line",
        ifBlack = "the lines are thinner than a pixel and their colour is dark",
        notice = "The sharp edges are drawn as lines, and faces hide those behind them.",
        example = "block width=0.9 height=0.9 depth=0.9 > * > stand spin==t*0.05 tilt=0.08")
public record EdgesInSpace(
        @Id("which") @Choice(initial = "sharp", says = "Edges at which faces meet sharply, or those of all triangles.")
        Which which,

        @Id("thickness")
        @Range(min = 0.0005, max = 1, initial = 0.012, unit = "units", byRatio = true, says = "From side to side.")
        double thickness,

        @Id("colour")
        @Choice(initial = "#ffcf8a", says = "Their colour, times that of the corners where they have one.")
        Colour colour,

        @Id("brightness") @Range(min = 0, max = 50, initial = 1.5, says = "Times their colour; above 1 glows.")
        double brightness,

        @Id("lit") @Range(min = 0, max = 1, initial = 0, says = "From their own light to that of the scene's lamps.")
        double lit,

        @Id("adds") @Range(min = 0, max = 1, initial = 0, says = "From covering to adding their light.")
        double adds,

        @Id("faces")
        @Choice(initial = "true", says = "Whether its faces stand there too, and hide the lines behind them.")
        boolean faces)
        implements Operation<Shape, Scene, EdgesInSpace.Memory> {

    /** Which edges are drawn. */
    public enum Which {
        @Id("sharp")
        SHARP,
        @Id("all")
        ALL
    }

    /** The edges as they were last found, and the scene that they stand in. */
    public static final class Memory {
        private final Specks specks = new Specks();
        private final Scene scene = new Scene();
        private int[] ends = {};
        private long of = -1;
        private Which by;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Scene run(Shape in, Memory memory, Frame frame) {
        if (memory.of != in.stamp() || memory.by != which) {
            memory.ends = Edges.of(in, which == Which.SHARP);
            memory.of = in.stamp();
            memory.by = which;
        }
        int[] ends = memory.ends;
        Specks specks = memory.specks.room(ends.length / 2);
        specks.soft = 0;
        specks.end = 1;
        specks.foot = 0;
        specks.lit = (float) lit;
        specks.adds = (float) adds;
        specks.shadow = 0;
        frame.crew().each(specks.n, Points.GRAIN, (from, to) -> {
            for (int k = from; k < to; k++) {
                specks.radius[k] = (float) thickness / 2;
                put(specks.from, in, ends[2 * k], k);
                put(specks.to, in, ends[2 * k + 1], k);
                paint(specks, in, ends[2 * k], k);
            }
        });
        memory.scene.clear().add(specks);
        return faces ? memory.scene.with(in) : memory.scene;
    }

    /** Half of a line lies over the surface, so that the faces beside it do not hide it. */
    private void put(float[] to, Shape in, int i, int k) {
        float off = (float) thickness / 2;
        to[3 * k] = in.x()[i] + off * in.nx()[i];
        to[3 * k + 1] = in.y()[i] + off * in.ny()[i];
        to[3 * k + 2] = in.z()[i] + off * in.nz()[i];
    }

    private void paint(Specks specks, Shape in, int i, int k) {
        boolean own = in.coloured();
        float bright = (float) brightness;
        specks.colour[4 * k] = bright * colour.r() * (own ? in.red()[i] : 1);
        specks.colour[4 * k + 1] = bright * colour.g() * (own ? in.green()[i] : 1);
        specks.colour[4 * k + 2] = bright * colour.b() * (own ? in.blue()[i] : 1);
        specks.colour[4 * k + 3] = 1;
    }
}
