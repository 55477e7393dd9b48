package gloaming.curve;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;

/**
 * A curve through keys, in the order of their times.
 *
 * <p>As a text: keys with {@code ;} between them, each its time, its value, how it goes on, and where its handles were set the four numbers
 * of them: {@code 0 0 smooth; 1.5 0.8 smooth 0.5 0 0.5 0; 2 1 hold}.
 */
public final class Keys {
    public static final int MOST = 512;
    private static final double LATEST = 36_000;
    private static final double LARGEST = 1e6;

    private final List<Key> keys;

    private Keys(List<Key> keys) {
        this.keys = keys;
    }

    /** A curve through these, put in order; {@link IllegalArgumentException} with a sentence when they make none. */
    public static Keys of(List<Key> given) {
        if (given.isEmpty()) throw new IllegalArgumentException("A curve needs a key at least.");
        if (given.size() > MOST) throw new IllegalArgumentException("A curve has room for " + MOST + " keys.");
        List<Key> sorted = new ArrayList<>(given);
        sorted.sort(Comparator.comparingDouble(Key::time));
        for (Key key : sorted) {
            boolean handles = Double.isFinite(key.inTime() + key.inValue() + key.outTime() + key.outValue());
            if (!(key.time() >= 0 && key.time() <= LATEST && Math.abs(key.value()) <= LARGEST && handles)) {
                throw new IllegalArgumentException("A key stands at " + key.time() + " with " + key.value()
                        + "; times go from 0 to " + (int) LATEST + " and values to a million.");
            }
        }
        for (int i = 0; i < sorted.size(); i++) {
            sorted.set(i, handled(sorted, i));
        }
        return new Keys(List.copyOf(sorted));
    }

    /** Reads a text; {@link IllegalArgumentException} with a sentence that names the key when it cannot. */
    public static Keys parse(String text) {
        List<Key> keys = new ArrayList<>();
        for (String part : text.strip().split("\\s*;\\s*", MOST + 2)) {
            if (part.isBlank()) continue;
            String[] words = part.strip().split("\\s+");
            try {
                if (words.length != 3 && words.length != 7) throw new IllegalArgumentException();
                Key key = Key.of(
                        Double.parseDouble(words[0]),
                        Double.parseDouble(words[1]),
                        Key.Join.valueOf(words[2].toUpperCase(Locale.ROOT)));
                if (words.length == 7) {
                    key = new Key(
                            key.time(),
                            key.value(),
                            key.join(),
                            false,
                            number(words, 3),
                            number(words, 4),
                            number(words, 5),
                            number(words, 6));
                }
                keys.add(key);
            } catch (IllegalArgumentException e) {
                throw new IllegalArgumentException(
                        "The key '" + part + "' is none: it is a time, a value, and linear, smooth, hold or ease.");
            }
        }
        return of(keys);
    }

    private static double number(String[] words, int i) {
        return Double.parseDouble(words[i]);
    }

    /** The text of this curve; handles that were found are left out. */
    public String text() {
        StringBuilder text = new StringBuilder();
        for (Key key : keys) {
            if (!text.isEmpty()) text.append("; ");
            text.append(plain(key.time()))
                    .append(' ')
                    .append(plain(key.value()))
                    .append(' ')
                    .append(key.join().id());
            if (key.auto()) continue;
            for (double number : new double[] {key.inTime(), key.inValue(), key.outTime(), key.outValue()}) {
                text.append(' ').append(plain(number));
            }
        }
        return text.toString();
    }

    private static String plain(double value) {
        double tidy = Math.rint(value * 1e5) / 1e5;
        return tidy == Math.rint(tidy) ? Long.toString((long) tidy) : Double.toString(tidy);
    }

    public List<Key> keys() {
        return keys;
    }

    /** The curve a part of the way to another: key by key where it has as many, and moment by moment where it has more or fewer. */
    public Keys towards(Keys to, double part) {
        if (to.keys.size() != keys.size()) return between(to, part);
        List<Key> between = new ArrayList<>();
        for (int i = 0; i < keys.size(); i++) {
            Key a = keys.get(i);
            Key b = to.keys.get(i);
            between.add(new Key(
                    mean(a.time(), b.time(), part),
                    mean(a.value(), b.value(), part),
                    part < 0.5 ? a.join() : b.join(),
                    a.auto() && b.auto(),
                    mean(a.inTime(), b.inTime(), part),
                    mean(a.inValue(), b.inValue(), part),
                    mean(a.outTime(), b.outTime(), part),
                    mean(a.outValue(), b.outValue(), part)));
        }
        return of(between);
    }

    /** Pieces between two keys of either, where a curve is worked out moment by moment. */
    private static final int PIECES = 6;
    /** Seconds or beats before a key until which a value is held. */
    private static final double JUST_BEFORE = 1e-4;

