package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.Selection;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Copies of all points, each moved, turned, scaled and dimmed a little more than the one before. */
@Id("repeat")
@StepInfo(
        name = "Repeat",
        does = "Adds copies of all points, each moved, turned and scaled a little more than the one before.",
        find = "copy duplicate array instance clone kaleidoscope progressive echo tile",
        notice = "The ring again and again, each time smaller and turned.",
        example = "polygon corners=4 radius=0.8 > *")
public record Repeat(
        @Id("times") @Range(min = 1, max = 200, initial = 6, byRatio = true, says = "How many there are in all.")
        int times,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Each to the right of the last.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Each above the last.")
        double y,

        @Id("z") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Each nearer than the last.")
        double z,

        @Id("turn") @Range(min = -1, max = 1, initial = 0.0833, unit = "turns", says = "Each turned against the last.")
        double turn,

        @Id("spin") @Range(min = -1, max = 1, initial = 0, unit = "turns", says = "Each spun about the upright axis.")
        double spin,

        @Id("scale")
        @Range(min = 0.2, max = 5, initial = 0.9, byRatio = true, says = "Each larger than the last by this.")
        double scale,

        @Id("light") @Range(min = 0, max = 2, initial = 1, says = "Each brighter than the last by this.")
        double light)
        implements Operation<Points, Points, Selection> {
    private static final int MOST = 1_000_000;

    @Override
    public Selection memory() {
        return new Selection();
    }

    @Override
    public Points run(Points in, Selection chosen, Frame frame) {
        int n = in.n();
        int copies = n == 0 ? 0 : Math.min(times, Math.max(1, MOST / n));
        int[] which = chosen.room(n * copies);
        for (int k = 0; k < copies; k++) for (int i = 0; i < n; i++) which[k * n + i] = i;
        Points out = chosen.of(in, n * copies);
        if (n == 0) return out;
        float[] id = out.each(Attribute.ID);
        for (int i = 0; i < n * copies; i++) id[i] = i;
        float[] px = out.each(Attribute.X);
        float[] py = out.each(Attribute.Y);
        float[] pz = out.each(Attribute.Z);
        float[] size = out.each(Attribute.SIZE);
        float[] red = out.each(Attribute.RED);
        float[] green = out.each(Attribute.GREEN);
        float[] blue = out.each(Attribute.BLUE);
        double[] m = Turned.of(turn, spin, 0);
        for (int k = 1; k < copies; k++) {
            float grown = (float) Math.pow(scale, k);
            float lit = (float) Math.pow(light, k);
            for (int i = k * n; i < (k + 1) * n; i++) {
                // Each from the copy before it.
                float a = px[i - n];
                float b = py[i - n];
                float c = pz[i - n];
                px[i] = (float) (scale * (m[0] * a + m[1] * b + m[2] * c) + x);
                py[i] = (float) (scale * (m[3] * a + m[4] * b + m[5] * c) + y);
                pz[i] = (float) (scale * (m[6] * a + m[7] * b + m[8] * c) + z);
                size[i] *= grown;
                red[i] *= lit;
                green[i] *= lit;
                blue[i] *= lit;
            }
        }
        return out;
    }
}
