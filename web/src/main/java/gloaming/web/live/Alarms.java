package gloaming.web.live;

import org.springframework.stereotype.Component;

/** What went wrong in the program itself lately, in one sentence that every Bench shows for a while. */
@Component
class Alarms {
    private static final long TOLD_NS = 20_000_000_000L;

    private volatile String sentence = "";
    private volatile long toldAt;

    void tell(String sentence) {
        this.sentence = sentence;
        toldAt = System.nanoTime();
    }

    /** The last sentence, or empty when it is old. */
    String now() {
        return System.nanoTime() - toldAt < TOLD_NS ? sentence : "";
    }
}
