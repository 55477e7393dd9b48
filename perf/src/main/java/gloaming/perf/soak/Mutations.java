package gloaming.perf.soak;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/** Makes damaged bytes and texts of whole ones; the same seed makes the same. */
final class Mutations {
    private static final List<String> NASTY = List.of(
            "null",
            "[]",
            "{}",
            "-1",
            "1e308",
            "-1e308",
            "1e-320",
            "NaN",
            "\"\"",
            "\"\\u0000\"",
            "true",
            "99999999999999999999",
            "\"" + "x".repeat(3_000) + "\"",
            "[".repeat(300),
            "{\"a\":".repeat(200),
            "\"../../etc\"",
            "\"\uD83D\uDC1A\"",
            "0",
            "\"s1\"",
            "\"l1\"");

    private final SplittableRandom random;

    Mutations(long seed) {
        random = new SplittableRandom(seed);
    }

    SplittableRandom random() {
        return random;
    }

    <T> T any(List<T> all) {
        return all.get(random.nextInt(all.size()));
    }

    /** Bytes changed, cut off, doubled or moved; more often at the beginning, where headers are. */
    byte[] bytes(byte[] whole) {
        byte[] now = whole.clone();
        int times = 1 + random.nextInt(random.nextInt(4) == 0 ? 200 : 8);
        for (int k = 0; k < times && now.length > 0; k++) {
            int at = random.nextInt(random.nextBoolean() ? Math.min(256, now.length) : now.length);
            switch (random.nextInt(8)) {
                case 0 -> now[at] = (byte) random.nextInt();
                case 1 -> now[at] ^= (byte) (1 << random.nextInt(8));
                case 2 -> Arrays.fill(now, at, Math.min(now.length, at + 1 + random.nextInt(8)), (byte) 0xff);
                case 3 -> Arrays.fill(now, at, Math.min(now.length, at + 1 + random.nextInt(8)), (byte) 0);
                case 4 -> now = Arrays.copyOf(now, at);
                case 5 -> {
                    int length = Math.min(random.nextInt(64), now.length - at);
                    System.arraycopy(now, at, now, random.nextInt(now.length - length + 1), length);
                }
                case 6 -> {
                    // A number of four bytes becomes a very large one.
                    for (int i = at; i < Math.min(now.length, at + 4); i++) now[i] = (byte) (i == at ? 0x7f : 0xff);
                }
                default -> now[at] = (byte) (now[at] + random.nextInt(3) - 1);
            }
        }
        return now;
    }

    /** A text of JSON in which values, names or brackets are others. */
    String json(String whole) {
        StringBuilder now = new StringBuilder(whole);
        int times = 1 + random.nextInt(4);
        for (int k = 0; k < times && now.length() > 2; k++) {
            int at = random.nextInt(now.length());
            switch (random.nextInt(6)) {
                case 0 -> value(now, at);
                case 1 -> now.deleteCharAt(at);
                case 2 -> now.insert(at, any(NASTY));
                case 3 -> now.setCharAt(at, (char) random.nextInt(1, 0x2fff));
                case 4 -> now.setLength(at);
                default -> {
                    int end = Math.min(now.length(), at + random.nextInt(200));
                    now.insert(random.nextInt(now.length()), now.substring(at, end));
                }
            }
            if (now.length() > 4 << 20) now.setLength(4 << 20);
        }
        return now.toString();
    }

    /** Puts something else in place of the value that begins after the next colon. */
    private void value(StringBuilder now, int at) {
        int colon = now.indexOf(":", at);
        if (colon < 0) return;
        int end = colon + 1;
        while (end < now.length() && ",}]\n".indexOf(now.charAt(end)) < 0) end++;
        now.replace(colon + 1, end, any(NASTY));
    }

    static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
