package gloaming.desk;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * Open Sound Control 1.0 (Wright 2002): reads and writes packets.
 *
 * <p>Written here because a packet may come from anybody: nothing in it, no length and no depth, is believed before it is checked, and
 * reading one takes no memory but for its texts. Takes all argument types of the standard and the usual further ones: i f s b, h t d S c
 * r m T F N I and arrays.
 */
public final class Osc {
    /** Bundles in bundles. */
    private static final int DEPTH = 8;
    /** Arguments of one message that are looked at. */
    private static final int ARGUMENTS = 64;

    private static final byte[] BUNDLE = "#bundle\0".getBytes(StandardCharsets.US_ASCII);
    /** Seconds from 1900, where time tags begin, to 1970. */
    private static final long EPOCH = 2_208_988_800L;
    /** The time tag that means now. */
    public static final long NOW = 1;

    private Osc() {}

    /** A packet that does not keep the standard: a sentence of why. */
    public static final class Malformed extends Exception {
        private static final long serialVersionUID = 1;

        Malformed(String why) {
            super(why, null, false, false);
        }
    }

    /** Takes what is in a packet, in its order. */
    public interface Sink {
        /** A message begins, of a bundle with this time tag, or {@link #NOW}. Returns whether its arguments are wanted. */
        boolean message(String address, int arguments, long timeTag);

        /** An argument: a number, or not a number and its text. What counts as true is 1, as false and nothing 0. */
        void argument(int index, double number, String text);

        /** A message inside a bundle, as bytes, if it is to be kept for later. */
        default boolean later(byte[] packet, int from, int length, long timeTag) {
            return false;
        }
    }

    /** Reads a packet of {@code length} bytes; {@link Malformed} where it goes wrong, after what came before that. */
    public static void read(byte[] packet, int length, Sink sink) throws Malformed {
        new Reader(packet, sink).packet(0, length, NOW, 0);
    }

    private record Reader(byte[] packet, Sink sink) {

        void packet(int from, int to, long timeTag, int depth) throws Malformed {
            if (to - from < 4 || (to - from) % 4 != 0) throw new Malformed("its length is no multiple of four");
            if (packet[from] == '/') message(from, to, timeTag);
            else if (isBundle(from, to)) bundle(from, to, depth);
            else throw new Malformed("it begins neither with an address nor as a bundle");
        }

        private boolean isBundle(int from, int to) {
            if (to - from < 16) return false;
            for (int i = 0; i < BUNDLE.length; i++) if (packet[from + i] != BUNDLE[i]) return false;
            return true;
        }

        private void bundle(int from, int to, int depth) throws Malformed {
            if (depth >= DEPTH) throw new Malformed("it has bundles in bundles deeper than " + DEPTH);
            long timeTag = ((long) integer(from + 8) << 32) | (integer(from + 12) & 0xffffffffL);
            int at = from + 16;
            while (at < to) {
                if (at + 4 > to) throw new Malformed("a part of the bundle is cut off");
                int size = integer(at);
                at += 4;
                if (size < 0 || size > to - at) throw new Malformed("a part of the bundle is longer than the packet");
                if (!sink.later(packet, at, size, timeTag)) packet(at, at + size, timeTag, depth + 1);
                at += size;
            }
        }

        private void message(int from, int to, long timeTag) throws Malformed {
            int end = endOfText(from, to);
            String address = new String(packet, from, end - from, StandardCharsets.US_ASCII);
            int at = padded(from, end);
            if (at > to) throw new Malformed("its address is cut off");
            // Old senders leave the types out where there are no arguments.
            if (at == to || packet[at] != ',') {
                if (at != to) throw new Malformed("it does not say what types its arguments have");
                sink.message(address, 0, timeTag);
                return;
            }
            int typesEnd = endOfText(at, to);
            int first = at + 1;
            int count = 0;
            for (int i = first; i < typesEnd; i++) if (packet[i] != '[' && packet[i] != ']') count++;
            int data = padded(at, typesEnd);
            if (data > to) throw new Malformed("the types of its arguments are cut off");
            if (!sink.message(address, Math.min(count, ARGUMENTS), timeTag)) return;
            int index = 0;
            for (int i = first; i < typesEnd && index < ARGUMENTS; i++) {
                char type = (char) packet[i];
                if (type == '[' || type == ']') continue;
                data = argument(type, index++, data, to);
            }
        }

