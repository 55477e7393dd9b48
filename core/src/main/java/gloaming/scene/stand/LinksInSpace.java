package gloaming.scene.stand;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.force.Links;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** {@link Links} between points, as thin lines among the things of a scene. */
@Id("links-in-space")
@StepInfo(
        name = "Links in space",
        does = "Puts thin lines between points that are near each other into a scene, fainter the farther they are.",
        find = "plexus network constellation web neighbours connect lines near in scene 3d links among things lit",
        ifBlack = "no two points are within reach of each other",
        notice = "Threads join points that are near one another, lit and hidden as things are.",
        example = "sphere count=200 size=0.03 > * within=0.35")
public record LinksInSpace(
        @Id(value = "within", label = "Longest")
        @Range(min = 0.005, max = 20, initial = 0.3, unit = "units", byRatio = true, says = "How far a line reaches.")
        double within,

        @Id(value = "most", label = "Most a point")
        @Range(min = 1, max = 32, initial = 6, says = "Lines from each point, at most.")
        int most,

        @Id("fade") @Range(min = 0, max = 8, initial = 1, says = "How early lines fade with distance: 0 not at all.")
        double fade,

        @Id("thickness")
        @Range(min = 0.01, max = 100, initial = 0.2, byRatio = true, says = "Times each point's own size.")
        double thickness,

        @Id("lit") @Range(min = 0, max = 1, initial = 0.5, says = "From their own light to that of the scene's lamps.")
        double lit,

        @Id("adds") @Range(min = 0, max = 1, initial = 0, says = "From covering to adding their light.")
        double adds,

        @Id("shadow")
        @Range(min = 0, max = 1, initial = 0, says = "How much of the lamps' light they keep from what lies behind.")
        double shadow)
        implements Operation<Points, Scene, LinksInSpace.Memory> {

    /** The lines found, and the scene that they stand in. */
    public static final class Memory {
        private final Links links = new Links();
        private final Specks specks = new Specks();
        private final Scene scene = new Scene();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Scene run(Points in, Memory memory, Frame frame) {
        Links links = memory.links.find(in, within, most, fade, frame);
        Specks specks = memory.specks.room(links.lines);
        specks.soft = 0;
        specks.end = 1;
        specks.foot = 0;
        specks.lit = (float) lit;
        specks.adds = (float) adds;
        specks.shadow = (float) shadow;
        frame.crew().each(links.lines, Points.GRAIN, (from, to) -> {
            for (int k = from; k < to; k++) {
                int a = links.pairs[2 * k];
                int b = links.pairs[2 * k + 1];
                specks.radius[k] = (float) thickness * (in.at(Attribute.SIZE, a) + in.at(Attribute.SIZE, b)) / 2;
                for (int c = 0; c < 3; c++) {
                    specks.from[3 * k + c] = in.at(PLACE[c], a);
                    specks.to[3 * k + c] = in.at(PLACE[c], b);
                    specks.colour[4 * k + c] = (in.at(LIGHT[c], a) + in.at(LIGHT[c], b)) / 2;
                }
                float cover = (in.at(Attribute.ALPHA, a) + in.at(Attribute.ALPHA, b)) / 2;
                specks.colour[4 * k + 3] = cover * links.strength[k];
            }
        });
        return memory.scene.clear().add(specks);
    }

    private static final Attribute[] PLACE = {Attribute.X, Attribute.Y, Attribute.Z};
    private static final Attribute[] LIGHT = {Attribute.RED, Attribute.GREEN, Attribute.BLUE};
}
