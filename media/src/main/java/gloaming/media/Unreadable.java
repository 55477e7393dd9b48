package gloaming.media;

/** A file that cannot be used; the message is one sentence that says why. */
public class Unreadable extends Exception {
    public Unreadable(String sentence) {
        super(sentence);
    }
}
