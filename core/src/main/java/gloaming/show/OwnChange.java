package gloaming.show;

import gloaming.look.Limits;
import gloaming.look.Refused;
import java.util.regex.Pattern;

/**
 * A way from one picture to the next that the artist has written, as a fragment shader that reads both.
 *
 * @param id like {@code o1}; given once
 * @param code GLSL, at most {@value #LONGEST} characters; that it compiles is not asked of a document
 */
public record OwnChange(String id, String name, String code) {
    /** Characters of one, and how many a sheet has room for. */
    public static final int LONGEST = 20_000;

    public static final int MOST = 32;
    private static final Pattern ID = Pattern.compile("[a-z0-9-]{1,40}");

    public OwnChange {
        if (id == null || !ID.matcher(id).matches())
            throw new Refused("A change of one's own has an id of 1 to 40 of a-z, 0-9 and '-'.");
        name = name == null ? "" : name.strip();
        code = code == null ? "" : code;
        if (name.length() > Limits.NAME)
            throw new Refused("The name of a change is over " + Limits.NAME + " characters long.");
        if (code.length() > LONGEST) throw new Refused("The text of a change is over " + LONGEST + " characters long.");
    }
}
