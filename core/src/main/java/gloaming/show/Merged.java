package gloaming.show;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Objects;

/** Changes to one thing by two hands that did not see each other's. */
final class Merged {
    private Merged() {}

    /**
     * What there is, with what a hand changed of what it saw: its parts, and theirs where they are records, each by itself.
     *
     * @param is as it is now, after the other hand
     * @param saw as it was when the hand took it
     * @param made as the hand left it
     */
    static <R extends Record> R of(R is, R saw, R made) {
        RecordComponent[] parts = made.getClass().getRecordComponents();
        Object[] all = new Object[parts.length];
        try {
            for (int i = 0; i < parts.length; i++) {
                var part = parts[i].getAccessor();
                all[i] = part(part.invoke(is), part.invoke(saw), part.invoke(made));
            }
            Class<?>[] types =
                    Arrays.stream(parts).map(RecordComponent::getType).toArray(Class<?>[]::new);
            @SuppressWarnings("unchecked")
            R merged = (R) made.getClass().getDeclaredConstructor(types).newInstance(all);
            return merged;
        } catch (InvocationTargetException e) {
            if (e.getCause() instanceof RuntimeException refused) throw refused;
            throw new IllegalStateException(e);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Object part(Object is, Object saw, Object made) {
        if (Objects.equals(saw, made)) return is;
        boolean records = is instanceof Record && saw instanceof Record && made instanceof Record;
        return records ? of((Record) is, (Record) saw, (Record) made) : made;
    }
}
