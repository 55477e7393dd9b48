package gloaming.web.message;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonTypeName;
import gloaming.look.Edit;
import gloaming.look.Value;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import tools.jackson.databind.json.JsonMapper;

/** The types of messages and documents for the pages' scripts, as JSDoc, read off the records. */
final class MessageTypes {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Parts without which a document is refused. */
    private static final Set<String> NEEDED = Set.of("id", "type", "lane", "of", "setting", "control");

    private final Map<Class<?>, String> names = new LinkedHashMap<>();
    private final Map<String, String> typedefs = new LinkedHashMap<>();

    static String of(Class<?>... roots) {
        MessageTypes types = new MessageTypes();
        for (Class<?> root : roots) types.name(root);
        StringBuilder text = new StringBuilder("// @ts-check\n")
                .append("// Generated from the program's records by MessageJsonTest; not to be changed by hand.\n\n");
        types.typedefs.forEach((name, type) -> text.append("/** @typedef {")
                .append(type)
                .append("} ")
                .append(name)
                .append(" */\n"));
        return text.append("\nexport {};\n").toString();
    }

    private String name(Class<?> type) {
        String known = names.get(type);
        if (known != null) return known;
        Class<?> outer = type.getDeclaringClass();
        boolean plain = outer == null || outer == ToPage.class && type.getAnnotation(JsonTypeName.class) == null;
        String name = plain ? type.getSimpleName() : outer.getSimpleName() + type.getSimpleName();
        if (names.containsValue(name)) throw new IllegalStateException("Two types would be called " + name + ".");
        names.put(type, name);
        typedefs.put(name, "");
        typedefs.put(name, body(type));
        return name;
    }

    private String body(Class<?> type) {
        if (type.isEnum())
            return Arrays.stream(type.getEnumConstants())
                    .map(one -> JSON.writeValueAsString(one).replace('"', '\''))
                    .collect(Collectors.joining("|"));
        if (type.isSealed())
            return Arrays.stream(type.getPermittedSubclasses()).map(this::name).collect(Collectors.joining("|"));
        if (!type.isRecord()) throw new IllegalStateException(type + " is neither a record nor sealed.");
        List<String> parts = new ArrayList<>();
        tag(type, parts);
        boolean toPage = type.getDeclaringClass() != FromPage.class;
        for (RecordComponent part : type.getRecordComponents()) parts.add(part(type, part, toPage));
        return "{" + String.join(", ", parts) + "}";
    }

    /** A part that need not be sent, or that may be null or away when it comes. */
    private String part(Class<?> type, RecordComponent part, boolean toPage) {
        boolean maybe = part.isAnnotationPresent(Maybe.class) || takesAway(type, part);
        boolean document = type.getName().startsWith("gloaming.look.");
        boolean lacks = toPage
                ? maybe && type.isAnnotationPresent(JsonInclude.class) || document && lacks(type, part)
                : maybe || part.getType().isPrimitive();
        String is = type(part.getGenericType());
        return part.getName()
                + (lacks ? "?: " : ": ")
                + is
                + (maybe && !(toPage && type.isAnnotationPresent(JsonInclude.class)) ? "|null" : "");
    }

    /** Edits that with null take something away. */
    private static boolean takesAway(Class<?> type, RecordComponent part) {
        return type == Edit.Set.class && part.getName().equals("value")
                || type == Edit.SetFollow.class && part.getName().equals("follow")
                || type == Edit.SetRead.class && part.getName().equals("lane")
                || type == Edit.SetFormula.class && part.getName().equals("text")
                || type == Edit.Write.class && part.getName().equals("draft");
    }

    /** Parts of documents that are not written where they say nothing. */
    private static boolean lacks(Class<?> type, RecordComponent part) {
        JsonInclude own = part.getAccessor().getAnnotation(JsonInclude.class);
        if (own != null && own.value() != JsonInclude.Include.ALWAYS) return true;
        JsonInclude include = type.getAnnotation(JsonInclude.class);
        if (include == null || NEEDED.contains(part.getName())) return false;
        return switch (include.value()) {
            case NON_DEFAULT -> true;
            case NON_NULL -> !part.getType().isPrimitive() && !part.getType().isEnum();
            default -> false;
        };
    }

    private static void tag(Class<?> type, List<String> parts) {
        JsonTypeName named = type.getAnnotation(JsonTypeName.class);
        if (named == null) return;
        for (Class<?> up = type.getInterfaces()[0]; up != null; up = parent(up)) {
            JsonTypeInfo info = up.getAnnotation(JsonTypeInfo.class);
            if (info == null) continue;
            parts.add(info.property() + ": '" + named.value() + "'");
            return;
        }
    }

    private static Class<?> parent(Class<?> type) {
        return type.getInterfaces().length == 0 ? null : type.getInterfaces()[0];
    }

    private String type(Type type) {
        if (type instanceof ParameterizedType of) {
            Type last = of.getActualTypeArguments()[of.getActualTypeArguments().length - 1];
            return Map.class.isAssignableFrom((Class<?>) of.getRawType())
                    ? "Record<string, " + type(last) + ">"
                    : Collection.class.isAssignableFrom((Class<?>) of.getRawType())
                            ? wrapped(type(last)) + "[]"
                            : "any";
        }
        Class<?> is = (Class<?>) type;
        if (is == Value.class) return "number|boolean|string";
        if (is == String.class) return "string";
        if (is == boolean.class || is == Boolean.class) return "boolean";
        if (is.isPrimitive() || Number.class.isAssignableFrom(is)) return "number";
        return name(is);
    }

    private static String wrapped(String type) {
        return type.contains("|") ? "(" + type + ")" : type;
    }

    /** The names by which a sealed type's members go in messages. */
    static List<String> tags(Class<?> sealed) {
        if (!sealed.isSealed())
            return List.of(sealed.getAnnotation(JsonTypeName.class).value());
        return Arrays.stream(sealed.getPermittedSubclasses())
                .flatMap(type -> tags(type).stream())
                .toList();
    }
}
