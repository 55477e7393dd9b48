package gloaming.flow;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Loops by vectors that the JIT compiles each by itself and never into a caller: inlined into a large one a vector loop can pass the
 * JIT's limit on nodes, and its vectors then become objects. On a class it is all of its methods. {@code hotspot.txt} is generated
 * from this.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.TYPE, ElementType.METHOD})
public @interface Kernel {

    /** The other way about: methods that are always compiled into their callers. */
    @Retention(RetentionPolicy.RUNTIME)
    @Target(ElementType.TYPE)
    @interface Part {}
}
