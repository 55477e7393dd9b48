package gloaming.flow;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class PointsTest {

    @Test
    void aShorterColumnRepeats() {
        Points points = new Points().n(5);
        put(points, Attribute.X, 1, 2);
        assertThat(points.at(Attribute.X, 0)).isEqualTo(1);
        assertThat(points.at(Attribute.X, 3)).isEqualTo(2);
        assertThat(points.at(Attribute.X, 4)).isEqualTo(1);
    }

    @Test
    void whatIsNotSetHasItsInitialValue() {
        Points points = new Points().n(3);
        for (Attribute attribute : Attribute.values()) {
            if (attribute == Attribute.ID) continue;
            assertThat(points.at(attribute, 2)).as(attribute.name()).isEqualTo(attribute.initial);
        }
    }

    @Test
    void sharedColumnsStayWithTheirOwnerWhenOneIsWritten() {
        Points owner = new Points().n(4);
        put(owner, Attribute.Y, 1, 2, 3, 4);
        Points view = new Points().share(owner);
        assertThat(view.n()).isEqualTo(4);
        Column own = view.own(Attribute.Y, new Column(4));
        own.values[0] = 9;
        assertThat(owner.at(Attribute.Y, 0)).isEqualTo(1);
        assertThat(view.at(Attribute.Y, 0)).isEqualTo(9);
    }

    @Test
    void aColumnSpreadsItsRepetitionOverEveryPoint() {
        assertThat(java.util.Arrays.copyOf(Column.of(1, 2).spread(5).values, 5)).containsExactly(1, 2, 1, 2, 1);
        assertThat(new Column(3).constant(7).at(2)).isEqualTo(7);
    }

    private static void put(Points points, Attribute attribute, float... values) {
        points.column(attribute).copyFrom(Column.of(values));
    }
}
