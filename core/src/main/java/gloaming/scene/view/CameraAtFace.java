package gloaming.scene.view;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.scene.Scene;
import gloaming.scene.render.Renderer;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Sees one face of a box straight on and without perspective, from edge to edge: what is to lie on the face of a real one. */
@Id("camera-at-face")
@StepInfo(
        name = "Camera at face",
        does =
                "Sees one face of a box in the scene from edge to edge, for the face of a real one, and gives the picture.",
        ifBlack = "nothing of the scene stands in the box, or no light reaches it",
        find = "camera orthographic parallel front side top plan elevation box cube face mapping facade projection",
        notice = "It looks straight at one side, so that the picture fits that face of a real box.",
        example = "block rounding=0.3 detail=6 > twist-shape > *")
public record CameraAtFace(
        @Id("face") @Choice(initial = "front", says = "Which face of the box it sees.")
        Face face,

        @Id("width")
        @Range(
                min = 0.01,
                max = 100,
                initial = 2,
                unit = "units",
                byRatio = true,
                says = "Of the box, from left to right.")
        double width,

        @Id("height")
        @Range(min = 0.01, max = 100, initial = 2, unit = "units", byRatio = true, says = "Of the box, upward.")
        double height,

        @Id("depth")
        @Range(
                min = 0.01,
                max = 100,
                initial = 2,
                unit = "units",
                byRatio = true,
                says = "Of the box, from front to back.")
        double depth,

        @Id("x") @Range(min = -50, max = 50, initial = 0, unit = "units", says = "The middle of the box, across.")
        double x,

        @Id("y") @Range(min = -50, max = 50, initial = 0, unit = "units", says = "The middle of the box, up.")
        double y,

        @Id("z") @Range(min = -50, max = 50, initial = 0, unit = "units", says = "The middle of the box, in depth.")
        double z,

        @Id(value = "fit", label = "Shape")
        @Choice(
                initial = "kept",
                says = "Whether the face keeps its shape, with what stands beside it, or fills the picture.")
        Fit fit,

        @Id("edges") @Choice(initial = "smooth", says = "Smooth edges take about twice as long.")
        Camera.Edges edges,

        @Id(value = "shadows", label = "Shadow size")
        @Range(
                min = 64,
                max = 4096,
                initial = 1024,
                unit = "pixels",
                byRatio = true,
                says = "More is sharper and slower.")
        int shadows)
        implements Operation<Scene, Picture, Renderer> {

    /** A face of a box, by who looks at its front. */
    public enum Face {
        @Id("front")
        FRONT(0, 0),
        @Id("right")
        RIGHT(0.25, 0),
        @Id("back")
        BACK(0.5, 0),
        @Id("left")
        LEFT(-0.25, 0),
        @Id("top")
        TOP(0, 0.25),
        @Id("bottom")
        BOTTOM(0, -0.25);

        private final double round;
        private final double high;

        Face(double round, double high) {
            this.round = round;
            this.high = high;
        }
    }

    /** What becomes of a face whose shape is not the picture's. */
    public enum Fit {
        @Id("kept")
        KEPT,
        @Id("stretched")
        STRETCHED
    }

    @Override
    public Renderer memory() {
        return new Renderer();
    }

    @Override
    public Picture run(Scene in, Renderer renderer, Frame frame) {
        Picture out = frame.picture();
        int samples = Shot.samples(edges, frame);
        boolean flat = face == Face.TOP || face == Face.BOTTOM;
        boolean side = face == Face.LEFT || face == Face.RIGHT;
        double across = side ? depth : width;
        double upward = flat ? depth : height;
        if (fit == Fit.KEPT) {
            double shape = (double) out.width / out.height;
            double whole = Math.max(upward, across / shape);
            across = whole * shape;
            upward = whole;
        }
        renderer.view()
                .face(
                        face.round,
                        face.high,
                        across,
                        upward,
                        (flat ? height : side ? width : depth) / 2,
                        x,
                        y,
                        z,
                        samples * out.width,
                        samples * out.height);
        return Shot.take(in, renderer, samples, shadows, 0, 0.1, 1, out, frame);
    }
}
