package gloaming.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** An inbox that takes up once a frame what has come to another. */
class FollowedInboxTest {
    private final Inbox shared = new Inbox();
    private final Inbox own = new Inbox();
    private final List<String> told = new ArrayList<>();
    private final Inbox.Follower follower = new Inbox.Follower() {
        @Override
        public void stands(Control control) {
            told.add(control.name() + " stands " + control.value());
        }

        @Override
        public void came(Control control, double value, double turn) {
            told.add(control.name() + " " + value + " " + turn);
        }
    };

    private void take() {
        told.clear();
        own.follow(shared, follower);
    }

    @Test
    void whatCameBeforeStandsAndWhatComesThenComesInItsOrderAndOnlyWhenItIsTakenUp() {
        shared.arrive("osc /reed", 0.25, 0.5);
        take();
        assertThat(told).containsExactly("osc /reed stands 0.25");
        shared.arrive("osc /reed", 0.75, 0.1);
        shared.arrive("osc /reed", 0, 0.2);
        assertThat(own.find("osc /reed").value()).isEqualTo(0.25);
        take();
        assertThat(told).hasSize(2).first().isEqualTo("osc /reed 0.75 0.0");
        Control mine = own.find("osc /reed");
        Control theirs = shared.find("osc /reed");
        assertThat(mine.state()).isEqualTo(theirs.state());
        take();
        assertThat(told).isEmpty();
    }

    @Test
    void aFloodIsTakenUpAsItStandsAndNoPressIsLost() {
        shared.arrive("pad", 0, 0);
        take();
        for (int i = 0; i < 400; i++) shared.arrive("pad", i % 2, 0);
        take();
        assertThat(told).containsExactly("pad stands 1.0");
        assertThat(own.find("pad").presses()).isEqualTo(shared.find("pad").presses());
    }

    @Test
    void namesWithoutEndDoNotGrowItWithoutEnd() {
        for (int i = 0; i < 20_000; i++) {
            shared.arrive("osc /" + i, 1, 0);
            if (i % 50 == 0) take();
        }
        assertThat(own.controls()).hasSizeLessThanOrEqualTo(3 * Inbox.MOST);
    }
}
