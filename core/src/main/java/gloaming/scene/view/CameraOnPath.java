package gloaming.scene.view;

import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.SeesSpace;
import gloaming.look.Id;
import gloaming.scene.Scene;
import gloaming.scene.render.Renderer;
import gloaming.step.Beside;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Measure;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Looks at a scene from a path of points, along it or at a place, which may go along a path of its own. */
@Id("camera-on-path")
@StepInfo(
        name = "Camera on path",
        does =
                "Moves a camera along points of another lane, and looks along its way or at a place, and gives the picture.",
        ifBlack = "nothing of the scene stands before the camera, or no light reaches it",
        find = "camera dolly track rail ride flight fly through travel spline follow path 3d view render journey",
        notice = "The camera goes round on the ring and keeps looking at the middle.",
        example = "block width=0.3 height=0.3 depth=0.3 > * part==0.06*t")
@Read(name = "path", kind = Points.class, says = "The way it goes, from the first point to the last.")
@Read(name = "target", kind = Points.class, optional = true, says = "Where it looks: one point, or a way of its own.")
@Beside(name = "nearness", kind = Picture.class, says = "How near things are: 1 at the focus distance, 0 far away.")
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
public record CameraOnPath(
        @Id("part")
        @Range(min = -100, max = 100, initial = 0, says = "How far along: 0 at the first point, 1 at the last.")
        double part,

        @Id("closed")
        @Choice(initial = "false", says = "Whether the path ends where it begins, and goes round and round.")
        boolean closed,

        @Id("looks")
        @Choice(initial = "middle", says = "Without a target: at the middle of the space, or along its path.")
        Looks looks,

        @Id("ahead") @Range(min = 0.001, max = 0.5, initial = 0.04, says = "Along its path: how far ahead it looks.")
        double ahead,

        @Id("above") @Range(min = -10, max = 10, initial = 0, unit = "units", says = "How far over the path it goes.")
        double above,

        @Id("bank") @Range(min = -5, max = 5, initial = 0, says = "How far it leans into bends.")
        double bank,

        @Id("roll") @Range(min = -10, max = 10, initial = 0, unit = "turns", says = "Turns it about the way it looks.")
        double roll,

        @Id(value = "view", label = "Field of view")
        @Range(
                min = 0.01,
                max = 0.4,
                initial = 0.16,
                unit = Measure.VIEW,
                says = "How much it sees from bottom to top; 40° or 35 mm can be typed too.")
        double view,

        @Id(value = "focus", label = "Focus distance")
        @Range(
                min = 0.05,
                max = 100,
                initial = 2,
                unit = "units",
                byRatio = true,
                says = "Where the nearness that it gives beside is 1.")
        double focus,

        @Id("shake") @Range(min = 0, max = 1, initial = 0, says = "How much it trembles, as one held in the hand does.")
        double shake,

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
        implements Operation<Scene, Picture, CameraOnPath.Memory> {

    /** Where it looks when it has no target. */
    public enum Looks {
        @Id("middle")
        MIDDLE,
        @Id("along")
        ALONG
    }

    /** The renderer, and room for places. */
    public static final class Memory implements SeesSpace {
        final Renderer renderer = new Renderer();
        final double[] at = new double[3];
        final double[] to = new double[3];
        final double[] after = new double[3];

        @Override
        public boolean at(double u, double v, float[] into) {
            return renderer.at(u, v, into);
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Scene in, Memory memory, Frame frame) {
        Picture out = frame.picture();
        Points path = frame.read("path", Points.class);
        Points target = frame.read("target", Points.class);
        int samples = Shot.samples(edges, frame);
        double[] at = memory.at;
        double[] to = memory.to;
        if (path == null || path.n() == 0) {
            at[0] = 0;
            at[1] = 0;
            at[2] = 2.6;
        } else place(path, part, at);
        at[1] += above;
        double lean = roll;
        if (target != null && target.n() > 0) place(target, part, to);
        else if (looks == Looks.MIDDLE || path == null || path.n() < 2) to[0] = to[1] = to[2] = 0;
        else {
            // At the end of an open path it goes on looking as it did.
            double end = closed ? part + ahead : Math.min(1, part + ahead);
            place(path, end, to);
            place(path, closed ? end - ahead : Math.max(0, end - ahead), memory.after);
            for (int k = 0; k < 3; k++) to[k] += at[k] - memory.after[k];
            lean += bank * bend(path, memory);
        }
        double t = frame.time();
        for (int k = 0; k < 3; k++) {
            to[k] -= at[k];
            at[k] += shake * 0.03 * Tremble.at(t, 3 + k);
        }
        double far = Math.sqrt(to[0] * to[0] + to[1] * to[1] + to[2] * to[2]);
        for (int k = 0; k < 3; k++) to[k] += far * shake * 0.04 * Tremble.at(t, 6 + k);
        memory.renderer.view().looking(at, to, lean, view, samples * out.width, samples * out.height);
        return Shot.take(in, memory.renderer, samples, shadows, corners, cornerReach, focus, out, frame);
    }

    /** How far the path turns to the right between a place and the next, in turns. */
    private double bend(Points path, Memory memory) {
        double[] a = memory.after;
        double[] angles = new double[2];
        double[] b = new double[3];
        for (int k = 0; k < 2; k++) {
            place(path, part + (k - 1) * ahead, a);
            place(path, part + k * ahead, b);
            angles[k] = Math.atan2(b[0] - a[0], -(b[2] - a[2]));
        }
        double turn = (angles[1] - angles[0]) / (2 * Math.PI);
        return turn - Math.rint(turn);
    }

    /** A place on a path, by cubics through its points (Catmull and Rom 1974); a lone point is everywhere. */
    private void place(Points path, double part, double[] to) {
        int n = path.n();
        double along = closed ? (part - Math.floor(part)) * n : Math.clamp(part, 0, 1) * (n - 1);
        int i = (int) Math.min(Math.floor(along), closed ? n - 1 : Math.max(0, n - 2));
        double f = along - i;
        Attribute[] axes = {Attribute.X, Attribute.Y, Attribute.Z};
        for (int k = 0; k < 3; k++) {
            double p0 = at(path, axes[k], i - 1, n);
            double p1 = at(path, axes[k], i, n);
            double p2 = at(path, axes[k], i + 1, n);
            double p3 = at(path, axes[k], i + 2, n);
            to[k] = p1 + 0.5 * f * (p2 - p0 + f * (2 * p0 - 5 * p1 + 4 * p2 - p3 + f * (3 * (p1 - p2) + p3 - p0)));
        }
    }

    private double at(Points path, Attribute axis, int i, int n) {
        float value = path.at(axis, closed ? Math.floorMod(i, n) : Math.clamp(i, 0, n - 1));
        return Math.abs(value) < 1e6f ? value : 0;
    }
}
