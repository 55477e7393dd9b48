package gloaming.look;

import java.util.AbstractMap;
import java.util.Collections;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** A map in the order of its keys that never changes, so that whoever is given one need not copy it. */
final class Keyed<T> extends AbstractMap<String, T> {
    private final Map<String, T> map;

    private Keyed(Map<String, T> map) {
        this.map = Collections.unmodifiableMap(new TreeMap<>(map));
    }

    /** What a map holds now; nothing where there is none. */
    static <T> Map<String, T> of(Map<String, T> map) {
        if (map == null || map.isEmpty()) return Map.of();
        return map instanceof Keyed ? map : new Keyed<>(map);
    }

    @Override
    public T get(Object key) {
        return map.get(key);
    }

    @Override
    public boolean containsKey(Object key) {
        return map.containsKey(key);
    }

    @Override
    public int size() {
        return map.size();
    }

    @Override
    public Set<Entry<String, T>> entrySet() {
        return map.entrySet();
    }
}
