package gloaming.play;

import gloaming.curve.Keys;
import gloaming.step.Colour;
import gloaming.step.OkLab;
import gloaming.step.Setting;

/**
 * One setting on its way: numbers straight, or by ratio where the setting goes by ratio, angles the shorter way round, colours in a
 * perceptual space, curves key by key or moment by moment, lists of as many numbers one by one; whatever else changes when it is half way
 * there.
 */
final class Gliding extends Moving {
    private final Setting of;
    private final Glide glide;
    private final Object from;
    private final Object to;
    /** Both as curves, where they are some. */
    private Keys curve;

    private Keys end;
    /** Both as lists of numbers, where they are some with as many. */
    private final NumberList[] lists;
    /** Whether it is an angle that may go round. */
    private final boolean round;

    Gliding(int setting, Setting of, Glide glide, Object from, Object to) {
        super(setting);
        this.of = of;
        this.glide = glide;
        this.from = from;
        this.to = to;
        round = of != null && of.unit().equals("turns") && of.max() - of.min() >= 1;
        lists = of != null && of.form() == Setting.Form.TEXT ? NumberList.both(from, to) : null;
        if (of == null || of.form() != Setting.Form.CURVE) return;
        try {
            curve = Keys.parse((String) from);
            end = Keys.parse((String) to);
        } catch (IllegalArgumentException e) {
            // What is no curve changes half way, as any text does.
            curve = null;
        }
    }

    /** How far it is at a moment, 0 to 1; from 1 on it is done. */
    private double part(double now) {
        double part = glide.at(now);
        done |= part >= 1;
        return part;
    }

    @Override
    boolean isNumber() {
        return from instanceof Number && to instanceof Number;
    }

    @Override
    double number(double now) {
        double part = part(now);
        double a = ((Number) from).doubleValue();
        double b = ((Number) to).doubleValue();
        if (part >= 1) return b;
        if (part <= 0) return a;
        return from instanceof Integer ? Math.rint(between(a, b, part)) : between(a, b, part);
    }

    @Override
    Object at(double now) {
        double part = part(now);
        if (part >= 1) return to;
        if (part <= 0) return from;
        Keys between = curve == null ? null : curve.towards(end, part);
        if (between != null) return between.text();
        if (lists != null) return lists[0].towards(lists[1], part);
        return switch (from) {
            case Colour a
            when to instanceof Colour b -> {
                float[] rgb = OkLab.between(a, b, part);
                yield new Colour(rgb[0], rgb[1], rgb[2]);
            }
            default -> part < 0.5 ? from : to;
        };
    }

    private double between(double a, double b, double part) {
        if (of == null) return a + (b - a) * part;
        if (of.byRatio() && a > 0 && b > 0) return Math.clamp(a * Math.pow(b / a, part), of.min(), of.max());
        double by = b - a;
        if (!round) return a + by * part;
        double value = a + (by - Math.rint(by)) * part;
        if (value > of.max()) value -= 1;
        if (value < of.min()) value += 1;
        return value;
    }
}
