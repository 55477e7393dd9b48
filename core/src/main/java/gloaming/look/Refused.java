package gloaming.look;

/** A document or an edit that is not taken; the message is one plain sentence that names the place. */
public final class Refused extends RuntimeException {
    public Refused(String sentence) {
        super(sentence, null, false, false);
    }
}
