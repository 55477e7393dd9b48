package gloaming.play;

import gloaming.curve.Keys;
import gloaming.step.Colour;
import gloaming.step.OkLab;
import gloaming.step.Setting;
import java.util.ArrayList;
import java.util.List;

/**
 * One setting between several snapshots, by the weights of their field: numbers straight, or by ratio where the setting goes by ratio,
 * angles the shorter way round, colours in a perceptual space, curves point by point, lists of as many numbers one by one; whatever else is
 * that of the snapshot with most weight.
 */
final class Blending extends Moving {
    private final Setting of;
    private final double[] weights;
    private final Object[] values;
    private final Colour[] colours;
    /** All as curves, where they are some. */
    private final List<Keys> curves;
    /** All as lists of numbers, where they are some with as many. */
    private final List<NumberList> lists;

    private int most = -1;

    /**
     * @param of the setting, or null for an opacity
     * @param values one of each snapshot
     * @param weights the field's own, which change with every frame
     */
    Blending(int setting, Setting of, Object[] values, double[] weights) {
        super(setting);
        this.of = of;
        this.values = values;
        this.weights = weights;
        colours = values[0] instanceof Colour ? new Colour[values.length] : null;
        for (int i = 0; colours != null && i < values.length; i++) colours[i] = (Colour) values[i];
        curves = of != null && of.form() == Setting.Form.CURVE ? curves(values) : null;
        lists = of != null && of.form() == Setting.Form.TEXT ? lists(values) : null;
    }

    private static List<Keys> curves(Object[] values) {
        List<Keys> all = new ArrayList<>();
        try {
            for (Object value : values) all.add(Keys.parse((String) value));
        } catch (IllegalArgumentException e) {
            // What is no curve changes as any text does.
            return null;
        }
        return all;
    }

    private static List<NumberList> lists(Object[] values) {
        List<NumberList> all = new ArrayList<>();
        for (Object value : values) {
            NumberList[] both = NumberList.both(values[0], value);
            if (both == null) return null;
            all.add(both[1]);
        }
        return all;
    }

    @Override
    boolean isNumber() {
        return values[0] instanceof Number;
    }

    @Override
    double number(double now) {
        int heaviest = heaviest();
        if (weights[heaviest] >= 1) return ((Number) values[heaviest]).doubleValue();
        return values[heaviest] instanceof Integer ? Math.rint(between(heaviest)) : between(heaviest);
    }

    @Override
    Object at(double now) {
        int heaviest = heaviest();
        if (weights[heaviest] >= 1) return values[heaviest];
        if (colours != null) {
            float[] rgb = OkLab.mixed(colours, weights);
            return new Colour(rgb[0], rgb[1], rgb[2]);
        }
        if (curves != null) return curve();
        if (lists != null) return list();
        return values[heaviest];
    }

    /** Whoever was heaviest stays so until another is clearly heavier, so that nothing flutters between two. */
    private int heaviest() {
        for (int i = 0; i < weights.length; i++) if (most < 0 || weights[i] > weights[most] + 0.02) most = i;
        for (int i = 0; i < weights.length; i++) if (weights[i] >= 1) most = i;
        return most;
    }

    private double between(int heaviest) {
        boolean ratio = of != null && of.byRatio();
        for (Object value : values) ratio &= ((Number) value).doubleValue() > 0;
        boolean round = of != null && of.unit().equals("turns") && of.max() - of.min() >= 1;
        double from = ((Number) values[heaviest]).doubleValue();
        double sum = 0;
        for (int i = 0; i < values.length; i++) {
            double value = ((Number) values[i]).doubleValue();
            if (ratio) sum += weights[i] * Math.log(value);
            else if (round) sum += weights[i] * (value - from - Math.rint(value - from));
            else sum += weights[i] * value;
        }
        if (of == null) return sum;
        if (ratio) return Math.clamp(Math.exp(sum), of.min(), of.max());
        if (!round) return sum;
        double value = from + sum;
        if (value > of.max()) value -= 1;
        return value < of.min() ? value + 1 : value;
    }

    private String list() {
        double[] sum = new double[lists.getFirst().numbers().length];
        for (int i = 0; i < weights.length; i++)
            for (int k = 0; k < sum.length; k++)
                sum[k] += weights[i] * lists.get(i).numbers()[k];
        NumberList mixed = new NumberList(sum);
        return mixed.towards(mixed, 0);
    }

    private String curve() {
        Keys mixed = curves.getFirst();
        double sum = weights[0];
        for (int i = 1; i < weights.length; i++) {
            sum += weights[i];
            if (weights[i] > 0) mixed = mixed.towards(curves.get(i), weights[i] / sum);
        }
        return mixed.text();
    }
}