    private Keys between(Keys to, double part) {
        TreeSet<Double> keyTimes = new TreeSet<>();
        for (Key key : keys) keyTimes.add(key.time());
        for (Key key : to.keys) keyTimes.add(key.time());
        int pieces = Math.clamp(MOST / (2L * keyTimes.size()), 1, PIECES);
        TreeSet<Double> times = new TreeSet<>(keyTimes);
        Double before = null;
        for (double time : keyTimes) {
            if (before != null) {
                for (int i = 1; i < pieces; i++) times.add(before + (time - before) * i / pieces);
                if (time - before > 2 * JUST_BEFORE) times.add(time - JUST_BEFORE);
            }
            before = time;
        }
        return of(times.stream()
                .limit(MOST)
                .map(time -> Key.of(time, mean(at(time), to.at(time), part), Key.Join.LINEAR))
                .toList());
    }

    private static double mean(double a, double b, double part) {
        return a + (b - a) * part;
    }

    /**
     * This curve with what a hand drew, as few keys, in the place of what stood there; {@link IllegalArgumentException} where it drew nothing.
     *
     * @param taken times and values as they came
     */
    public Keys drawn(List<Key> taken) {
        return of(Drawn.into(keys, taken));
    }

    /** The same course in so many times the time. */
    public Keys slower(double times) {
        return of(keys.stream()
                .map(k -> new Key(
                        k.time() * times,
                        k.value(),
                        k.join(),
                        k.auto(),
                        k.inTime() * times,
                        k.inValue(),
                        k.outTime() * times,
                        k.outValue()))
                .toList());
    }

    /** Where the last key stands. */
    public double end() {
        return keys.getLast().time();
    }

    /** The value at a time; before the first key as there, behind the last as there. */
    public double at(double time) {
        int low = 0;
        int high = keys.size() - 1;
        if (time < keys.getFirst().time()) return keys.getFirst().value();
        if (time >= keys.get(high).time()) return keys.get(high).value();
        while (high - low > 1) {
            int middle = (low + high) >>> 1;
            if (keys.get(middle).time() <= time) low = middle;
            else high = middle;
        }
        return between(keys.get(low), keys.get(high), time);
    }

    private static double between(Key a, Key b, double time) {
        double span = b.time() - a.time();
        double part = span <= 0 ? 1 : (time - a.time()) / span;
        double rise = b.value() - a.value();
        return switch (a.join()) {
            case HOLD -> a.value();
            case LINEAR -> a.value() + rise * part;
            case EASE -> a.value() + rise * part * part * (3 - 2 * part);
            case SMOOTH -> smooth(a, b, span, part);
        };
    }

    /** The cubic Bézier curve at a part of its time: found by Newton's method, which the straight order of its handles keeps on the way. */
    private static double smooth(Key a, Key b, double span, double part) {
        double p1 = Math.clamp(a.outTime() / span, 0.0, 1.0);
        double p2 = 1 - Math.clamp(b.inTime() / span, 0.0, 1.0);
        double low = 0;
        double high = 1;
        double u = part;
        for (int i = 0; i < 24; i++) {
            double off = bezier(u, 0, p1, p2, 1) - part;
            if (Math.abs(off) < 1e-9) break;
            if (off > 0) high = u;
            else low = u;
            double slope = 3 * (1 - u) * (1 - u) * p1 + 6 * (1 - u) * u * (p2 - p1) + 3 * u * u * (1 - p2);
            double next = slope > 1e-6 ? u - off / slope : (low + high) / 2;
            u = next > low && next < high ? next : (low + high) / 2;
        }
        return bezier(u, a.value(), a.value() + a.outValue(), b.value() + b.inValue(), b.value());
    }

    private static double bezier(double u, double a, double b, double c, double d) {
        double v = 1 - u;
        return v * v * v * a + 3 * v * v * u * b + 3 * v * u * u * c + u * u * u * d;
    }

    /** A key with the handles it has: those that are found lie along the line between its neighbours, as steep as they allow. */
    private static Key handled(List<Key> keys, int i) {
        Key key = keys.get(i);
        if (!key.auto()) return key;
        Key before = i > 0 ? keys.get(i - 1) : null;
        Key after = i + 1 < keys.size() ? keys.get(i + 1) : null;
        double left = before == null ? 0 : (key.time() - before.time()) / 3;
        double right = after == null ? 0 : (after.time() - key.time()) / 3;
        double slope = 0;
        if (before != null && after != null && after.time() > before.time()) {
            double rise = (key.value() - before.value()) / Math.max(1e-9, key.time() - before.time());
            double goes = (after.value() - key.value()) / Math.max(1e-9, after.time() - key.time());
            // Flat at a crest, and never so steep that it would swing past a neighbour (Fritsch and Carlson 1980).
            double most = rise * goes <= 0 ? 0 : 3 * Math.min(Math.abs(rise), Math.abs(goes));
            slope = Math.clamp((after.value() - before.value()) / (after.time() - before.time()), -most, most);
        }
        return key.withHandles(left, -slope * left, right, slope * right);
    }
}
