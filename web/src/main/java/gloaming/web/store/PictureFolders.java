package gloaming.web.store;

import gloaming.media.Facts;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The folders of a show that pictures are in, or will be: the one photographs go into is there before the first of them. */
@Component
public class PictureFolders {
    private final Media media;
    private final Sheets sheets;

    PictureFolders(Media media, Sheets sheets) {
        this.media = media;
        this.sheets = sheets;
    }

    /** All of them by name, in the order of names. */
    public List<String> of(String show) {
        return Stream.concat(filled(show), Stream.of(photographs(show)))
                .distinct()
                .sorted()
                .toList();
    }

    /** The one that a picture came into last; where there is none, the one that photographs go into. */
    public String last(String show) {
        return filled(show).reduce((before, last) -> last).orElseGet(() -> photographs(show));
    }

    private Stream<String> filled(String show) {
        return media.of(show).stream()
                .filter(r -> r.is(Facts.Kind.PICTURE) && !r.folder().isEmpty())
                .map(Media.Row::folder);
    }

    private String photographs(String show) {
        return sheets.of(show).sheet().booth().folder();
    }
}
