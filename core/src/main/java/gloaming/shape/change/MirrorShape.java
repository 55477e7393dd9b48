package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Axis;
import gloaming.shape.Changed;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A shape and its mirror image, joined. */
@Id("mirror-shape")
@StepInfo(
        name = "Mirror shape",
        does = "Adds the mirror image of a shape.",
        find = "shape mirror reflect symmetry double flip both halves",
        notice = "Half a shape becomes a whole one, even at the seam.",
        example = "cone above=0.1 > twist-shape > *")
public record MirrorShape(
        @Id("axis") @Choice(initial = "across", says = "Along which axis it is mirrored.")
        Axis axis,

        @Id("place")
        @Range(min = -20, max = 20, initial = 0, unit = "units", says = "Where along it the mirror stands.")
        double place)
        implements Changed {

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        int n = in.corners();
        int t = in.triangles();
        out.copyFrom(in).append(in);
        float[] along = axis == Axis.UP ? out.y() : axis == Axis.ACROSS ? out.x() : out.z();
        float[] normal = axis == Axis.UP ? out.ny() : axis == Axis.ACROSS ? out.nx() : out.nz();
        for (int i = n; i < 2 * n; i++) {
            along[i] = (float) (2 * place - along[i]);
            normal[i] = -normal[i];
        }
        out.turnOver(t);
    }
}
