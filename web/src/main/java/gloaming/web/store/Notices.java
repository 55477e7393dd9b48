package gloaming.web.store;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** What the artist should know of how the program started: one sentence each, shown on the page of shows until the next start. */
@Component
public class Notices {
    private static final int MOST = 8;
    private final List<String> sentences = new ArrayList<>();

    public synchronized void say(String sentence) {
        if (sentences.size() < MOST && !sentences.contains(sentence)) sentences.add(sentence);
    }

    public synchronized List<String> all() {
        return List.copyOf(sentences);
    }
}
