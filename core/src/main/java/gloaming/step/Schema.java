package gloaming.step;

import gloaming.look.Binding;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Desk;
import gloaming.look.Kit;
import gloaming.look.Limits;
import gloaming.look.LookJson;
import java.util.Collection;
import java.util.List;
import java.util.stream.Stream;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The JSON Schema (draft 2020-12) of a look's file, made from the catalogue; published as docs/look.schema.json. */
public final class Schema {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    /** An id, or a path into uses of kits. */
    private static final int PATH = 400;

    private Schema() {}

    /** The schema of looks made of all steps there are. */
    public static String text() {
        return text(Catalogue.all().entries());
    }

    /** The schema of looks made of these steps. */
    public static String text(Collection<Description> steps) {
        ObjectNode root = object("format", "version", "name", "width", "height", "rate", "lanes", "mix");
        root.put("$schema", "https://json-schema.org/draft/2020-12/schema").put("title", "A look of Gloaming");
        ObjectNode p = (ObjectNode) root.get("properties");
        p.putObject("format").put("const", "gloaming-look");
        p.putObject("version").put("const", LookJson.VERSION);
        p.set("name", string(Limits.NAME));
        p.set("width", number("integer", Limits.MIN_SIDE, Limits.MAX_SIDE));
        p.set("height", number("integer", Limits.MIN_SIDE, Limits.MAX_SIDE));
        p.set("rate", number("number", Limits.MIN_RATE, Limits.MAX_RATE));
        p.putObject("seed").put("type", "integer");
        p.set("tempo", number("number", Limits.MIN_TEMPO, Limits.MAX_TEMPO));
        p.set("lanes", array(lane(steps), Limits.LANES));
        p.set("mix", array(layer(), Limits.LAYERS));
        p.putObject("clock").put("$ref", "#/$defs/clock");
        p.set("desk", desk());
        p.set("kits", array(kit(), Limits.KITS));
        ObjectNode defs = root.putObject("$defs");
        defs.set("clock", clock());
        defs.set("follow", follow());
        defs.set("kit-use", use());
        for (Description description : steps) defs.set("step-" + description.id(), step(description));
        return JSON.writeValueAsString(root) + "\n";
    }

    private static ObjectNode clock() {
        ObjectNode clock = object("factor");
        ObjectNode p = (ObjectNode) clock.get("properties");
        p.set("factor", number("number", 0, 16));
        p.set("ahead", number("number", -Clock.FAR, Clock.FAR));
        p.set("push", string(PATH));
        p.set("restart", string(PATH));
        return clock;
    }

    private static ObjectNode desk() {
        ObjectNode desk = object();
        ObjectNode p = (ObjectNode) desk.get("properties");
        ObjectNode binding = object("id", "control", "of", "setting");
        ObjectNode b = (ObjectNode) binding.get("properties");
        for (String word : List.of("id", "of", "setting")) b.set(word, string(Limits.NAME));
        b.set("control", string(Binding.LONGEST));
        for (String end : List.of("inLow", "inHigh", "low", "high"))
            b.putObject(end).put("type", "number");
        b.set("bend", number("number", 0.1, 10));
        b.set("ease", number("number", 0, 60));
        ArrayNode modes = b.putObject("mode").putArray("enum");
        Stream.of(Binding.Mode.values()).map(Binding.Mode::id).forEach(modes::add);
        b.putObject("pickUp").put("type", "boolean");
        ObjectNode lifted = object("of", "setting");
        for (String word : List.of("of", "setting", "name")) {
            ((ObjectNode) lifted.get("properties")).set(word, string(Limits.NAME));
        }
        for (String end : List.of("low", "high")) {
            ((ObjectNode) lifted.get("properties")).putObject(end).put("type", "number");
        }
        p.set("bindings", array(binding, Desk.BINDINGS));
        p.set("strip", array(lifted, Desk.STRIP));
        return desk;
    }

    private static ObjectNode lane(Collection<Description> steps) {
        ObjectNode lane = object("id", "name", "steps");
        ObjectNode p = (ObjectNode) lane.get("properties");
        p.set("id", string(40));
        p.set("name", string(Limits.NAME));
        p.putObject("clock").put("$ref", "#/$defs/clock");
        ObjectNode any = JSON.createObjectNode();
        ArrayNode oneOf = any.putArray("oneOf");
        for (Description d : steps) oneOf.addObject().put("$ref", "#/$defs/step-" + d.id());
        oneOf.addObject().put("$ref", "#/$defs/kit-use");
        p.set("steps", array(any, Limits.STEPS));
        p.set("kit", string(40));
        return lane;
    }

    private static ObjectNode kit() {
        ObjectNode kit = object("id", "name", "lane");
        ObjectNode p = (ObjectNode) kit.get("properties");
        p.set("id", string(40));
        p.set("name", string(Limits.NAME));
        p.set("says", string(Limits.FORMULA));
        p.set("lane", string(40));
        ObjectNode knob = object("id", "name", "targets");
        ObjectNode k = (ObjectNode) knob.get("properties");
        k.set("id", string(40));
        k.set("name", string(Limits.NAME));
        k.set("says", string(Limits.FORMULA));
        ObjectNode target = object("step", "setting");
        ObjectNode t = (ObjectNode) target.get("properties");
        t.set("step", string(40));
        t.set("setting", string(Limits.NAME));
        for (String end : List.of("low", "high")) t.putObject(end).put("type", "number");
        for (String end : List.of("min", "max")) k.putObject(end).put("type", "number");
        k.set("targets", array(target, Kit.TARGETS));
        p.set("knobs", array(knob, Kit.KNOBS));
        ObjectNode input = object("id", "name");
        ((ObjectNode) input.get("properties")).set("id", string(40));
        ((ObjectNode) input.get("properties")).set("name", string(Limits.NAME));
        p.set("inputs", array(input, Kit.KNOBS));
        p.set("outputs", array(string(40), Limits.LANES));
        return kit;
    }

