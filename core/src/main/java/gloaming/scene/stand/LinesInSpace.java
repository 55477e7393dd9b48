package gloaming.scene.stand;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Thin lines among the things of a scene: strands and trails, a line from point to point, or a short stroke at each. */
@Id("lines-in-space")
@StepInfo(
        name = "Lines in space",
        does =
                "Puts points into a scene as thin lines: strands, trails, or a stroke at each along its heading or flight.",
        find = "hair fur grass fibres strands trails rain streaks strokes threads in scene 3d lines particles lit",
        ifBlack = "the points are see-through, have no size, or do not move",
        notice = "Fine lines among things, lit along their side as hairs are.",
        example = "sphere count=300 size=0.02 > strands length=0.35 > *")
public record LinesInSpace(
        @Id("along")
        @Choice(initial = "strand", says = "Along strands or from point to point, or a stroke at each point.")
        Along along,

        @Id("length")
        @Range(min = 0, max = 20, initial = 0.1, unit = "units", says = "Of strokes; of flight, the seconds it shows.")
        double length,

        @Id("thickness")
        @Range(min = 0.01, max = 100, initial = 0.3, byRatio = true, says = "Times each point's own size.")
        double thickness,

        @Id(value = "ends", label = "Far end")
        @Range(min = 0, max = 1, initial = 1, says = "How thick a line is where it ends, times where it begins.")
        double ends,

        @Id(value = "foot", label = "Dark foot")
        @Range(min = 0, max = 1, initial = 0, says = "How much darker a line is where it begins, as among others.")
        double foot,

        @Id("lit") @Range(min = 0, max = 1, initial = 0.5, says = "From their own light to that of the scene's lamps.")
        double lit,

        @Id("adds") @Range(min = 0, max = 1, initial = 0, says = "From covering to adding their light.")
        double adds,

        @Id("shadow")
        @Range(min = 0, max = 1, initial = 0, says = "How much of the lamps' light they keep from what lies behind.")
        double shadow)
        implements Operation<Points, Scene, DotsInSpace.Memory> {

    /** What a line goes along. */
    public enum Along {
        @Id("strand")
        STRAND,
        @Id("heading")
        HEADING,
        @Id("flight")
        FLIGHT
    }

    @Override
    public DotsInSpace.Memory memory() {
        return new DotsInSpace.Memory();
    }

    @Override
    public Scene run(Points in, DotsInSpace.Memory memory, Frame frame) {
        Specks specks = memory.specks.room(in.n());
        specks.soft = 0;
        specks.end = (float) ends;
        specks.foot = (float) foot;
        specks.lit = (float) lit;
        specks.adds = (float) adds;
        specks.shadow = (float) shadow;
        Column strand = in.column("strand");
        frame.crew().each(in.n(), Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                specks.radius[i] = (float) thickness * in.at(Attribute.SIZE, i);
                DotsInSpace.colour(specks, in, i);
                DotsInSpace.put(specks.from, in, i);
                if (along == Along.STRAND) next(specks, in, strand, i);
                else stroke(specks, in, i);
            }
        });
        return memory.scene.clear().add(specks);
    }

    /** On to the next point of the strand; the last one ends there and has nothing to show. */
    private static void next(Specks specks, Points in, Column strand, int i) {
        boolean last = i + 1 == in.n() || strand != null && strand.at(i) != strand.at(i + 1);
        int j = last ? i : i + 1;
        specks.to[3 * i] = in.at(Attribute.X, j);
        specks.to[3 * i + 1] = in.at(Attribute.Y, j);
        specks.to[3 * i + 2] = in.at(Attribute.Z, j);
        if (last) specks.colour[4 * i + 3] = 0;
    }

    private void stroke(Specks specks, Points in, int i) {
        boolean flight = along == Along.FLIGHT;
        float x = in.at(flight ? Attribute.VX : Attribute.HX, i);
        float y = in.at(flight ? Attribute.VY : Attribute.HY, i);
        float z = in.at(flight ? Attribute.VZ : Attribute.HZ, i);
        // A stroke goes from the point on; a flight ends where the point is.
        float far = (float) (flight ? -length : length);
        specks.to[3 * i] = specks.from[3 * i] + far * x;
        specks.to[3 * i + 1] = specks.from[3 * i + 1] + far * y;
        specks.to[3 * i + 2] = specks.from[3 * i + 2] + far * z;
    }
}
