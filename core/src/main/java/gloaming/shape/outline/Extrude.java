package gloaming.shape.outline;

import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Draws the outline of any picture out into a solid: letters, an emblem, a drawing.
 *
 * <p>Worked out anew only when the picture or a setting changes. The picture's own place lies on the solid, so that the picture itself can be
 * laid on it as its colour.
 */
@Id("extrude")
@StepInfo(
        name = "Extrude",
        does = "Draws the outline of a picture or of lettering out into a solid with rounded edges.",
        ifBlack = "nothing of the picture is above the level",
        find = "shape 3d text letters logo emblem solid depth thick bevel outline cut out type extrusion lettering",
        notice = "A flat outline gets depth; holes stay holes, edges can be rounded.",
        example = "lettering words=MILL size=0.7 > *")
public record Extrude(
        @Id("by")
        @Choice(initial = "cover", says = "What the outline is drawn round: what is covered, or what is light.")
        By by,

        @Id("level") @Range(min = 0.01, max = 1, initial = 0.5, says = "What is above this is solid.")
        double level,

        @Id("depth")
        @Range(min = 0.001, max = 10, initial = 0.16, unit = "units", byRatio = true, says = "From front to back.")
        double depth,

        @Id("bevel") @Range(min = 0, max = 0.5, initial = 0.02, unit = "units", says = "How far its edges are rounded.")
        double bevel,

        @Id("exact")
        @Range(
                min = 0.1,
                max = 20,
                initial = 0.4,
                unit = "pixels",
                byRatio = true,
                says = "How far a corner may lie beside the outline; less makes more triangles.")
        double exact)
        implements Operation<Picture, Shape, Extrude.Memory> {

    /** What the outline is drawn round. */
    public enum By {
        @Id("cover")
        COVER,
        @Id("light")
        LIGHT
    }

    /** The solid, and of which content by which settings. */
    public static final class Memory {
        private final Shape shape = new Shape().done();
        private final Outlines outlines = new Outlines();
        private float[] plane = {};
        private long content;
        private Extrude as;
        /** Why the last content gave nothing, or null. */
        private String problem;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Shape run(Picture in, Memory memory, Frame frame) {
        int n = in.width * in.height;
        if (memory.plane.length != n) memory.plane = new float[n];
        float[] plane = by == By.COVER ? in.a() : light(in, memory.plane, n);
        long content = 31L * in.width + in.height;
        for (int i = 0; i < n; i++) content = content * 31 + Float.floatToRawIntBits(plane[i]);
        if (content != memory.content || !equals(memory.as)) work(in, plane, memory);
        memory.content = content;
        memory.as = this;
        if (memory.problem != null) frame.trouble("goes on as it was: " + memory.problem + ".");
        return memory.shape;
    }

    private void work(Picture in, float[] plane, Memory memory) {
        try {
            var loops = memory.outlines.of(plane, in.width, in.height, (float) level, exact);
            new Solid(memory.shape.clear(), plane, in.width, in.height, (float) level, depth, bevel).draw(loops);
            memory.shape.done();
            memory.problem = null;
        } catch (IllegalArgumentException e) {
            // The outline is too long: it is not tried again before something changes.
            memory.problem = e.getMessage();
        }
    }

    private static float[] light(Picture in, float[] plane, int n) {
        float[] r = in.r();
        float[] g = in.g();
        float[] b = in.b();
        for (int i = 0; i < n; i++) plane[i] = 0.2126f * r[i] + 0.7152f * g[i] + 0.0722f * b[i];
        return plane;
    }
}
