package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Pick;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Says;

/**
 * Colour and size over a life: from one colour through another to a third, fading in at birth and out towards death.
 *
 * <p>Points that do not age run through the colours by their index instead.
 */
@Says(
        name = "Age tint",
        does = "Colours, fades and resizes points over their life.",
        find = "colour color size age fade gradient tint hue old young")
public record AgeTint(
        @Pick(initial = "#ffe3b0", says = "Colour at birth.")
        Colour young,

        @Pick(initial = "#ff8a5c", says = "Colour half way.")
        Colour middle,

        @Pick(initial = "#7a3cff", says = "Colour at the end.")
        Colour old,

        @Range(min = 0, max = 20, initial = 1, says = "Brightness; above 1 glows.")
        double brightness,

        @Range(min = 0, max = 1, initial = 0.1, says = "Part of the life spent fading in.")
        double fadeIn,

        @Range(min = 0, max = 1, initial = 0.5, says = "Part of the life spent fading out.")
        double fadeOut,

        @Range(min = 0, max = 8, initial = 1, says = "Size at birth, times its own.")
        double sizeYoung,

        @Range(min = 0, max = 8, initial = 1, says = "Size at the end, times its own.")
        double sizeOld,

        @Range(min = 0, max = 1, initial = 0, says = "How unevenly bright the points are.")
        double uneven)
        implements Operation<Points, Points, AgeTint.Memory> {

    /** The columns this step replaces. */
    public static final class Memory {
        final Points out = new Points();
        final Column size = new Column(16);
        final Column red = new Column(16);
        final Column green = new Column(16);
        final Column blue = new Column(16);
        final Column alpha = new Column(16);
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.out.share(in);
        int n = in.n();
        if (n == 0) return out;
        float[] size = out.own(Attribute.SIZE, memory.size).spread(n).values;
        float[] red = out.own(Attribute.RED, memory.red).spread(n).values;
        float[] green = out.own(Attribute.GREEN, memory.green).spread(n).values;
        float[] blue = out.own(Attribute.BLUE, memory.blue).spread(n).values;
        float[] alpha = out.own(Attribute.ALPHA, memory.alpha).spread(n).values;
        Column age = in.column(Attribute.AGE);
        Column life = in.column(Attribute.LIFE);
        Column id = in.column(Attribute.ID);
        boolean ages = life.length() == n && age.length() == n;
        frame.crew().each(n, Motion.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                float part = ages && life.values[i] > 0 ? Math.min(1, age.values[i] / life.values[i]) : (i + 0.5f) / n;
                float light = (float) brightness;
                if (uneven > 0) {
                    float random = (float) Randomness.uniform(frame.seed(), (long) id.at(i), 9);
                    light *= 1 - (float) uneven * (1 - random * random * random);
                }
                Colour first = part < 0.5f ? young : middle;
                Colour second = part < 0.5f ? middle : old;
                float t = part < 0.5f ? part * 2 : part * 2 - 1;
                red[i] *= light * (first.r() + t * (second.r() - first.r()));
                green[i] *= light * (first.g() + t * (second.g() - first.g()));
                blue[i] *= light * (first.b() + t * (second.b() - first.b()));
                if (ages) alpha[i] *= ramp(part, fadeIn) * ramp(1 - part, fadeOut);
                size[i] *= (float) (sizeYoung + part * (sizeOld - sizeYoung));
            }
        });
        return out;
    }

    private static float ramp(float part, double over) {
        if (over <= 0 || part >= over) return 1;
        float t = (float) (part / over);
        return t * t * (3 - 2 * t);
    }
}