        /** Hands one argument on and returns where the next one is. */
        private int argument(char type, int index, int at, int to) throws Malformed {
            switch (type) {
                case 'T', 'I' -> sink.argument(index, 1, null);
                case 'F', 'N' -> sink.argument(index, 0, null);
                case 'i' -> sink.argument(index, integer(need(at, 4, to)), null);
                case 'f' -> sink.argument(index, Float.intBitsToFloat(integer(need(at, 4, to))), null);
                case 'c' -> sink.argument(index, integer(need(at, 4, to)), null);
                case 'r' -> {
                    int rgba = integer(need(at, 4, to));
                    double light =
                            (0.2126 * (rgba >>> 24) + 0.7152 * (rgba >> 16 & 255) + 0.0722 * (rgba >> 8 & 255)) / 255;
                    sink.argument(index, light, "#%06x".formatted(rgba >>> 8));
                }
                case 'm' -> sink.argument(index, packet[need(at, 4, to) + 3] / 127.0, null);
                case 'h' -> sink.argument(index, (double) whole(need(at, 8, to)), null);
                case 't' -> sink.argument(index, seconds(whole(need(at, 8, to))), null);
                case 'd' -> sink.argument(index, Double.longBitsToDouble(whole(need(at, 8, to))), null);
                case 's', 'S' -> {
                    int end = endOfText(at, to);
                    sink.argument(index, Double.NaN, new String(packet, at, end - at, StandardCharsets.UTF_8));
                    return padded(at, end);
                }
                case 'b' -> {
                    int size = integer(need(at, 4, to));
                    if (size < 0 || size > to - at - 4) throw new Malformed("a blob is longer than the packet");
                    sink.argument(index, Double.NaN, size + " bytes");
                    return at + 4 + (size + 3) / 4 * 4;
                }
                default -> throw new Malformed("it has an argument of the unknown type '" + type + "'");
            }
            return switch (type) {
                case 'T', 'F', 'N', 'I' -> at;
                case 'h', 't', 'd' -> at + 8;
                default -> at + 4;
            };
        }

        private static int need(int at, int bytes, int to) throws Malformed {
            if (at < 0 || to - at < bytes) throw new Malformed("its arguments are cut off");
            return at;
        }

        private int integer(int at) {
            return (packet[at] & 255) << 24
                    | (packet[at + 1] & 255) << 16
                    | (packet[at + 2] & 255) << 8
                    | packet[at + 3] & 255;
        }

        private long whole(int at) {
            return (long) integer(at) << 32 | integer(at + 4) & 0xffffffffL;
        }

        private int endOfText(int from, int to) throws Malformed {
            for (int i = from; i < to; i++) if (packet[i] == 0) return i;
            throw new Malformed("a text has no end");
        }

        /** Where the next thing begins after a text and its closing zero, in steps of four bytes. */
        private static int padded(int from, int end) {
            return from + ((end - from) / 4 + 1) * 4;
        }
    }

    /** A time tag as seconds since 1970. */
    public static double seconds(long timeTag) {
        return (timeTag >>> 32) - EPOCH + (timeTag & 0xffffffffL) / 4294967296.0;
    }

    /** Seconds since 1970 as a time tag. */
    public static long timeTag(double seconds) {
        long whole = (long) Math.floor(seconds);
        return (whole + EPOCH) << 32 | (long) ((seconds - whole) * 4294967296.0) & 0xffffffffL;
    }

