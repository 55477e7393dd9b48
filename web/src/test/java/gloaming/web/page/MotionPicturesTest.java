package gloaming.web.page;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.step.Catalogue;
import gloaming.step.Examples;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class MotionPicturesTest {
    private final AtomicInteger asked = new AtomicInteger();

    private byte[] strip(MotionPictures pictures) throws InterruptedException {
        return pictures.of(
                "fill",
                () -> {
                    asked.incrementAndGet();
                    return new Examples(Catalogue.all()).look("sway");
                },
                List.of());
    }

    @Test
    void aWholeStripIsMadeOnceAndOneThatWasStoppedAgain() throws InterruptedException {
        MotionPictures quick = new MotionPictures(Long.MAX_VALUE, 0);
        byte[] whole = strip(quick);
        assertThat(strip(quick)).isSameAs(whole);
        assertThat(asked).hasValue(1);
        MotionPictures stopped = new MotionPictures(0, 0);
        byte[] stands = strip(stopped);
        assertThat(stands.length).as("it stands still").isLessThan(whole.length);
        strip(stopped);
        assertThat(asked).hasValue(3);
        MotionPictures kept = new MotionPictures(0, Long.MAX_VALUE);
        assertThat(strip(kept)).isSameAs(strip(kept));
        assertThat(asked).hasValue(4);
    }
}
