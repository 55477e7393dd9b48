package gloaming.step;

import java.lang.invoke.MethodHandle;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.MethodType;
import java.lang.reflect.Constructor;
import java.util.Arrays;

/** Makes operations of one record from the arguments of its settings, in which numbers may be {@link Amount}s. */
final class OperationMaker {
    private static final MethodType MAKING = MethodType.methodType(Operation.class, Object[].class);
    private static final MethodHandle NUMBER = unboxing("number", double.class);
    private static final MethodHandle WHOLE = unboxing("whole", int.class);

    private final Constructor<?> of;
    /** The record's constructor, for its arguments as one array; made when one is wanted, as most are not in an evening. */
    private volatile MethodHandle constructor;

    /** How many arguments are settings of the record itself; those behind them go into its last part as one array. */
    private final int own;

    private final boolean grows;

    /** @param grows whether the record's last part takes what only a step's own values tell of */
    OperationMaker(Constructor<?> of, boolean grows) {
        this.of = of;
        this.grows = grows;
        own = of.getParameterCount() - (grows ? 1 : 0);
    }

    /** Makes it ready, so that the first operation is made at once. */
    void ready() {
        if (constructor == null) constructor = handle();
    }

    private MethodHandle handle() {
        MethodHandle made = unreflected();
        for (int i = 0; i < of.getParameterCount(); i++) {
            Class<?> type = of.getParameterTypes()[i];
            if (type == double.class) made = MethodHandles.filterArguments(made, i, NUMBER);
            if (type == int.class) made = MethodHandles.filterArguments(made, i, WHOLE);
        }
        return made.asSpreader(Object[].class, of.getParameterCount()).asType(MAKING);
    }

    private MethodHandle unreflected() {
        try {
            return MethodHandles.publicLookup().unreflectConstructor(of);
        } catch (IllegalAccessException e) {
            throw new IllegalStateException(of + " is not public.", e);
        }
    }

    private static MethodHandle unboxing(String name, Class<?> to) {
        try {
            return MethodHandles.lookup().findStatic(Amount.class, name, MethodType.methodType(to, Object.class));
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    Operation<?, ?, ?> make(Object[] arguments) {
        ready();
        try {
            return (Operation) constructor.invokeExact(grows ? grown(arguments) : arguments);
        } catch (RuntimeException | Error e) {
            throw e;
        } catch (Throwable e) {
            throw new IllegalStateException(e);
        }
    }

    private Object[] grown(Object[] arguments) {
        Object[] more = Arrays.copyOfRange(arguments, own, arguments.length);
        for (int i = 0; i < more.length; i++) more[i] = Amount.plain(more[i]);
        Object[] all = Arrays.copyOf(arguments, own + 1);
        all[own] = more;
        return all;
    }
}
