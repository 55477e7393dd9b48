package gloaming.points.particle;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Crew;
import gloaming.flow.Points;
import gloaming.step.Frame;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Births and deaths of many, against a plain list of particles. */
class BroodTest {
    /** One particle, the plain way. */
    private static final class One {
        float x;
        float vx;
        float age;
        float life;
        long id;
    }

    /** A moment whose work is shared by some threads. */
    private static Frame shared(Moments moments, Crew crew) {
        return (Frame) java.lang.reflect.Proxy.newProxyInstance(
                Frame.class.getClassLoader(), new Class<?>[] {Frame.class}, (proxy, method, arguments) -> {
                    if (method.getName().equals("crew")) return crew;
                    return method.invoke(moments, arguments);
                });
    }

    @ParameterizedTest
    @CsvSource({"1, false", "3, false", "3, true"})
    void theLivingAreThoseOfAPlainListInTheSameOrder(int threads, boolean stop) {
        int most = 30_000;
        SplittableRandom random = new SplittableRandom(4);
        Brood brood = new Brood(false);
        List<One> plain = new ArrayList<>();
        Moments moments = new Moments();
        try (Crew crew = new Crew(threads)) {
            Frame frame = shared(moments, crew);
            for (int step = 0; step < 60; step++) {
                moments.next();
                int births = random.nextInt(2_500);
                float dt = (float) moments.dt();
                for (One one : plain) {
                    one.x += one.vx * dt;
                    one.age += dt;
                }
                plain.removeIf(one -> !(one.age < one.life) || !(Math.abs(one.x) < 1_000));
                int born = stop ? Math.min(births, most - plain.size()) : births;
                while (plain.size() + born > most) plain.removeFirst();
                int first = brood.on(frame, births, most, stop);
                assertThat(first).isEqualTo(plain.size());
                float[][] c = brood.columns();
                assertThat(brood.alive().n() - first).isEqualTo(born);
                for (int k = 0; k < born; k++) {
                    One one = new One();
                    one.x = c[Brood.X][first + k] = random.nextInt(50) == 0 ? Float.NaN : (float) random.nextDouble();
                    one.vx = c[Brood.VX][first + k] = random.nextInt(90) == 0 ? 1e6f : (float) random.nextDouble();
                    one.life = c[Brood.LIFE][first + k] = (float) random.nextDouble(0.05, 1.2);
                    one.age = c[Brood.AGE][first + k] = 0;
                    one.id = brood.id(first + k);
                    c[Brood.ID][first + k] = one.id;
                    plain.add(one);
                }
                Points alive = brood.alive();
                assertThat(alive.n()).isEqualTo(plain.size());
                for (int i = 0; i < plain.size(); i += 7) {
                    assertThat(alive.at(Attribute.ID, i)).isEqualTo(plain.get(i).id);
                    assertThat(alive.at(Attribute.AGE, i)).isEqualTo(plain.get(i).age);
                }
            }
        }
        assertThat(brood.born()).isGreaterThan(30_000);
    }

    @Test
    void whatAStepKeepsIsForgottenOnceItNoLongerAsks() {
        Points points = new Points().n(4);
        points.kept(".one");
        points.kept(".two");
        points.put("mine", new gloaming.flow.Column(4).constant(1));
        points.sweep();
        assertThat(points.named()).isEqualTo(3);
        points.kept(".two")[1] = 5;
        points.sweep();
        assertThat(points.column(".one")).isNull();
        assertThat(points.column(".two").at(1)).isEqualTo(5f);
        assertThat(points.column("mine").at(3)).isEqualTo(1f);
        for (int i = 0; i < 100; i++) {
            points.sweep();
            points.kept(".step " + i);
        }
        assertThat(points.named()).isLessThanOrEqualTo(3);
    }

    @Test
    void whatStepsKeepTakesNoRoomFromTheArtist() {
        Points points = new Points().n(4).loose(true);
        for (int i = 0; i < Points.KEPT; i++) points.kept(".step " + i);
        for (int i = 0; i < Points.NAMED; i++) points.put("own " + i, new Column(1));
        assertThatThrownBy(() -> points.put("one more", new Column(1))).hasMessageContaining("no room for 'one more'");
        assertThatThrownBy(() -> points.kept(".one more")).hasMessageContaining("remembered by");
        assertThat(points.column("own 23")).isNotNull();
        assertThat(points.kept(".step 39")).isNotNull();
    }

    @Test
    void newPointsHaveNotBeenWhereAStepKeepsSomething() {
        Points points = new Points().n(2);
        float[] kept = points.kept(".flow");
        kept[0] = kept[1] = 3;
        points.n(5);
        kept = points.kept(".flow");
        assertThat(kept[1]).isEqualTo(3f);
        assertThat(kept[2]).isNaN();
        assertThat(kept[4]).isNaN();
    }
}
