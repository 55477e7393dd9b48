package gloaming.show;

import gloaming.look.LookJson;
import gloaming.look.Refused;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Reads and writes run sheets and their edits as JSON, format {@value #VERSION}; see docs/file-format.md. */
public final class SheetJson {
    public static final int VERSION = 5;
    private static final String FORMAT = "gloaming-run-sheet";
    /** Characters of one, at most. */
    private static final int LARGEST = 2 << 20;

    private static final JsonMapper JSON = LookJson.mapper();

    private SheetJson() {}

    public static String write(RunSheet sheet) {
        ObjectNode file = JSON.createObjectNode();
        file.put("format", FORMAT).put("version", VERSION);
        file.setAll((ObjectNode) JSON.valueToTree(sheet));
        return JSON.writeValueAsString(file);
    }

    /** The sheet in a text; {@link Refused} with one sentence where it is none. */
    public static RunSheet read(String text) {
        if (text.length() > LARGEST) throw new Refused("The file is larger than a run sheet may be.");
        try {
            if (!(JSON.readTree(text) instanceof ObjectNode file)
                    || !(file.remove("format") instanceof JsonNode format)
                    || !FORMAT.equals(format.stringValue(""))) throw new Refused("The file is not a run sheet.");
            JsonNode version = file.remove("version");
            if (version == null || version.asInt(0) < 1)
                throw new Refused("The run sheet does not say which format it has.");
            if (version.asInt(0) > VERSION)
                throw new Refused("The run sheet was written by a newer Gloaming; open it there, or update this one.");
            return JSON.treeToValue(file, RunSheet.class);
        } catch (JacksonException e) {
            throw LookJson.refusal("The run sheet", e);
        }
    }

    /** The edit in a text; {@link Refused} where it is none. */
    public static SheetEdit readEdit(String text) {
        if (text.length() > LARGEST) throw new Refused("That is larger than a change of a run sheet may be.");
        try {
            SheetEdit edit = JSON.readValue(text, SheetEdit.class);
            if (edit == null) throw new Refused("That is no change of a run sheet.");
            return edit;
        } catch (JacksonException e) {
            throw LookJson.refusal("The run sheet", e);
        }
    }
}
