package gloaming.look;

import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Reads and writes looks and edits as JSON, format {@link #VERSION}; see docs/file-format.md. */
public final class LookJson {
    public static final int VERSION = Migrations.VERSION;
    private static final String FORMAT = "gloaming-look";

    private static final JsonMapper JSON = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxDocumentLength(Limits.DOCUMENT)
                            .maxNestingDepth(60)
                            .build())
                    .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                    .build())
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT)
            .enable(SerializationFeature.INDENT_OUTPUT)
            .build();

    private LookJson() {}

    /** The document as a file: indented, keys in a fixed order, so that equal looks are equal texts. */
    public static String write(Look look) {
        ObjectNode file = JSON.createObjectNode();
        file.put("format", FORMAT);
        file.put("version", VERSION);
        file.setAll((ObjectNode) JSON.valueToTree(look));
        return JSON.writeValueAsString(file);
    }

    /** The look in a file's text; {@link Refused} with one sentence that names the place when it is none. */
    public static Look read(String text) {
        if (text.length() > Limits.DOCUMENT) throw new Refused("The file is larger than a look may be (8 MB).");
        try {
            if (!(JSON.readTree(text) instanceof ObjectNode file)) throw new Refused("The file is not a look.");
            JsonNode format = file.remove("format");
            if (format == null || !FORMAT.equals(format.stringValue(""))) {
                throw new Refused("The file is not a look: it does not say \"format\": \"" + FORMAT + "\".");
            }
            JsonNode version = file.remove("version");
            int is = version == null ? 0 : version.asInt(0);
            if (is > VERSION) {
                throw new Refused("The file was written by a newer Gloaming (format " + is + "; this one reads up to "
                        + VERSION + "). Open it there, or update this one.");
            }
            if (is < 1) throw new Refused("The file does not say which version of the format it has.");
            Migrations.bring(file, is);
            return JSON.treeToValue(file, Look.class);
        } catch (JacksonException e) {
            throw refusal("The look", e);
        }
    }

    public static String writeEdit(Edit edit) {
        return JSON.writerFor(Edit.class)
                .without(SerializationFeature.INDENT_OUTPUT)
                .writeValueAsString(edit);
    }

    public static Edit readEdit(String text) {
        try {
            Edit edit = JSON.readValue(text, Edit.class);
            if (edit == null) throw new Refused("The edit is empty.");
            return edit;
        } catch (JacksonException e) {
            throw refusal("The edit", e);
        }
    }

    /** How documents and edits are read and written, for what holds some of them. */
    public static JsonMapper mapper() {
        return JSON;
    }

    /** Why something could not be read, in one sentence that names the place. */
    public static Refused refusal(String what, JacksonException e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof Refused refused) {
                return new Refused(refused.getMessage() + place(e));
            }
        }
        if (e instanceof DatabindException) {
            return new Refused(what + " cannot be read" + place(e) + ": "
                    + e.getOriginalMessage().lines().findFirst().orElse("") + ".");
        }
        if (e.getLocation() == null) return new Refused(what + " is not whole JSON.");
        return new Refused(what + " is not whole JSON: line " + e.getLocation().getLineNr() + ", column "
                + e.getLocation().getColumnNr() + ".");
    }

    private static String place(JacksonException e) {
        String path = e.getPath().stream()
                .map(at -> at.getPropertyName() == null ? "[" + at.getIndex() + "]" : "." + at.getPropertyName())
                .collect(Collectors.joining())
                .replaceFirst("^\\.", "");
        return path.isEmpty() ? "" : " (at " + path + ")";
    }
}
