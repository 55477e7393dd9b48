package gloaming.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.points.arrange.Join;
import gloaming.points.attribute.AgeTint;
import gloaming.points.force.Drag;
import gloaming.points.force.ForceMemory;
import gloaming.points.force.Swirl;
import gloaming.points.force.Wind;
import gloaming.points.layout.Disc;
import gloaming.points.layout.Grid;
import gloaming.points.layout.Ring;
import gloaming.points.layout.Scatter;
import gloaming.points.layout.Spokes;
import gloaming.points.particle.Emit;
import gloaming.step.Colour;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PointStepsTest {
    private final Moments frame = new Moments();

    private static Emit sow(double rate, int burst, double life, int most) {
        return new Emit(
                rate,
                burst,
                life,
                0,
                0,
                0,
                0,
                0,
                0.01,
                0,
                most,
                Emit.Full.OLDEST_GO,
                Emit.Order.AT_RANDOM,
                0,
                false,
                false);
    }

    @ParameterizedTest
    @CsvSource({"400, 30", "7.3, 25", "333.3, 60", "90000, 30"})
    void birthsAreExactToTheParticle(double rate, double framesPerSecond) {
        Emit sow = sow(rate, 0, 1000, 200000);
        Emit.Memory memory = sow.memory();
        Moments at = new Moments().rate(framesPerSecond);
        double seconds = rate > 1000 ? 2 : 60;
        int frames = (int) (seconds * framesPerSecond);
        for (int i = 0; i < frames; i++) sow.run(null, memory, at.next());
        assertThat(memory.born()).isEqualTo((long) Math.floor(rate * seconds + 1e-6));
    }

    @Test
    void theLivingAreRateTimesLifeAndTheOldestComeFirst() {
        Emit sow = sow(500, 0, 2, 5000);
        Emit.Memory memory = sow.memory();
        Points alive = null;
        for (int i = 0; i < 300; i++) alive = sow.run(null, memory, frame.next());
        assertThat(alive.n()).isBetween(990, 1010);
        for (int i = 1; i < alive.n(); i++)
            assertThat(alive.at(Attribute.AGE, i)).isLessThanOrEqualTo(alive.at(Attribute.AGE, i - 1));
    }

    @Test
    void whenItIsFullTheOldestMakeRoom() {
        Emit sow = sow(1000, 0, 100, 120);
        Emit.Memory memory = sow.memory();
        Points alive = null;
        for (int i = 0; i < 120; i++) alive = sow.run(null, memory, frame.next());
        assertThat(alive.n()).isEqualTo(120);
        assertThat(alive.at(Attribute.ID, 119)).isEqualTo(memory.born() - 1);
    }

    @Test
    void aBurstComesOnceEachTimeItRises() {
        Emit.Memory memory = sow(0, 0, 9, 1000).memory();
        assertThat(sow(0, 50, 9, 1000).run(null, memory, frame.next()).n()).isEqualTo(50);
        assertThat(sow(0, 50, 9, 1000).run(null, memory, frame.next()).n()).isEqualTo(50);
        sow(0, 0, 9, 1000).run(null, memory, frame.next());
        assertThat(sow(0, 50, 9, 1000).run(null, memory, frame.next()).n()).isEqualTo(100);
    }

    @Test
    void particlesAreBornAtThePointsOfTheLaneTheyRead() {
        frame.reads.put("at", new Ring(4, 0.5, 0, 0, 0, 0.01).run(null, new Points(), frame));
        Points alive = sow(0, 40, 9, 100).run(null, sow(0, 0, 1, 1).memory(), frame);
        for (int i = 0; i < 40; i++) {
            assertThat(Math.hypot(alive.at(Attribute.X, i), alive.at(Attribute.Y, i)))
                    .isCloseTo(0.5, offset(1e-5));
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {30, 60, 120})
    void aFallIsAParabolaAtAnyFrameRate(double rate) {
        Wind wind = new Wind(0.3, -0.5, 0);
        ForceMemory motion = wind.memory();
        Moments at = new Moments().rate(rate);
        Points out = null;
        int frames = (int) (4 * rate);
        for (int i = 0; i < frames; i++) out = wind.run(layout(), motion, at.next());
        // The last push has not moved the points yet: they are where 4 seconds less one frame's move put them.
        double t = 4;
        double behind = out.at(Attribute.VY, 0) * at.dt;
        assertThat(out.at(Attribute.Y, 0) + behind).isCloseTo(-0.25 * t * t, offset(0.02 * 4));
    }

    @Test
    void dragLeavesTheSamePartAtAnyFrameRate() {
        for (double rate : new double[] {30, 120}) {
            Drag drag = new Drag(1.5);
            Moments at = new Moments().rate(rate);
            Points moving = layout();
            moving.column(Attribute.VX).constant(2);
            ForceMemory motion = drag.memory();
            Points out = null;
            for (int i = 0; i < rate; i++) out = drag.run(moving, motion, at.next());
            assertThat(out.at(Attribute.VX, 0)).isCloseTo((float) (2 * Math.exp(-1.5)), offset(1e-3f));
        }
    }

    @Test
    void pointsThatAreLooseAlreadyAreNotMovedTwice() {
        Points loose = layout().loose(true);
        loose.column(Attribute.VX).constant(1);
        Points out = new Drag(0).run(loose, new Drag(0).memory(), frame);
        assertThat(out).isSameAs(loose);
        assertThat(out.at(Attribute.X, 0)).isZero();
    }

    @Test
    void swirlStandsStillWhenTimeDoes() {
        Swirl swirl = new Swirl(1, 0.5, 2, 0.2, 0, false);
        Swirl.Memory memory = swirl.memory();
        Points out = swirl.run(new Disc(500, 0.8, 0, 0, 0, 0.01).run(null, new Points(), frame), memory, frame);
        float was = out.at(Attribute.X, 77);
        frame.dt = 0;
        out = swirl.run(new Disc(500, 0.8, 0, 0, 0, 0.01).run(null, new Points(), frame), memory, frame);
        assertThat(out.at(Attribute.X, 77)).isEqualTo(was);
    }

    @Test
    void whenTheNumberOfPointsIsCutInHalfNothingBreaks() {
        Swirl swirl = new Swirl(1, 0.5, 2, 0.2, 0, false);
        Swirl.Memory memory = swirl.memory();
        for (int n : new int[] {500, 250, 0, 700}) {
            Points in = new Scatter(Math.max(1, n), 2, 2, 0, 0, 0, 0.01, 0)
                    .run(null, new Scatter(1, 1, 1, 0, 0, 0, 1, 0).memory(), frame)
                    .n(n);
            assertThat(swirl.run(in, memory, frame.next()).n()).isEqualTo(n);
        }
    }

    @Test
    void layoutsLieWhereTheySay() {
        Points grid = new Grid(3, 2, 2, 1, 1, 0, 0.02).run(null, new Points(), frame);
        assertThat(grid.n()).isEqualTo(6);
        assertThat(grid.at(Attribute.X, 0)).isEqualTo(-1f);
        assertThat(grid.at(Attribute.Y, 5)).isEqualTo(0.5f);
        Points ring = new Ring(4, 0.5, 0.25, 0.1, 0, 0.02).run(null, new Points(), frame);
        assertThat(ring.at(Attribute.X, 0)).isCloseTo(0.1f, offset(1e-6f));
        assertThat(ring.at(Attribute.Y, 0)).isCloseTo(0.5f, offset(1e-6f));
        Points spokes = new Spokes(2, 3, 0.1, 0.5, 0, 0, 0, 0.02).run(null, new Points(), frame);
        assertThat(spokes.at(Attribute.X, 5)).isCloseTo(-0.5f, offset(1e-6f));
        Points disc = new Disc(400, 0.8, 0, 0, 0, 0.01).run(null, new Points(), frame);
        for (int i = 0; i < 400; i++) {
            assertThat(Math.hypot(disc.at(Attribute.X, i), disc.at(Attribute.Y, i)))
                    .isCloseTo(0.8 * Math.sqrt((i + 0.5) / 400), offset(1e-5));
        }
        frame.reads.put("with", ring);
        Points both = new Join(1).run(grid, new Points(), frame);
        assertThat(both.n()).isEqualTo(10);
        assertThat(both.at(Attribute.X, 6)).isEqualTo(ring.at(Attribute.X, 0));
    }

    @Test
    void ageTintRunsThroughItsColoursAndLeavesTheSowersColumnsAlone() {
        Points points = layout().n(3);
        points.column(Attribute.AGE).copyFrom(gloaming.flow.Column.of(0, 5, 10));
        points.column(Attribute.LIFE).copyFrom(gloaming.flow.Column.of(10, 10, 10));
        AgeTint tint = new AgeTint(
                Colour.parse("#ff0000"), Colour.parse("#00ff00"), Colour.parse("#0000ff"), 2, 0, 0, 1, 3, 0);
        Points out = tint.run(points, tint.memory(), frame);
        assertThat(out.at(Attribute.RED, 0)).isEqualTo(2f);
        assertThat(out.at(Attribute.GREEN, 1)).isEqualTo(2f);
        assertThat(out.at(Attribute.BLUE, 2)).isEqualTo(2f);
        assertThat(out.at(Attribute.SIZE, 2)).isCloseTo(3 * points.at(Attribute.SIZE, 0), offset(1e-6f));
        assertThat(points.column(Attribute.RED).length()).isEqualTo(1);
    }

    private static Points layout() {
        Points points = new Points().n(1);
        points.column(Attribute.X).constant(0);
        return points;
    }
}
