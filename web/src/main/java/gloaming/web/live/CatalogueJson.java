package gloaming.web.live;

import org.springframework.stereotype.Component;

/** The catalogue as pages load it, written once. */
@Component
public class CatalogueJson {
    private final String text = Boards.catalogue();

    public String text() {
        return text;
    }
}