    /** A use of a kit, whose settings and inputs are those that the kit says. */
    private static ObjectNode use() {
        ObjectNode use = object("id", "type");
        ObjectNode p = (ObjectNode) use.get("properties");
        p.set("id", string(40));
        p.set("type", string(40).put("pattern", "^" + Kit.TYPE));
        p.set("label", string(Limits.NAME));
        p.putObject("bypassed").put("type", "boolean");
        for (String part : List.of("settings", "follows", "reads", "formulas"))
            p.putObject(part).put("type", "object");
        p.set("chance", string(Limits.NAME));
        return use;
    }

    private static ObjectNode step(Description description) {
        ObjectNode step = object("id", "type");
        step.put("description", description.does());
        ObjectNode p = (ObjectNode) step.get("properties");
        p.set("id", string(40));
        p.putObject("type").put("const", description.id());
        p.set("label", string(Limits.NAME));
        p.putObject("bypassed").put("type", "boolean");
        ObjectNode settings = object();
        ObjectNode follows = object();
        ObjectNode reads = object();
        ObjectNode formulas = object();
        for (Setting setting : description.settings()) {
            ((ObjectNode) settings.get("properties")).set(setting.id(), setting(setting));
            if (setting.numeric()) {
                ((ObjectNode) follows.get("properties")).putObject(setting.id()).put("$ref", "#/$defs/follow");
                ((ObjectNode) formulas.get("properties")).set(setting.id(), string(Limits.FORMULA));
            }
        }
        for (Description.Input input : description.reads()) {
            ((ObjectNode) reads.get("properties")).set(input.name(), string(PATH));
        }
        if (description.grows()) {
            for (ObjectNode open : List.of(settings, follows, reads, formulas)) open.put("additionalProperties", true);
        }
        p.set("settings", settings);
        p.set("follows", follows);
        p.set("reads", reads);
        p.set("formulas", formulas);
        p.set("chance", string(Limits.NAME));
        ObjectNode drafts = object();
        for (Setting setting : description.settings()) {
            if (setting.form() != Setting.Form.CODE) continue;
            ((ObjectNode) drafts.get("properties")).set(setting.id(), string(Limits.TEXT));
            p.set("drafts", drafts);
        }
        return step;
    }

    private static ObjectNode setting(Setting setting) {
        ObjectNode node = switch (setting.form()) {
            case NUMBER -> number("number", setting.min(), setting.max());
            case WHOLE -> number("integer", setting.min(), setting.max());
            case CHOICE -> {
                ObjectNode choice = JSON.createObjectNode();
                ArrayNode values = choice.putArray("enum");
                setting.choices().forEach(values::add);
                yield choice;
            }
            case COLOUR -> string(7).put("pattern", "^#[0-9a-fA-F]{6}$");
            case MEDIUM -> string(Limits.NAME);
            case TEXT, CODE, CURVE, STRIP -> string(Limits.TEXT);
            case FORMULA -> string(Limits.FORMULA);
            case SWITCH -> JSON.createObjectNode().put("type", "boolean");
        };
        node.put("description", setting.says());
        node.set("default", JSON.valueToTree(setting.initial()));
        return node;
    }

    private static ObjectNode layer() {
        ObjectNode layer = object("id", "lane", "blend", "opacity");
        ObjectNode p = (ObjectNode) layer.get("properties");
        p.set("id", string(40));
        p.set("lane", string(PATH));
        ArrayNode blends = p.putObject("blend").putArray("enum");
        Stream.of(Blend.values()).map(Blend::id).forEach(blends::add);
        p.set("opacity", number("number", 0, 1));
        p.putObject("hidden").put("type", "boolean");
        p.set("mask", string(PATH));
        p.putObject("follow").put("$ref", "#/$defs/follow");
        p.set("formula", string(Limits.FORMULA));
        return layer;
    }

    private static ObjectNode follow() {
        List<String> numbers = List.of("inLow", "inHigh", "outLow", "outHigh");
        ObjectNode follow = object("lane", "inLow", "inHigh", "outLow", "outHigh");
        ObjectNode p = (ObjectNode) follow.get("properties");
        p.set("lane", string(PATH));
        for (String name : numbers) p.putObject(name).put("type", "number");
        p.set("easeUp", number("number", 0, 60));
        p.set("easeDown", number("number", 0, 60));
        return follow;
    }

    private static ObjectNode object(String... required) {
        ObjectNode object = JSON.createObjectNode().put("type", "object");
        object.putObject("properties");
        object.put("additionalProperties", false);
        if (required.length > 0) {
            ArrayNode names = object.putArray("required");
            for (String name : required) names.add(name);
        }
        return object;
    }

    private static ObjectNode array(ObjectNode items, int most) {
        ObjectNode array = JSON.createObjectNode().put("type", "array").put("maxItems", most);
        array.set("items", items);
        return array;
    }

    private static ObjectNode string(int longest) {
        return JSON.createObjectNode().put("type", "string").put("maxLength", longest);
    }

    private static ObjectNode number(String type, double min, double max) {
        return JSON.createObjectNode().put("type", type).put("minimum", min).put("maximum", max);
    }
}
