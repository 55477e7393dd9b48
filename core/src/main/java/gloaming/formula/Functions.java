package gloaming.formula;

import gloaming.flow.Signal;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** The functions that formulas know: every public static method here of numbers, and some of {@link Math}. */
public final class Functions {
    private static final Map<String, Known> ALL = known();

    /** A function by the name formulas use, and the method that works it out. */
    record Known(String name, Method method) {
        int arguments() {
            return method.getParameterCount();
        }
    }

    private Functions() {}

    static Known find(String name) {
        return ALL.get(name);
    }

    static Iterable<String> names() {
        return ALL.keySet();
    }

    private static Map<String, Known> known() {
        Map<String, Known> all = Arrays.stream(Functions.class.getDeclaredMethods())
                .filter(m -> Modifier.isPublic(m.getModifiers()) && m.getReturnType() == double.class)
                .filter(m -> Arrays.stream(m.getParameterTypes()).allMatch(t -> t == double.class))
                .collect(Collectors.toMap(Method::getName, m -> new Known(m.getName(), m), (a, b) -> a, TreeMap::new));
        for (String name : "sin cos tan asin acos atan exp log sqrt abs floor ceil".split(" ")) {
            try {
                all.put(name, new Known(name, Math.class.getMethod(name, double.class)));
            } catch (NoSuchMethodException e) {
                throw new IllegalStateException(e);
            }
        }
        return all;
    }

    public static double round(double x) {
        return Math.rint(x);
    }

    public static double sign(double x) {
        return Math.signum(x);
    }

    public static double fract(double x) {
        return x - Math.floor(x);
    }

    public static double min(double a, double b) {
        return Math.min(a, b);
    }

    public static double max(double a, double b) {
        return Math.max(a, b);
    }

    public static double pow(double a, double b) {
        return Math.pow(a, b);
    }

    public static double atan2(double y, double x) {
        return Math.atan2(y, x);
    }

    /** The remainder that has the sign of {@code b}. */
    public static double mod(double a, double b) {
        return a - b * Math.floor(a / b);
    }

    public static double clamp(double x, double low, double high) {
        return Math.min(Math.max(x, low), high);
    }

    public static double mix(double a, double b, double part) {
        return a + (b - a) * part;
    }

    public static double step(double edge, double x) {
        return x < edge ? 0 : 1;
    }

    public static double smoothstep(double low, double high, double x) {
        double t = Math.clamp((x - low) / (high - low), 0.0, 1.0);
        return t * t * (3 - 2 * t);
    }

    /** {@code x} from one range stretched onto another, beyond its ends too. */
    public static double span(double x, double fromLow, double fromHigh, double toLow, double toHigh) {
        return toLow + (x - fromLow) / (fromHigh - fromLow) * (toHigh - toLow);
    }

    /** A triangle between 0 and 1 with a period of 1. */
    public static double triangle(double x) {
        return 1 - Math.abs(2 * fract(x) - 1);
    }

    /** A wave between 0 and 1 with a period of 1 that begins at 0. */
    public static double wave(double x) {
        return 0.5 - 0.5 * Math.cos(2 * Math.PI * x);
    }

    /** A number from 0 to 1 that belongs to the whole part of {@code x} (SplitMix64's mixer). */
    public static double random(double x) {
        long z = (long) Math.floor(x) * 0x9e3779b97f4a7c15L + 0x632be59bd9b4e019L;
        z = (z ^ (z >>> 30)) * 0xbf58476d1ce4e5b9L;
        z = (z ^ (z >>> 27)) * 0x94d049bb133111ebL;
        return ((z ^ (z >>> 31)) >>> 11) * 0x1.0p-53;
    }

    /** Smooth wandering between 0 and 1: value noise with a quintic fade (Perlin 2002). */
    public static double noise(double x) {
        double cell = Math.floor(x);
        double f = x - cell;
        double fade = f * f * f * (f * (f * 6 - 15) + 10);
        return mix(random(cell), random(cell + 1), fade);
    }

    /** A lane's first number; what is not there is 0. */
    static double lane(Signal[] lanes, int lane) {
        Signal signal = lanes[lane];
        return signal == null ? 0 : signal.value();
    }

    /** One of a lane's several numbers, counted from 0; past the end they begin again. */
    static double lane(Signal[] lanes, int lane, double index) {
        Signal signal = lanes[lane];
        return signal == null ? 0 : signal.at((int) Math.floor(index));
    }
}