    /** A message; arguments are {@code Float}, {@code Integer}, {@code Long}, {@code Double}, {@code Boolean}, {@code String} or {@code byte[]}. */
    public static byte[] message(String address, Object... arguments) {
        StringBuilder types = new StringBuilder(",");
        int size = room(address.getBytes(StandardCharsets.US_ASCII).length);
        for (Object argument : arguments) {
            switch (argument) {
                case Float f -> {
                    types.append('f');
                    size += 4;
                }
                case Integer i -> {
                    types.append('i');
                    size += 4;
                }
                case Long l -> {
                    types.append('h');
                    size += 8;
                }
                case Double d -> {
                    types.append('d');
                    size += 8;
                }
                case Boolean on -> types.append(on ? 'T' : 'F');
                case String s -> {
                    types.append('s');
                    size += room(s.getBytes(StandardCharsets.UTF_8).length);
                }
                case byte[] b -> {
                    types.append('b');
                    size += 4 + (b.length + 3) / 4 * 4;
                }
                default -> throw new IllegalArgumentException("no OSC argument: " + argument);
            }
        }
        ByteBuffer out = ByteBuffer.allocate(size + room(types.length()));
        text(out, address.getBytes(StandardCharsets.US_ASCII));
        text(out, types.toString().getBytes(StandardCharsets.US_ASCII));
        for (Object argument : arguments) {
            switch (argument) {
                case Float f -> out.putFloat(f);
                case Integer i -> out.putInt(i);
                case Long l -> out.putLong(l);
                case Double d -> out.putDouble(d);
                case String s -> text(out, s.getBytes(StandardCharsets.UTF_8));
                case byte[] b -> {
                    out.putInt(b.length).put(b);
                    out.position((out.position() + 3) / 4 * 4);
                }
                default -> {}
            }
        }
        return out.array();
    }

    /** A bundle of packets that belong together, for a moment of {@link #timeTag} or {@link #NOW}. */
    public static byte[] bundle(long timeTag, List<byte[]> packets) {
        ByteBuffer out = ByteBuffer.allocate(
                16 + packets.stream().mapToInt(p -> 4 + p.length).sum());
        out.put(BUNDLE).putLong(timeTag);
        for (byte[] packet : packets) out.putInt(packet.length).put(packet);
        return out.array();
    }

    private static int room(int length) {
        return (length / 4 + 1) * 4;
    }

    private static void text(ByteBuffer out, byte[] text) {
        int end = out.position() + room(text.length);
        out.put(text);
        while (out.position() < end) out.put((byte) 0);
    }

    /** Whether an address is a pattern. */
    public static boolean isPattern(String address) {
        for (int i = 0; i < address.length(); i++) if ("?*[{".indexOf(address.charAt(i)) >= 0) return true;
        return false;
    }

    /** Whether a pattern of the standard ({@code ? * [a-c] [!x] {one,two}}) means an address; parts between slashes match one by one. */
    public static boolean matches(String pattern, String address) {
        return matches(pattern, 0, address, 0, new int[] {10_000});
    }

    /** {@code tries} limits how much is tried, as a row of stars could take for ever. */
    private static boolean matches(String p, int i, String a, int j, int[] tries) {
        if (tries[0]-- <= 0) return false;
        if (i == p.length()) return j == a.length();
        char c = p.charAt(i);
        switch (c) {
            case '*' -> {
                for (int k = j; ; k++) {
                    if (matches(p, i + 1, a, k, tries)) return true;
                    if (k == a.length() || a.charAt(k) == '/') return false;
                }
            }
            case '?' -> {
                return j < a.length() && a.charAt(j) != '/' && matches(p, i + 1, a, j + 1, tries);
            }
            case '[' -> {
                int end = p.indexOf(']', i);
                return end > 0
                        && j < a.length()
                        && a.charAt(j) != '/'
                        && oneOf(p.substring(i + 1, end), a.charAt(j))
                        && matches(p, end + 1, a, j + 1, tries);
            }
            case '{' -> {
                int end = p.indexOf('}', i);
                if (end < 0) return false;
                for (String word : p.substring(i + 1, end).split(",", 64)) {
                    if (a.startsWith(word, j) && matches(p, end + 1, a, j + word.length(), tries)) return true;
                }
                return false;
            }
            default -> {
                return j < a.length() && a.charAt(j) == c && matches(p, i + 1, a, j + 1, tries);
            }
        }
    }

    private static boolean oneOf(String set, char c) {
        boolean not = set.startsWith("!");
        boolean in = false;
        for (int i = not ? 1 : 0; i < set.length(); i++) {
            boolean range = i + 2 < set.length() && set.charAt(i + 1) == '-';
            in |= range ? c >= set.charAt(i) && c <= set.charAt(i + 2) : c == set.charAt(i);
            if (range) i += 2;
        }
        return in != not;
    }
}
