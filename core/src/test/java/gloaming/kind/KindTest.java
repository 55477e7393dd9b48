package gloaming.kind;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.flow.Canvas;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Noted;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.play.Diagnosis;
import gloaming.play.FrameStats;
import gloaming.play.LivePlayer;
import gloaming.play.Subscriptions;
import gloaming.play.Tiles;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.EditFactory;
import gloaming.step.Rules;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What every kind must answer, and that a new one needs nothing but its own files. */
class KindTest {
    static Stream<Kind> kinds() {
        return Kind.values().stream();
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void itAnswersAllThatIsAskedOfAKind(Kind kind) {
        assertThat(kind.id()).matches("[a-z]+");
        assertThat(kind.one()).contains(kind.id());
        assertThat(kind.rail().path()).startsWith("M");
        assertThat(kind.unmixed()).endsWith(".");
        assertThat(Kind.of(kind.type())).isSameAs(kind);
        Flow sample = kind.sample(24, 14, 0);
        assertThat(sample).isInstanceOf(kind.type());
        assertThat(kind.finite(sample)).isTrue();
        assertThat(kind.probe(sample).toList())
                .isEqualTo(kind.probe(kind.sample(24, 14, 0)).toList())
                .isNotEmpty();
        assertThat(kind.spoilt(24, 14)).isInstanceOf(kind.type());
        Noted noted = new Noted();
        kind.note(sample, noted);
        if (kind.cheap())
            assertThat(!Double.isNaN(noted.value) || noted.count >= 0).isTrue();
        if (kind.drives()) assertThat(kind.signal(sample).value()).isNotZero();
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void itsPreviewFillsItsPartOfAnImageAndNothingElse(Kind kind) {
        byte[] rgb = new byte[60 * 40 * 3];
        java.util.Arrays.fill(rgb, (byte) 77);
        Canvas canvas = new Canvas().into(rgb, 60, 10, 5, 30, 20, 1);
        for (Flow flow : List.of(kind.sample(24, 14, 0), kind.spoilt(24, 14))) kind.preview(flow, canvas);
        int changed = 0;
        for (int y = 0; y < 40; y++) {
            for (int x = 0; x < 60; x++) {
                boolean inside = x >= 10 && x < 40 && y >= 5 && y < 25;
                boolean other = rgb[(y * 60 + x) * 3] != 77;
                if (!inside) assertThat(other).as("pixel %d, %d", x, y).isFalse();
                else if (other) changed++;
            }
        }
        assertThat(changed).isGreaterThan(500);
    }

    @Test
    void kindsAreToldByTheirRails() {
        Set<String> rails = new HashSet<>();
        Kind.values().forEach(kind -> assertThat(rails.add(kind.rail().path())).isTrue());
        assertThat(Kind.values()).startsWith(Kind.SIGNAL, Kind.PICTURE, Kind.POINTS);
    }

    private static Look look(Layer... mix) {
        return new Look(
                "Bell tower",
                64,
                36,
                60,
                1,
                96,
                List.of(
                        new Lane("l1", "bell", Clock.SHOW, List.of(Step.of("s1", "toll"))),
                        new Lane(
                                "l2",
                                "sky",
                                Clock.SHOW,
                                List.of(Step.of("s2", "fill")
                                        .withFollow("brightness", new Follow("l1", 0, 100, 0, 4, 0, 0))))),
                List.of(mix));
    }

    @Test
    void aNewKindPlaysIsSeenIsFollowedAndIsExplained() {
        Description toll = Catalogue.all().find("toll");
        assertThat(toll.gives().id()).isEqualTo("chime");
        assertThat(toll.takes()).isNull();
        Look look = look(Layer.of("m1", "l1", Blend.OVER, 1), Layer.of("m2", "l2", Blend.OVER, 1));
        Tiles tiles = new Tiles(List.of("s1"), Set.of("l1"), 16 / 9.0);
        try (LivePlayer player = new LivePlayer(Catalogue.all(), 1)) {
            player.subscribe(new Subscriptions(List.of(), List.of(tiles), List.of(), List.of()));
            player.show(look);
            player.start();
            tiles.want();
            until("its preview", tiles::ready);
            assertThat(tiles.rgb()[0]).isEqualTo((byte) 120);
            until("its number drives a setting", () -> {
                FrameStats board = player.readings().board();
                if (board.idle()) board.want();
                if (!board.ready()) return false;
                boolean driven = board.count[0] > 20 && board.followed[0][2] > 0.5;
                if (driven) {
                    assertThat(new Diagnosis(Catalogue.all()).of(board))
                            .extracting(Diagnosis.Note::sentence)
                            .contains("'bell' ends in a chime, which is heard and not seen.");
                }
                board.rest();
                return driven;
            });
        }
    }

    @Test
    void itComesIntoNoMixByItselfAndFitsOnlyWhereItIsTaken() {
        Look look = look();
        assertThat(new EditFactory(Catalogue.all()).addLane(look, "toll").toString())
                .doesNotContain("AddLayer");
        assertThat(new Rules(Catalogue.all())
                        .gives(look, look.lanes().getFirst())
                        .id())
                .isEqualTo("chime");
        Look behind = look.withLanes(List.of(
                new Lane("l1", "bell", Clock.SHOW, List.of(Step.of("s1", "toll"), Step.of("s3", "blur"))),
                look.lanes().get(1)));
        assertThatThrownBy(() -> new Rules(Catalogue.all()).check(behind))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("chime");
    }

    private static void until(String what, BooleanSupplier is) {
        long end = System.nanoTime() + 30_000_000_000L;
        while (!is.getAsBoolean()) {
            if (System.nanoTime() > end) throw new AssertionError("did not happen: " + what);
            LockSupport.parkNanos(1_000_000);
        }
    }
}
