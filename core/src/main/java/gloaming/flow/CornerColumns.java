package gloaming.flow;

import java.util.Arrays;

/** What corners of a shape carry beside place and normal: a texture place, a colour where they have one, and numbers by name. */
final class CornerColumns {
    static final int U = 0;
    static final int V = 1;
    static final int RED = 2;
    static final int GREEN = 3;
    static final int BLUE = 4;
    private static final int OWN = 5;

    private final float[][] columns = new float[OWN + Shape.NAMED][0];
    private final String[] names = new String[Shape.NAMED];
    private int named;
    private boolean coloured;
    private int room;

    void clear() {
        named = 0;
        coloured = false;
    }

    /** Room for so many corners, which carry what they carried. */
    void room(int corners) {
        room = corners;
        for (int k = 0; k < OWN + named; k++) if (there(k)) grow(k, columns[k].length);
    }

    /** Numbers from {@code had} on are what they are where nobody has written. */
    private void grow(int k, int had) {
        if (columns[k].length < room) columns[k] = Arrays.copyOf(columns[k], room);
        Arrays.fill(columns[k], had, columns[k].length, otherwise(k));
    }

    private static float otherwise(int k) {
        return k >= RED && k <= BLUE ? 1 : 0;
    }

    private boolean there(int k) {
        return k < RED || (k < OWN ? coloured : k < OWN + named);
    }

    boolean coloured() {
        return coloured;
    }

    void colour() {
        if (coloured) return;
        coloured = true;
        for (int k = RED; k <= BLUE; k++) grow(k, 0);
    }

    float[] at(int k) {
        return columns[k];
    }

    int named() {
        return named;
    }

    String name(int i) {
        return names[i];
    }

    /** The column of a name, or null. */
    float[] number(String name) {
        int k = place(name);
        return k < 0 ? null : columns[k];
    }

    private int place(String name) {
        for (int i = 0; i < named; i++) if (names[i].equals(name)) return OWN + i;
        return -1;
    }

    /** The column of a name, which is 0 at every corner where there was none. */
    float[] give(String name) {
        int k = place(name);
        if (k >= 0) return columns[k];
        if (named == Shape.NAMED)
            throw new IllegalArgumentException(
                    "its corners have " + Shape.NAMED + " numbers with names already; no room for '" + name + "'");
        names[named] = name;
        k = OWN + named++;
        grow(k, 0);
        return columns[k];
    }

    /** From now on corners carry all that others carry. */
    void like(CornerColumns others) {
        if (others.coloured) colour();
        for (int i = 0; i < others.named; i++) give(others.names[i]);
    }

    /** Takes over what {@code n} corners of others carry, from {@code first} on. */
    void copy(CornerColumns from, int first, int n) {
        like(from);
        for (int k = 0; k < OWN + named; k++) {
            if (!there(k)) continue;
            float[] given = given(from, k);
            if (given != null) System.arraycopy(given, 0, columns[k], first, n);
            else Arrays.fill(columns[k], first, first + n, otherwise(k));
        }
    }

    private float[] given(CornerColumns from, int k) {
        int of = k < OWN ? k : from.place(names[k - OWN]);
        return of >= 0 && from.there(of) ? from.columns[of] : null;
    }

    /** A corner carries what is {@code part} of the way from one of others to another. */
    void mix(int to, CornerColumns from, int a, int b, float part) {
        mix(to, from, a, b, a, part, 0);
    }

    /** A corner carries the mean of three of others, by the weights of the second and the third. */
    void mix(int to, CornerColumns from, int a, int b, int c, float wb, float wc) {
        for (int k = 0; k < OWN + named; k++) {
            if (!there(k)) continue;
            float[] f = given(from, k);
            if (f != null) columns[k][to] = f[a] + (f[b] - f[a]) * wb + (f[c] - f[a]) * wc;
        }
    }

    /** Corners {@code into[i]} carry the mean of all corners {@code i} of others that go into them; there are {@code n}. */
    void gather(CornerColumns from, int[] into, int[] count, int n) {
        for (int k = 0; k < OWN + named; k++) {
            float[] f = there(k) ? given(from, k) : null;
            if (f == null) continue;
            Arrays.fill(columns[k], 0, n, 0);
            for (int i = 0; i < into.length; i++) columns[k][into[i]] += f[i] / count[into[i]];
        }
    }
}
