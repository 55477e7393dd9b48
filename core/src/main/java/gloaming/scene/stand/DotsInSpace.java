package gloaming.scene.stand;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points as dots among the things of a scene, hidden by what stands before them. */
@Id("dots-in-space")
@StepInfo(
        name = "Dots in space",
        does = "Puts points into a scene as dots, hidden by what stands before them, in their own light or lit.",
        find = "particles points sprites dust sparks snow in scene 3d specks depth occluded lit",
        ifBlack = "the points are see-through, or have no size",
        notice = "The dots stand in a scene: nearer ones hide farther ones.",
        example = "sphere count=500 size=0.02 > *")
public record DotsInSpace(
        @Id("size") @Range(min = 0.01, max = 100, initial = 1, byRatio = true, says = "Times each point's own size.")
        double size,

        @Id("soft")
        @Range(min = 0, max = 1, initial = 0.3, says = "From a clear edge to one that fades from the middle.")
        double soft,

        @Id("lit") @Range(min = 0, max = 1, initial = 0, says = "From their own light to that of the scene's lamps.")
        double lit,

        @Id("adds") @Range(min = 0, max = 1, initial = 0.5, says = "From covering to adding their light.")
        double adds,

        @Id("shadow")
        @Range(min = 0, max = 1, initial = 0, says = "How much of the lamps' light they keep from what lies behind.")
        double shadow)
        implements Operation<Points, Scene, DotsInSpace.Memory> {

    /** The scene that holds them. */
    public static final class Memory {
        final Scene scene = new Scene();
        final Specks specks = new Specks();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Scene run(Points in, Memory memory, Frame frame) {
        Specks specks = memory.specks.room(in.n());
        specks.soft = (float) soft;
        specks.lit = (float) lit;
        specks.adds = (float) adds;
        specks.shadow = (float) shadow;
        frame.crew().each(in.n(), Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                put(specks.from, in, i);
                put(specks.to, in, i);
                specks.radius[i] = (float) size * in.at(Attribute.SIZE, i);
                colour(specks, in, i);
            }
        });
        return memory.scene.clear().add(specks);
    }

    static void put(float[] to, Points in, int i) {
        to[3 * i] = in.at(Attribute.X, i);
        to[3 * i + 1] = in.at(Attribute.Y, i);
        to[3 * i + 2] = in.at(Attribute.Z, i);
    }

    static void colour(Specks specks, Points in, int i) {
        specks.colour[4 * i] = in.at(Attribute.RED, i);
        specks.colour[4 * i + 1] = in.at(Attribute.GREEN, i);
        specks.colour[4 * i + 2] = in.at(Attribute.BLUE, i);
        specks.colour[4 * i + 3] = in.at(Attribute.ALPHA, i);
    }
}
