package gloaming.scene.stand;

import gloaming.look.Id;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Moves, turns and scales all that stands in a scene. */
@Id("stand")
@StepInfo(
        name = "Place in space",
        does = "Moves, turns and scales the things of a scene together.",
        ifBlack = "it may have moved them out of the camera's sight",
        find = "transform move rotate turn scale translate 3d spin position stand put place",
        notice = "A thing moved, turned and scaled as a whole.",
        example = "block width=0.6 height=0.6 depth=0.6 > * turn==0.1*t x=0.5")
public record PlaceInSpace(
        @Id("x")
        @Range(
                min = -50,
                max = 50,
                initial = 0,
                unit = "units",
                drag = Range.Drag.ACROSS,
                says = "To the right. Drag the picture.")
        double x,

        @Id("y")
        @Range(min = -50, max = 50, initial = 0, unit = "units", drag = Range.Drag.UP, says = "Up. Drag the picture.")
        double y,

        @Id("z") @Range(min = -50, max = 50, initial = 0, unit = "units", says = "Towards who looks.")
        double z,

        @Id("turn") @Range(min = -100, max = 100, initial = 0, unit = "turns", says = "In the picture, anticlockwise.")
        double turn,

        @Id("tilt")
        @Range(
                min = -100,
                max = 100,
                initial = 0,
                unit = "turns",
                says = "Then about the level axis, the top towards who looks.")
        double tilt,

        @Id("spin") @Range(min = -100, max = 100, initial = 0, unit = "turns", says = "Then about the upright axis.")
        double spin,

        @Id("scale") @Range(min = 0.001, max = 100, initial = 1, byRatio = true, says = "Larger or smaller.")
        double scale)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        float[] pose = new float[Matrix.SIZE];
        Matrix.pose(pose, scale, turn, tilt, spin, x, y, z);
        for (int i = 0; i < own.things(); i++) Matrix.follow(pose, 0, own.thing(i).move, 0);
        for (int i = 0; i < own.speckSets(); i++) Matrix.follow(pose, 0, own.specks(i).move, 0);
    }
}
