package gloaming.web.access;

import java.util.Set;

/** What a guest from the network may do. Whoever sits at the machine itself may do everything, and only they may change this. */
public enum Role {
    EVERYTHING("everything", "/"),
    DESK("the Desk only", "/desk"),
    OUTPUT("the Output only", "/output");

    private static final Set<String> SHARED = Set.of("css", "js", "vendor", "fonts", "mark.svg", "favicon.ico");
    private static final Set<String> DESK_PAGES = Set.of(
            "desk",
            "phone",
            "live",
            "touch",
            "microphone",
            "catalogue.json",
            "kinds.json",
            "sound",
            "output",
            "playing");
    private static final Set<String> OUTPUT_PAGES = Set.of("output", "live");

    private final String says;
    private final String home;

    Role(String says, String home) {
        this.says = says;
        this.home = home;
    }

    /** As people read it. */
    public String says() {
        return says;
    }

    /** Where a guest begins. */
    public String home() {
        return home;
    }

    /** Whether a guest may ask for an address of the program. */
    boolean may(String method, String path) {
        String first = path.substring(1).split("/", 2)[0];
        if (first.equals("network")) return false;
        if (this == EVERYTHING || SHARED.contains(first)) return true;
        boolean posts = !method.equals("GET") && !method.equals("HEAD");
        if (posts) return false;
        return this == DESK ? DESK_PAGES.contains(first) : OUTPUT_PAGES.contains(first);
    }

    /** Whether a guest's page may watch a look, and not only what is on air. */
    public boolean maySeeLooks() {
        return this != OUTPUT;
    }

    /** Whether a guest's page may say something by which a look is built, or played. */
    public boolean maySay(boolean builds) {
        return this == EVERYTHING || this == DESK && !builds;
    }
}
