package gloaming.media;

/** A file that cannot be used; the message is one sentence that says why. */
public class Unreadable extends Exception {
    public Unreadable(String sentence) {
        super(sentence);
    }

    /** The sentence without its full stop, as part of a longer one. */
    String clause() {
        String message = getMessage();
        return message.endsWith(".") ? message.substring(0, message.length() - 1) : message;
    }
}
