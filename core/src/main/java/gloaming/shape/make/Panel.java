package gloaming.shape.make;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Made;
import gloaming.step.Choice;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A flat rectangle of one or many squares, standing or lying. */
@Id("panel")
@StepInfo(
        name = "Panel",
        does = "Makes a flat rectangle, standing as a wall or lying as a floor.",
        find = "shape plane grid wall floor ground sheet rectangle quad screen 3d mesh",
        notice = "A flat sheet; on the floor it catches shadows.",
        example = "* > twist-shape turns=0.06")
public record Panel(
        @Id("width")
        @Range(min = 0.001, max = 100, initial = 2, unit = "units", byRatio = true, says = "From left to right.")
        double width,

        @Id("height")
        @Range(min = 0.001, max = 100, initial = 2, unit = "units", byRatio = true, says = "Upward, or to the back.")
        double height,

        @Id("stands") @Choice(initial = "wall", says = "Upright before who looks, or flat on the ground.")
        Stands stands,

        @Id("detail") @Range(min = 1, max = 700, initial = 1, byRatio = true, says = "Squares along each side.")
        int detail)
        implements Made {

    /** How it stands. */
    public enum Stands {
        @Id("wall")
        WALL,
        @Id("floor")
        FLOOR
    }

    @Override
    public void make(Shape out) {
        boolean wall = stands == Stands.WALL;
        for (int j = 0; j <= detail; j++) {
            for (int i = 0; i <= detail; i++) {
                double u = (double) i / detail;
                double v = (double) j / detail;
                double up = (v - 0.5) * height;
                out.corner((u - 0.5) * width, wall ? up : 0, wall ? 0 : -up, 0, wall ? 0 : 1, wall ? 1 : 0, u, v);
            }
        }
        for (int j = 0; j < detail; j++) {
            for (int i = 0; i < detail; i++) {
                int a = j * (detail + 1) + i;
                out.square(a, a + 1, a + detail + 2, a + detail + 1);
            }
        }
    }
}
