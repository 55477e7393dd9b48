package gloaming.web.live;

import org.springframework.stereotype.Component;

/** The catalogue as pages load it, written once. */
@Component
public class CatalogueJson {
    private final String text = PageMessages.catalogue();

    private final String kinds = PageMessages.kinds();

    public String text() {
        return text;
    }

    /** What pages ask of kinds. */
    public String kinds() {
        return kinds;
    }
}
