package gloaming.shape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Flow;
import gloaming.flow.Shape;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Operation;
import java.util.Map;
import java.util.TreeMap;

/** Steps alone, and what geometry says of solids. */
public final class Solids {
    private Solids() {}

    /** A step with some of its settings, by their ids. */
    @SuppressWarnings("unchecked")
    public static <I extends Flow, O extends Flow> Operation<I, O, Object> step(String id, Object... settings) {
        Description description = Catalogue.all().find(id);
        Map<String, Value> set = new TreeMap<>();
        for (int i = 0; i < settings.length; i += 2)
            set.put(
                    (String) settings[i],
                    settings[i + 1] instanceof Number n
                            ? Value.of(n.doubleValue())
                            : settings[i + 1] instanceof Boolean on
                                    ? Value.of(on)
                                    : Value.of((String) settings[i + 1]));
        return (Operation<I, O, Object>) description.make(description.arguments(set));
    }

    public static Shape made(String id, Object... settings) {
        return changed(null, id, settings);
    }

    public static Shape changed(Flow in, String id, Object... settings) {
        return gives(in, id, settings);
    }

    /** What a step gives alone, in a frame of its own. */
    public static <O extends Flow> O gives(Flow in, String id, Object... settings) {
        Operation<Flow, O, Object> step = step(id, settings);
        return step.run(in, step.memory(), new Moments());
    }

    /** What a closed surface holds, by the divergence theorem; below 0 where it is inside out. */
    public static double volume(Shape s) {
        double sum = 0;
        for (int t = 0; t < s.triangles(); t++) {
            int a = s.of()[3 * t];
            int b = s.of()[3 * t + 1];
            int c = s.of()[3 * t + 2];
            sum += s.x()[a] * ((double) s.y()[b] * s.z()[c] - (double) s.z()[b] * s.y()[c])
                    - s.y()[a] * ((double) s.x()[b] * s.z()[c] - (double) s.z()[b] * s.x()[c])
                    + s.z()[a] * ((double) s.x()[b] * s.y()[c] - (double) s.y()[b] * s.x()[c]);
        }
        return sum / 6;
    }

    public static void normalsGoOutward(Shape s) {
        for (int t = 0; t < s.triangles(); t++) {
            int a = s.of()[3 * t];
            int b = s.of()[3 * t + 1];
            int c = s.of()[3 * t + 2];
            double ux = s.x()[b] - s.x()[a];
            double uy = s.y()[b] - s.y()[a];
            double uz = s.z()[b] - s.z()[a];
            double vx = s.x()[c] - s.x()[a];
            double vy = s.y()[c] - s.y()[a];
            double vz = s.z()[c] - s.z()[a];
            double x = uy * vz - uz * vy;
            double y = uz * vx - ux * vz;
            double z = ux * vy - uy * vx;
            double area = Math.sqrt(x * x + y * y + z * z);
            if (area < 1e-9) continue;
            for (int i : new int[] {a, b, c}) {
                assertThat((x * s.nx()[i] + y * s.ny()[i] + z * s.nz()[i]) / area)
                        .isGreaterThan(0.1);
                double length = Math.sqrt(s.nx()[i] * s.nx()[i] + s.ny()[i] * s.ny()[i] + s.nz()[i] * s.nz()[i]);
                assertThat(length).isCloseTo(1, within(1e-4));
            }
        }
    }
}
