package gloaming.look;

import java.util.List;
import java.util.function.Consumer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Brings documents of older versions up, one version at a time, so that they play as they did.
 *
 * <p>A step, setting or choice that is merely called otherwise needs none: its {@link Id} names what it was called before. One is needed
 * where the same document would mean something else.
 */
final class Migrations {
    /** The first makes version 2 of version 1, and so on. */
    private static final List<Consumer<ObjectNode>> CHAIN =
            List.of(Migrations::levelsKeepWhatIsBeyond, Migrations::wordsOfTheSecond, Migrations::camerasAsTheyWere);

    /** The version that is written. */
    static final int VERSION = CHAIN.size() + 1;

    private Migrations() {}

    /** Brings a look's tree from {@code version}, from 1 on, to the present one. */
    static void bring(ObjectNode look, int version) {
        for (int i = version - 1; i < CHAIN.size(); i++) CHAIN.get(i).accept(look);
    }

    /** 2: Levels ends at black and white unless it is told to go on. */
    private static void levelsKeepWhatIsBeyond(ObjectNode look) {
        each(look, "levels", step -> set(step, "beyond", true));
    }

    /**
     * 3: what takes light away leaves nothing where nothing is; the end colour of strands is the colour itself; particles of a picture have
     * the colours that are seen; sprites are cropped.
     */
    private static void wordsOfTheSecond(ObjectNode look) {
        for (JsonNode layer : look.path("mix")) if (layer instanceof ObjectNode object) orSelf(object);
        each(look, "lay", step -> {
            if (step.get("settings") instanceof ObjectNode settings) orSelf(settings);
        });
        each(look, "trails", step -> tints(step, "end"));
        each(look, "strands", step -> tints(step, "tip"));
        each(look, "shed", step -> set(step, "beyond", true));
        each(look, "draw-sprites", step -> set(step, "crop", false));
    }

    /** 4: a camera on a path without a target looks at the middle, and one at a face keeps the face's shape. */
    private static void camerasAsTheyWere(ObjectNode look) {
        each(look, "camera-on-path", step -> settings(step).put("looks", "along"));
        each(look, "camera-at-face", step -> settings(step).put("fit", "stretched"));
    }

    /** White, which it began with, tinted nothing. */
    private static void tints(ObjectNode step, String colour) {
        set(step, "tints", true);
        if (step.get("settings") instanceof ObjectNode settings && !settings.has(colour))
            settings.put(colour, "#ffffff");
    }

    private static void orSelf(ObjectNode holder) {
        String blend = holder.path("blend").asString("");
        if (List.of("multiply", "darken", "subtract").contains(blend)) holder.put("blend", blend + "-or-self");
    }

    /** All steps of a type, where the document has any. */
    private static void each(ObjectNode look, String type, Consumer<ObjectNode> change) {
        for (JsonNode lane : look.path("lanes")) {
            for (JsonNode step : lane.path("steps")) {
                if (step instanceof ObjectNode object
                        && type.equals(step.path("type").asString(""))) change.accept(object);
            }
        }
    }

    /** What is no group of settings is left for whoever reads the document, and refuses it. */
    private static void set(ObjectNode step, String setting, boolean value) {
        settings(step).put(setting, value);
    }

    private static ObjectNode settings(ObjectNode step) {
        if (!step.has("settings")) step.putObject("settings");
        return step.get("settings") instanceof ObjectNode settings ? settings : step.objectNode();
    }
}
