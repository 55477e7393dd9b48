package gloaming.perf;

/**
 * One measurement.
 *
 * @param peer what it is held against, in words, with its value
 * @param ratio value over peer; under 1 is better than the peer
 */
record Result(String name, double value, String unit, String peer, double ratio) {
    String json() {
        return "{\"name\":\"%s\",\"value\":%.4g,\"unit\":\"%s\",\"peer\":\"%s\",\"ratio\":%.3g}"
                .formatted(name, value, unit, peer, ratio);
    }
}
