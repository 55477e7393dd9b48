package gloaming.scene.view;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.scene.Scene;
import gloaming.scene.render.Renderer;
import gloaming.step.Beside;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Measure;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Looks at a scene from a place that orbits another; where nothing stands the picture is clear, unless the sky is seen. */
@Id("scene-camera")
@StepInfo(
        name = "Camera",
        does = "Looks at a scene through a camera that orbits it, and gives the picture.",
        ifBlack = "nothing of the scene stands before the camera, or no light reaches it",
        find = "camera 3d space render perspective parallel orthographic orbit view lens draw scene look shoot",
        notice = "Drag it on the monitor; perspective or parallel.",
        example = "block rounding=0.2 detail=4 > * round==0.06*t")
@Beside(
        name = "nearness",
        kind = Picture.class,
        says = "How near things are: 1 where the camera looks at, 2 at half that distance, 0 far away.")
@Beside(
        name = "normals",
        kind = Picture.class,
        says = "Which way things face: red right, green up, blue to the camera.")
@Beside(
        name = "movement",
        kind = Picture.class,
        says =
                "How things, copies and the camera move, as Motion has it: red to the right, green up, in units a second.")
@Beside(name = "things", kind = Picture.class, says = "Which thing is seen: 1, 2 and so on, in the order of the scene.")
public record Camera(
        @Id(value = "round", label = "Turn round")
        @Range(
                min = -100,
                max = 100,
                initial = 0.06,
                unit = "turns",
                drag = Range.Drag.ACROSS,
                says = "Round the scene; drag the picture sideways.")
        double round,

        @Id(value = "high", label = "Elevation")
        @Range(
                min = -0.25,
                max = 0.25,
                initial = 0.05,
                unit = "turns",
                drag = Range.Drag.UP,
                says = "How high it stands; drag the picture up.")
        double high,

        @Id("distance")
        @Range(
                min = 0.05,
                max = 100,
                initial = 2.6,
                unit = "units",
                byRatio = true,
                drag = Range.Drag.WHEEL,
                says = "From the camera to the place it looks at; turn the wheel.")
        double distance,

        @Id("lens") @Choice(initial = "perspective", says = "Nearer is larger, or everything as it is.")
        Lens lens,

        @Id(value = "view", label = "Field of view")
        @Range(
                min = 0.01,
                max = 0.4,
                initial = 0.12,
                unit = Measure.VIEW,
                says = "How much it sees from bottom to top; 40° or 35 mm can be typed too.")
        double view,

        @Id("x") @Range(min = -50, max = 50, initial = 0, unit = "units", says = "The place it looks at, across.")
        double x,

        @Id("y") @Range(min = -50, max = 50, initial = 0, unit = "units", says = "The place it looks at, up.")
        double y,

        @Id("z") @Range(min = -50, max = 50, initial = 0, unit = "units", says = "The place it looks at, in depth.")
        double z,

        @Id("shake") @Range(min = 0, max = 1, initial = 0, says = "How much it trembles, as one held in the hand does.")
        double shake,

        @Id("edges") @Choice(initial = "smooth", says = "Smooth edges take about twice as long.")
        Edges edges,

        @Id(value = "shadows", label = "Shadow size")
        @Range(
                min = 64,
                max = 4096,
                initial = 1024,
                unit = "pixels",
                byRatio = true,
                says = "More is sharper and slower.")
        int shadows,

        @Id(value = "corners", label = "Dark corners")
        @Range(min = 0, max = 4, initial = 0, says = "How much less of the sky's light comes into corners.")
        double corners,

        @Id(value = "cornerReach", label = "Corner reach")
        @Range(
                min = 0.01,
                max = 10,
                initial = 0.3,
                unit = "units",
                byRatio = true,
                says = "How far from one another things make a corner.")
        double cornerReach)
        implements Operation<Scene, Picture, Renderer> {

    /** How distance changes size. */
    public enum Lens {
        @Id("perspective")
        PERSPECTIVE,
        @Id("parallel")
        PARALLEL
    }

    /** What becomes of a pixel that several things share. */
    public enum Edges {
        @Id("smooth")
        SMOOTH,
        @Id("hard")
        HARD
    }

    @Override
    public Renderer memory() {
        return new Renderer();
    }

    @Override
    public Picture run(Scene in, Renderer renderer, Frame frame) {
        Picture out = frame.picture();
        int samples = Shot.samples(edges, frame);
        double t = frame.time();
        double aside = shake * 0.01 * Tremble.at(t, 1);
        double above = shake * 0.01 * Tremble.at(t, 2);
        renderer.view()
                .camera(
                        round + aside,
                        high + above,
                        distance,
                        view,
                        x + shake * 0.02 * distance * Tremble.at(t, 3),
                        y + shake * 0.02 * distance * Tremble.at(t, 4),
                        z,
                        lens == Lens.PARALLEL,
                        samples * out.width,
                        samples * out.height);
        return Shot.take(in, renderer, samples, shadows, corners, cornerReach, distance, out, frame);
    }
}
