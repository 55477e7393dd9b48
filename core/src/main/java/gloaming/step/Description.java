package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Id;
import gloaming.look.Value;
import java.lang.reflect.Modifier;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Everything the program knows about one operation, read off its record: the catalogue's entry. */
public final class Description {

    /** A further input as the annotation {@link Read} declares it. */
    public record Input(String name, Kind kind, String says, boolean optional, boolean before, String takes) {}

    /** A result beside the step, as the annotation {@link Beside} declares it. */
    public record Output(String name, Kind kind, String says) {}

    private final String id;
    private final List<String> former;
    private final String name;
    private final String does;
    private final String find;
    private final String ifBlack;
    private final boolean outward;
    private final Kind takes;
    private final Kind gives;
    private final List<Setting> settings;
    private final List<Input> reads;
    private final List<Output> beside;
    private final Class<?>[] types;
    private final Class<?> operation;
    private final OperationMaker maker;
    private final DynamicSettings.From grows;
    private final List<DynamicSettings.Trouble> problems;

    Description(Class<? extends Operation<?, ?, ?>> type) {
        StepInfo says = type.getAnnotation(StepInfo.class);
        if (says == null || !type.isRecord()) {
            throw new IllegalStateException(type + " is an operation, so it must be a record with @StepInfo");
        }
        Id given = type.getAnnotation(Id.class);
        if (given == null) throw new IllegalStateException(type + " needs an @Id for documents");
        operation = type;
        id = given.value();
        former = List.of(given.former());
        name = says.name();
        does = says.does();
        find = says.find();
        ifBlack = says.ifBlack();
        outward = says.outward();
        takes = Kind.of(argument(type, 0));
        gives = Kind.of(argument(type, 1));
        RecordComponent[] components = type.getRecordComponents();
        DynamicSettings grown = type.getAnnotation(DynamicSettings.class);
        int own = components.length - (grown == null ? 0 : 1);
        settings = Stream.of(components).limit(own).map(SettingReader::of).toList();
        types = Stream.of(components).map(RecordComponent::getType).toArray(Class<?>[]::new);
        reads = Stream.of(type.getAnnotationsByType(Read.class))
                .map(r -> new Input(r.name(), Kind.of(r.kind()), r.says(), r.optional(), r.before(), r.takes()))
                .toList();
        beside = Stream.of(type.getAnnotationsByType(Beside.class))
                .map(b -> new Output(b.name(), Kind.of(b.kind()), b.says()))
                .toList();
        if (!Modifier.isPublic(type.getModifiers())) throw new IllegalStateException(type + " must be public");
        try {
            maker = new OperationMaker(type.getDeclaredConstructor(types), grown != null);
            problems = List.of();
            grows = grown == null ? null : grown.value().getConstructor().newInstance();
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(type + " cannot be made", e);
        }
    }

    /** Makes ready what makes its operations, so that the first one comes at once. */
    public void ready() {
        if (maker != null) maker.ready();
    }

    /** The record that this describes. */
    public Class<?> operation() {
        return operation;
    }

    private Description(Description seed, DynamicSettings.Own own) {
        id = seed.id;
        former = seed.former;
        name = seed.name;
        does = seed.does;
        find = seed.find;
        ifBlack = seed.ifBlack;
        outward = seed.outward;
        takes = seed.takes;
        gives = seed.gives;
        settings =
                Stream.concat(seed.settings.stream(), own.settings().stream()).toList();
        reads = Stream.concat(seed.reads.stream(), own.reads().stream()).toList();
        beside = seed.beside;
        types = seed.types;
        operation = seed.operation;
        maker = seed.maker;
        grows = seed.grows;
        problems = own.problems();
    }

    /** What stands for lanes that were wrapped; nothing is made by it. */
    Description(
            String id, String name, String does, Kind takes, Kind gives, List<Setting> settings, List<Input> reads) {
        this.id = id;
        this.name = name;
        this.does = does;
        this.takes = takes;
        this.gives = gives;
        this.settings = List.copyOf(settings);
        this.reads = List.copyOf(reads);
        former = List.of();
        find = "";
        ifBlack = "";
        outward = false;
        beside = List.of();
        types = new Class<?>[0];
        operation = null;
        maker = null;
        grows = null;
        problems = List.of();
    }

    /** Whether there may be settings and inputs that only a step's own values tell of. */
    public boolean grows() {
        return grows != null;
    }

    /** What is wrong with the text that settings should have grown from, in its order. */
    public List<DynamicSettings.Trouble> problems() {
        return problems;
    }

    /** The description of a step with these values. */
    Description grown(Map<String, Value> set) {
        Map<String, Value> known = new java.util.HashMap<>();
        for (Setting setting : settings) known.put(setting.id(), set.getOrDefault(setting.id(), setting.initial()));
        return new Description(this, grows.apply(known));
    }

    /** What an operation takes (0) or gives (1), through whatever interfaces stand between. */
    private static Class<?> argument(Class<?> type, int which) {
        if (between(type, which) instanceof Class<?> is) return is;
        throw new IllegalStateException(type + " does not say what it takes or gives");
    }

    private static Type between(Class<?> type, int which) {
        for (Type shape : type.getGenericInterfaces()) {
            if (shape instanceof Class<?> plain && Operation.class.isAssignableFrom(plain))
                return between(plain, which);
            if (!(shape instanceof ParameterizedType p)) continue;
            Class<?> raw = (Class<?>) p.getRawType();
            if (raw == Operation.class) return p.getActualTypeArguments()[which];
            if (!Operation.class.isAssignableFrom(raw)) continue;
            Type found = between(raw, which);
            int own = List.of(raw.getTypeParameters()).indexOf(found);
            return own < 0 ? found : p.getActualTypeArguments()[own];
        }
        return null;
    }

