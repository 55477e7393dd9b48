package gloaming.perf.soak.fuzz;

import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.nio.charset.StandardCharsets;

/** Looks as texts: any text is a look that keeps the rules, or is refused with a sentence. */
public final class DocumentFuzz {
    private static final Rules RULES = new Rules(Catalogue.all());

    private DocumentFuzz() {}

    public static void fuzzerTestOneInput(byte[] data) {
        try {
            RULES.check(LookJson.read(new String(data, StandardCharsets.UTF_8)));
        } catch (Refused e) {
            if (e.getMessage() == null || e.getMessage().isBlank())
                throw new AssertionError("refused without a sentence", e);
        }
    }
}
