package gloaming.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.look.Binding;
import gloaming.look.Binding.Mode;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class BoundSettingTest {
    private static final double DT = 1 / 30.0;
    private final Inbox inbox = new Inbox();
    private double document = 2;
    private double present = 2;

    private static Binding binding(String control, Mode mode, boolean pickUp) {
        return new Binding("b1", control, "s1", "size", 0, 1, 0, 10, 1, 0, mode, pickUp);
    }

    private BoundSetting grasp(Binding... bindings) {
        return new BoundSetting(
                "s1",
                "size",
                List.of(bindings).stream().map(b -> new BoundControl(b, inbox)).toList());
    }

    /** One frame; what the hands leave alone has the document's value. */
    private double frame(BoundSetting grasp) {
        double hand = grasp.advance(document, present, DT);
        return present = Double.isNaN(hand) ? document : hand;
    }

    @Test
    void aFaderMovesTheSettingOverItsRangeAndBend() {
        BoundSetting grasp = grasp(new Binding("b1", "osc /1", "s1", "size", 0, 127, 10, 0, 2, 0, Mode.VALUE, false));
        assertThat(frame(grasp)).isEqualTo(2);
        inbox.arrive("osc /1", 127, 0);
        assertThat(frame(grasp)).isEqualTo(0);
        inbox.arrive("osc /1", 63.5, 0);
        assertThat(frame(grasp)).isCloseTo(7.5, offset(1e-9));
        assertThat(frame(grasp)).isCloseTo(7.5, offset(1e-9));
        assertThat(grasp.held()).isCloseTo(7.5, offset(1e-9));
    }

    @Test
    void softPickUpTakesHoldOnlyWhereTheFaderPassesTheValue() {
        BoundSetting grasp = grasp(binding("osc /1", Mode.VALUE, true));
        for (double at : new double[] {0.9, 0.6, 0.4}) {
            inbox.arrive("osc /1", at, 0);
            assertThat(frame(grasp)).isEqualTo(2);
        }
        inbox.arrive("osc /1", 0.1, 0);
        assertThat(frame(grasp)).isEqualTo(1);
        inbox.arrive("osc /1", 0.8, 0);
        assertThat(frame(grasp)).isEqualTo(8);
        // Somebody changes the document: the fader has to pick it up anew.
        document = 5;
        assertThat(frame(grasp)).isEqualTo(5);
        inbox.arrive("osc /1", 0.85, 0);
        assertThat(frame(grasp)).isEqualTo(5);
        inbox.arrive("osc /1", 0.45, 0);
        assertThat(frame(grasp)).isEqualTo(4.5);
    }

    @Test
    void whatTheHandLeftInTheDocumentStaysInTheHand() {
        BoundSetting grasp = grasp(binding("osc /1", Mode.VALUE, true));
        inbox.arrive("osc /1", 0.2, 0);
        frame(grasp);
        inbox.arrive("osc /1", 0.7, 0);
        assertThat(frame(grasp)).isEqualTo(7);
        document = 7;
        frame(grasp);
        inbox.arrive("osc /1", 0.3, 0);
        assertThat(frame(grasp)).isEqualTo(3);
    }

    @Test
    void aHandThatGoesOnWhileWhatItLeftIsBeingWrittenKeepsTheSetting() {
        BoundSetting grasp = grasp(binding("osc /1", Mode.VALUE, true));
        inbox.arrive("osc /1", 0.2, 0);
        frame(grasp);
        inbox.arrive("osc /1", 0.7, 0);
        frame(grasp);
        grasp.writing(7);
        inbox.arrive("osc /1", 0.9, 0);
        assertThat(frame(grasp)).isEqualTo(9);
        document = 7;
        assertThat(frame(grasp)).isEqualTo(9);
        grasp.writing(9);
        document = 9;
        assertThat(frame(grasp)).isEqualTo(9);
        // What was written comes back once: the same value again is somebody's undo.
        inbox.arrive("osc /1", 0.8, 0);
        assertThat(frame(grasp)).isEqualTo(8);
        document = 7;
        assertThat(frame(grasp)).isEqualTo(7);
        inbox.arrive("osc /1", 0.6, 0);
        frame(grasp);
        document = 9;
        assertThat(frame(grasp)).isEqualTo(9);
        document = 7;
        assertThat(frame(grasp)).isEqualTo(7);
    }

    @Test
    void whatIsBeingWrittenIsKnownAlsoToTheHandsThatGoOnWithOtherBindings() {
        BoundSetting one = grasp(binding("osc /1", Mode.VALUE, false));
        inbox.arrive("osc /1", 0.7, 0);
        frame(one);
        one.writing(7);
        inbox.arrive("osc /1", 0.9, 0);
        frame(one);
        BoundSetting both = grasp(binding("osc /1", Mode.VALUE, false), binding("osc /2", Mode.VALUE, false))
                .after(one);
        document = 7;
        assertThat(frame(both)).isEqualTo(9);
    }

    @Test
    void pressesToggleTriggerAndHold() {
        BoundSetting toggle = grasp(binding("midi pad/1/note/36", Mode.TOGGLE, false));
        BoundSetting moment = grasp(binding("midi pad/1/note/36", Mode.MOMENTARY, false));
        BoundSetting trigger = grasp(binding("midi pad/1/note/36", Mode.TRIGGER, false));
        inbox.arrive("midi pad/1/note/36", 0.8, 0);
        assertThat(toggle.advance(2, 2, DT)).isEqualTo(10);
        assertThat(moment.advance(2, 2, DT)).isEqualTo(10);
        assertThat(trigger.advance(2, 2, DT)).isEqualTo(10);
        assertThat(moment.advance(2, 10, DT)).isEqualTo(10);
        assertThat(trigger.advance(2, 10, DT)).isNaN();
        inbox.arrive("midi pad/1/note/36", 0, 0);
        assertThat(moment.advance(2, 10, DT)).isNaN();
        inbox.arrive("midi pad/1/note/36", 0.5, 0);
        assertThat(toggle.advance(2, 10, DT)).isEqualTo(0);
        assertThat(moment.held()).isNaN();
    }

    @Test
    void aPressAndItsReleaseWithinOneFrameAreNotLost() {
        BoundSetting moment = grasp(binding("osc /go", Mode.MOMENTARY, false));
        inbox.arrive("osc /go", 1, 0);
        inbox.arrive("osc /go", 0, 0);
        assertThat(moment.advance(2, 2, DT)).isEqualTo(10);
        assertThat(moment.advance(2, 10, DT)).isNaN();
    }

    @Test
    void turnsMoveOnFromWhereTheSettingIs() {
        BoundSetting grasp = grasp(binding("midi pad/1/cc/20", Mode.RELATIVE, false));
        inbox.arrive("midi pad/1/cc/20", 0.1, 0.1);
        inbox.arrive("midi pad/1/cc/20", 0.1, 0.1);
        assertThat(frame(grasp)).isCloseTo(4, offset(1e-9));
        inbox.arrive("midi pad/1/cc/20", 0.1, -3);
        assertThat(frame(grasp)).isEqualTo(0);
    }

    @Test
    void theControlThatMovedLastHasTheSettingAndTheOtherPicksItUp() {
        Binding one = binding("osc /1", Mode.VALUE, true);
        Binding two = new Binding("b2", "osc /2", "s1", "size", 0, 1, 0, 10, 1, 0, Mode.VALUE, true);
        BoundSetting grasp = grasp(one, two);
        inbox.arrive("osc /1", 0.2, 0);
        frame(grasp);
        inbox.arrive("osc /1", 0.6, 0);
        assertThat(frame(grasp)).isEqualTo(6);
        inbox.arrive("osc /2", 0.1, 0);
        assertThat(frame(grasp)).isEqualTo(6);
        inbox.arrive("osc /2", 0.9, 0);
        assertThat(frame(grasp)).isEqualTo(9);
        inbox.arrive("osc /1", 0.65, 0);
        assertThat(frame(grasp)).isEqualTo(9);
        inbox.arrive("osc /1", 0.95, 0);
        assertThat(frame(grasp)).isEqualTo(9.5);
    }

    @Test
    void easeIsTheSameAtAnyFrameRate() {
        for (int rate : new int[] {10, 50, 200}) {
            Inbox in = new Inbox();
            Binding eased = new Binding("b1", "osc /1", "s1", "size", 0, 1, 0, 10, 1, 0.5, Mode.VALUE, false);
            BoundSetting grasp = new BoundSetting("s1", "size", List.of(new BoundControl(eased, in)));
            in.arrive("osc /1", 1, 0);
            double value = 2;
            for (int i = 0; i < rate; i++) value = grasp.advance(2, value, 1.0 / rate);
            assertThat(value).isCloseTo(10 - 8 * Math.exp(-2), offset(1e-9));
        }
    }

    @Test
    void theInboxHasItsLimitAndKeepsWhatIsBound() {
        inbox.bound(Set.of("osc /bound"));
        IntStream.range(0, 5_000).forEach(i -> inbox.arrive("osc /flood/" + i, i, 0));
        assertThat(inbox.controls()).hasSizeLessThanOrEqualTo(Inbox.MOST);
        assertThat(inbox.find("osc /bound")).isNotNull();
        assertThat(inbox.arrived()).isEqualTo(5_000);
        assertThat(inbox.dropped()).isZero();
        inbox.clear();
        assertThat(inbox.controls()).extracting(Control::name).containsExactly("osc /bound");
    }

    @Test
    void aFloodOfNamesHidesNeitherTheControllersInUseNorANewOne() {
        for (int i = 0; i < 5; i++) inbox.arrive("osc /fader", i, 0);
        IntStream.range(0, 20_000).forEach(i -> {
            inbox.arrive("osc /flood/" + i, i, 0);
            if (i == 10_000) for (int k = 0; k < 5; k++) inbox.arrive("osc /new", k, 0);
        });
        assertThat(inbox.find("osc /fader")).isNotNull();
        assertThat(inbox.find("osc /new").value()).isEqualTo(4);
        inbox.arrive("osc /late", 0.5, 0);
        assertThat(inbox.find("osc /late"))
                .as("there at once, however full it is")
                .isNotNull();
        assertThat(inbox.controls()).hasSizeLessThanOrEqualTo(Inbox.MOST);
    }

    @Test
    void aControlRemembersItsRangeAndItsLastValues() {
        for (int i = 0; i < 100; i++) inbox.arrive("osc /x", i % 10 - 3, 0);
        inbox.arrive("osc /x", Double.NaN, 0);
        Control control = inbox.find("osc /x");
        assertThat(control.count()).isEqualTo(100);
        assertThat(control.least()).isEqualTo(-3);
        assertThat(control.most()).isEqualTo(6);
        float[] recent = new float[Control.RECENT];
        assertThat(control.recent(recent)).isEqualTo(Control.RECENT);
        assertThat(recent[Control.RECENT - 1]).isEqualTo(6);
        assertThat(recent[0]).isEqualTo(36 % 10 - 3);
    }
}