    /** What documents call it. */
    public String id() {
        return id;
    }

    public String name() {
        return name;
    }

    public String does() {
        return does;
    }

    public String find() {
        return find;
    }

    /** What to notice in its example, or empty. */
    public String notice() {
        return operation == null
                ? ""
                : operation().getAnnotation(StepInfo.class).notice();
    }

    /** What the settings of a new one begin with, where that is not as at first. */
    public Map<String, Value> begins() {
        String begins = operation == null
                ? ""
                : operation().getAnnotation(StepInfo.class).begins();
        return begins.isEmpty() ? Map.of() : Preset.read(": " + begins, this).values();
    }

    /** Good settings of it to begin from. */
    public List<Preset> sets() {
        if (operation == null) return List.of();
        return Stream.of(operation().getAnnotation(StepInfo.class).sets())
                .map(text -> Preset.read(text, this))
                .toList();
    }

    /** Its worked example as {@link StepInfo#example} has it, or empty. */
    public String example() {
        return operation == null
                ? ""
                : operation().getAnnotation(StepInfo.class).example();
    }

    public String ifBlack() {
        return ifBlack;
    }

    /** Whether it does something beyond the look. */
    public boolean outward() {
        return outward;
    }

    /** What it takes from the step before it; null for a source. */
    public Kind takes() {
        return takes;
    }

    public Kind gives() {
        return gives;
    }

    public List<Setting> settings() {
        return settings;
    }

    public List<Input> reads() {
        return reads;
    }

    /** What it hands out beside what leaves it. */
    public List<Output> beside() {
        return beside;
    }

    /** What leaves it, or is handed out beside it by a name; null where there is nothing of that name. */
    public Kind gives(String output) {
        if (output == null) return gives;
        for (Output o : beside) if (o.name().equals(output)) return o.kind();
        return null;
    }

    public int settingIndex(String id) {
        for (int i = 0; i < settings.size(); i++) if (settings.get(i).id().equals(id)) return i;
        return -1;
    }

    public Input input(String name) {
        return reads.stream().filter(r -> r.name().equals(name)).findFirst().orElse(null);
    }

    /** The constructor's arguments for a step's settings, defaults where it sets none. */
    public Object[] arguments(Map<String, Value> set) {
        Object[] arguments = new Object[settings.size()];
        for (int i = 0; i < arguments.length; i++) {
            Setting setting = settings.get(i);
            Value value = set.getOrDefault(setting.id(), setting.initial());
            // A value may be left from another text; a number is held within the range.
            if (isGrown(i) && !setting.fits(value)) value = setting.initial();
            arguments[i] = argument(i, value);
        }
        return arguments;
    }

    private boolean isGrown(int i) {
        return grows != null && i >= types.length - 1;
    }

    /** The argument for setting {@code i} driven to {@code number}, which is held inside the setting's range. */
    public Object argument(int i, double number) {
        Setting setting = settings.get(i);
        if (setting.form() == Setting.Form.SWITCH) return number > 0.5;
        if (setting.form() == Setting.Form.CHOICE) {
            Object[] all = types[i].getEnumConstants();
            return all[(int) Math.clamp(Math.rint(number), 0.0, all.length - 1.0)];
        }
        double held = number(i, number);
        if (setting.form() == Setting.Form.WHOLE) return (int) held;
        return held;
    }

    /** What a setting of numbers comes to when it is driven to {@code number}: within its range, and whole where it is. */
    public double number(int i, double number) {
        Setting setting = settings.get(i);
        double held = Math.clamp(number, setting.min(), setting.max());
        return setting.form() == Setting.Form.WHOLE ? Math.rint(held) : held;
    }

    /** Whether setting {@code i} is a number of any sort. */
    public boolean isNumber(int i) {
        Setting.Form form = settings.get(i).form();
        return form == Setting.Form.NUMBER || form == Setting.Form.WHOLE;
    }

    private Object argument(int i, Value value) {
        return switch (value) {
            case Value.Num num -> argument(i, num.number());
            case Value.Flag flag -> flag.on();
            case Value.Word word when settings.get(i).form() == Setting.Form.COLOUR -> Colour.parse(word.text());
            case Value.Word word
            when settings.get(i).form() == Setting.Form.CHOICE ->
                types[i].getEnumConstants()[settings.get(i).choices().indexOf(word.text())];
            case Value.Word word -> word.text();
        };
    }

    /** A new operation with these arguments. */
    public Operation<?, ?, ?> make(Object[] arguments) {
        return maker.make(arguments);
    }

    /** Ids that documents had for this step before. */
    List<String> former() {
        return former;
    }

    /** What a setting is called now that documents called {@code id} at some time; {@code id} itself where nothing is known of it. */
    String settingNow(String id) {
        if (settingIndex(id) >= 0) return id;
        for (RecordComponent component : operation().getRecordComponents()) {
            Id given = component.getAnnotation(Id.class);
            if (given != null && List.of(given.former()).contains(id)) return given.value();
        }
        return id;
    }

    /** What a choice of a setting is called now; {@code value} itself where nothing is known of it. */
    Value choiceNow(String setting, Value value) {
        int i = settingIndex(setting);
        if (i < 0 || !(value instanceof Value.Word word)) return value;
        if (settings.get(i).form() != Setting.Form.CHOICE
                || settings.get(i).choices().contains(word.text())) return value;
        for (Object constant : types[i].getEnumConstants()) {
            Id given = SettingReader.choice((Enum<?>) constant);
            if (List.of(given.former()).contains(word.text())) return Value.of(given.value());
        }
        return value;
    }
}
