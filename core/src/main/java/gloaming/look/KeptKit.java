package gloaming.look;

import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A kit as it is kept outside of looks: on the shelf, in a file.
 *
 * @param id what it is called by for good, wherever it goes
 * @param revision from 1; one more each time it is kept anew
 * @param look a look with nothing but the lanes of the kit and of those within it; the kit itself comes first among its kits
 */
public record KeptKit(String id, int revision, Look look) {
    private static final String FORMAT = "gloaming-kit";
    private static final int VERSION = 1;
    private static final JsonMapper JSON = LookJson.mapper();

    public KeptKit {
        new Kit.Kept(id, revision);
        if (look.kits().isEmpty() || !look.lanesIn(null).isEmpty())
            throw new Refused("The file holds no kit: lanes of a kit, and none outside it, are wanted.");
    }

    /** The kit itself, as the look has it. */
    public Kit kit() {
        return look.kits().getFirst();
    }

    public String name() {
        return kit().name();
    }

    /** The same as another revision of what it is. */
    public KeptKit as(String id, int revision) {
        return with(kit().withKept(new Kit.Kept(id, revision)), id, revision);
    }

    /** The same under another name and with another explanation, as its next revision. */
    public KeptKit called(String name, String says) {
        return with(kit().withWords(name, says), id, revision).as(id, revision + 1);
    }

    private KeptKit with(Kit now, String id, int revision) {
        return new KeptKit(
                id,
                revision,
                look.withKits(look.kits().stream()
                        .map(k -> k.id().equals(now.id()) ? now : k)
                        .toList()));
    }

    public String write() {
        ObjectNode file = JSON.createObjectNode();
        file.put("format", FORMAT)
                .put("version", VERSION)
                .put("id", id)
                .put("revision", revision)
                .set("look", JSON.readTree(LookJson.write(look)));
        return JSON.writeValueAsString(file);
    }

    /** The kit in a text; {@link Refused} with one sentence where it is none. */
    public static KeptKit read(String text) {
        if (text.length() > Limits.DOCUMENT) throw new Refused("The file is larger than a kit may be.");
        JsonNode file;
        try {
            file = JSON.readTree(text);
        } catch (JacksonException e) {
            throw new Refused("The file is no kit.");
        }
        if (!FORMAT.equals(file.path("format").stringValue("")))
            throw new Refused("The file is not a kit: it does not say \"format\": \"" + FORMAT + "\".");
        if (file.path("version").asInt(0) > VERSION) throw new Refused("The kit was written by a newer Gloaming.");
        Look look = LookJson.read(file.path("look").toString());
        return new KeptKit(
                file.path("id").stringValue(""), file.path("revision").asInt(1), look);
    }
}
