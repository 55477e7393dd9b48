package gloaming.web.message;

import gloaming.look.LookJson;
import gloaming.look.Refused;
import java.lang.reflect.RecordComponent;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.exc.InvalidTypeIdException;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Messages as texts. */
public final class MessageJson {
    private static final JsonMapper JSON = LookJson.mapper()
            .rebuild()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(tools.jackson.databind.SerializationFeature.INDENT_OUTPUT)
            .build();

    private static final String UNREADABLE = "The page sent something that cannot be read; load it again.";
    private static final String UNKNOWN = "The page asked for something this program does not know; load it again.";

    private MessageJson() {}

    /** A message of a page was none; {@code n} is the change that it should have been, or 0. */
    public static final class Unread extends RuntimeException {
        private final transient long n;

        Unread(String sentence, long n) {
            super(sentence, null, false, false);
            this.n = n;
        }

        public long n() {
            return n;
        }
    }

    /** What a page says; {@link Unread} with one sentence where it is nothing that this program knows. */
    public static FromPage read(String text) {
        JsonNode tree = null;
        try {
            tree = JSON.readTree(text);
            if (!(tree instanceof ObjectNode)) throw new Unread(UNREADABLE, 0);
            FromPage message = JSON.treeToValue(tree, FromPage.class);
            whole(message);
            return message;
        } catch (InvalidTypeIdException e) {
            throw new Unread(e.getBaseType().hasRawClass(FromPage.class) ? UNKNOWN : UNREADABLE, n(tree));
        } catch (JacksonException e) {
            throw new Unread(
                    tree == null
                            ? UNREADABLE
                            : LookJson.refusal("What the page sent", e).getMessage(),
                    n(tree));
        } catch (Refused e) {
            throw new Unread(e.getMessage(), n(tree));
        }
    }

    public static String write(ToPage message) {
        return JSON.writerFor(ToPage.class).writeValueAsString(message);
    }

    private static long n(JsonNode tree) {
        return tree == null ? 0 : tree.path("n").asLong(0);
    }

    private static void whole(FromPage message) {
        for (RecordComponent part : message.getClass().getRecordComponents()) {
            if (part.getType().isPrimitive() || part.isAnnotationPresent(Maybe.class)) continue;
            try {
                if (part.getAccessor().invoke(message) == null)
                    throw new Refused("The page left out '" + part.getName() + "'; load it again.");
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(e);
            }
        }
    }
}
