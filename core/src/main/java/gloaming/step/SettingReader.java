package gloaming.step;

import gloaming.look.Id;
import gloaming.look.Value;
import java.lang.reflect.RecordComponent;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Reads a setting off a component of an operation's record. */
final class SettingReader {
    private SettingReader() {}

    static Setting of(RecordComponent component) {
        Id given = component.getAnnotation(Id.class);
        if (given == null) throw new IllegalStateException(component + " needs an @Id for documents");
        String id = given.value();
        String label = given.label().isEmpty() ? label(component.getName()) : given.label();
        Range range = component.getAnnotation(Range.class);
        Class<?> type = component.getType();
        if (range != null) {
            Setting.Form form = type == int.class ? Setting.Form.WHOLE : Setting.Form.NUMBER;
            return new Setting(
                    id,
                    label,
                    form,
                    range.min(),
                    range.max(),
                    range.byRatio(),
                    Value.of(range.initial()),
                    range.unit(),
                    range.says(),
                    List.of(),
                    range.drag() == Range.Drag.NONE ? null : range.drag(),
                    false);
        }
        Choice pick = component.getAnnotation(Choice.class);
        if (pick == null) throw new IllegalStateException(component + " needs @Range or @Choice");
        Value initial =
                type == boolean.class ? Value.of(Boolean.parseBoolean(pick.initial())) : Value.of(pick.initial());
        Setting.Form form = form(type, pick);
        List<String> choices = type.isEnum()
                ? Stream.of(type.getEnumConstants())
                        .map(c -> choice((Enum<?>) c).value())
                        .toList()
                : pick.medium().isEmpty() ? List.of() : List.of(pick.medium().split(" "));
        Range.Drag drag = pick.drag() == Range.Drag.NONE ? null : pick.drag();
        return new Setting(id, label, form, 0, 0, false, initial, pick.over(), pick.says(), choices, drag, false);
    }

    private static Setting.Form form(Class<?> type, Choice pick) {
        if (type == boolean.class) return Setting.Form.SWITCH;
        if (type == Colour.class) return Setting.Form.COLOUR;
        if (type.isEnum()) return Setting.Form.CHOICE;
        if (pick.code()) return Setting.Form.CODE;
        if (pick.curve()) return Setting.Form.CURVE;
        if (pick.formula()) return Setting.Form.FORMULA;
        if (pick.strip()) return Setting.Form.STRIP;
        return pick.medium().isEmpty() ? Setting.Form.TEXT : Setting.Form.MEDIUM;
    }

    /** What documents call a choice. */
    static Id choice(Enum<?> constant) {
        try {
            Id given = constant.getDeclaringClass().getField(constant.name()).getAnnotation(Id.class);
            if (given == null) throw new IllegalStateException(constant + " needs an @Id for documents");
            return given;
        } catch (NoSuchFieldException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String label(String camel) {
        String words = Stream.of(camel.split("(?=[A-Z])"))
                .map(w -> w.toLowerCase(Locale.ROOT))
                .collect(Collectors.joining(" "));
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
