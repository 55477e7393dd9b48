package gloaming.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

@Execution(ExecutionMode.CONCURRENT)
class BeatClockTest {
    private static final double DT = 1 / 30.0;
    private final Hearing hearing = new Hearing();
    private final BeatClock clock = new BeatClock();
    private long frame;

    /** A piece whose tempo nobody is told. */
    private record Untold(Sound piece) implements Sound {
        @Override
        public String name() {
            return "untold";
        }

        @Override
        public int rate() {
            return piece.rate();
        }

        @Override
        public long length() {
            return piece.length();
        }

        @Override
        public double tempo() {
            return 0;
        }

        @Override
        public float sample(long index) {
            return piece.sample(index);
        }
    }

    private void go(int frames, Sound sound, double lookTempo) {
        for (int i = 0; i < frames; i++) {
            double before = clock.beat();
            hearing.listen(sound, frame * DT);
            clock.advance(frame * DT, DT, sound, hearing, lookTempo);
            assertThat(clock.beat()).isGreaterThanOrEqualTo(before);
            frame++;
        }
    }

    @Test
    void withoutSoundItCountsByTheLookAndGoesOnEvenlyWhenThatIsTurned() {
        go(31, Sound.SILENCE, 120);
        assertThat(clock.beat()).isCloseTo(2, offset(1e-9));
        assertThat(clock.leader()).isEqualTo(BeatClock.Leader.LOOK);
        go(30, Sound.SILENCE, 60);
        assertThat(clock.beat()).isCloseTo(3, offset(1e-9));
    }

    @Test
    void aKnownSoundLeadsToTheSample() {
        HouseBand band = new HouseBand(11, 96);
        go(301, band, 120);
        assertThat(clock.leader()).isEqualTo(BeatClock.Leader.SOUND);
        assertThat(clock.beat()).isCloseTo(10 * 96 / 60.0, offset(1e-9));
    }

    @Test
    void whatIsHeardLeadsAndItsBeatsFallOnThePieces() {
        go(30 * 24, new Untold(new HouseBand(11, 104)), 90);
        assertThat(clock.leader()).isEqualTo(BeatClock.Leader.MUSIC);
        assertThat(clock.tempo()).isCloseTo(104, offset(2.0));
        double off = 0;
        int beats = 0;
        double last = Math.floor(clock.beat());
        for (int i = 0; i < 300; i++) {
            go(1, new Untold(new HouseBand(11, 104)), 90);
            if (Math.floor(clock.beat()) == last) continue;
            last = Math.floor(clock.beat());
            double piece = (frame - 1) * DT * 104 / 60;
            off += Math.abs(piece - Math.rint(piece)) * 60 / 104;
            beats++;
            if (beats == 6) break;
        }
        assertThat(off / beats).isLessThan(0.07);
    }

    @Test
    void throughABreakdownItHoldsTheTempo() {
        Sound piece = new Untold(new HouseBand(11, 104));
        go(30 * 15, piece, 90);
        double tempo = clock.tempo();
        for (int i = 0; i < 90; i++) {
            double before = clock.beat();
            clock.advance(frame * DT, DT, piece, hearing, 90);
            frame++;
            assertThat(clock.beat() - before).isCloseTo(tempo / 60 * DT, offset(tempo / 60 * DT * 0.51));
        }
        assertThat(clock.tempo()).isEqualTo(tempo);
    }

    @Test
    void tapsGiveTempoAndBeatAndLettingGoGivesItBack() {
        go(60, Sound.SILENCE, 90);
        double at = 100;
        for (int i = 0; i < 6; i++) {
            clock.tap(at);
            at += 0.5;
            go(15, Sound.SILENCE, 90);
        }
        assertThat(clock.leader()).isEqualTo(BeatClock.Leader.HAND);
        assertThat(clock.tempo()).isCloseTo(120, offset(1e-6));
        go(20, Sound.SILENCE, 90);
        clock.letGo();
        go(2, Sound.SILENCE, 90);
        assertThat(clock.tempo()).isEqualTo(90);
    }

    @Test
    void aTapIsABeatAndANudgeMovesItSmoothly() {
        clock.byHand(120);
        go(38, Sound.SILENCE, 90);
        double before = clock.beat();
        clock.nudge(0.25);
        go(60, Sound.SILENCE, 90);
        assertThat(clock.beat() - before).isCloseTo(4.25, offset(0.01));
        clock.nudge(-0.25);
        go(60, Sound.SILENCE, 90);
        assertThat(clock.beat() - before).isCloseTo(8, offset(0.02));
    }
}
