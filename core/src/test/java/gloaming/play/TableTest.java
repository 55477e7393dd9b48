package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Points as numbers. */
class TableTest {
    private static Table.Line line(Table table, String name) {
        return table.columns().stream()
                .filter(l -> l.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static Points forty() {
        Points points = new Points().n(40);
        for (int i = 0; i < 40; i++) points.each(Attribute.X)[i] = i - 20;
        return points;
    }

    @Test
    void itHasTheRangeOfAllAndTheFirstRows() {
        Table table = Table.of("s1", forty());
        assertThat(table.n()).isEqualTo(40);
        Table.Line x = line(table, "x");
        assertThat(x.low()).isEqualTo(-20);
        assertThat(x.high()).isEqualTo(19);
        assertThat(x.length()).isEqualTo(40);
        assertThat(x.first()).hasSize(Table.ROWS).startsWith(-20, -19, -18);
    }

    @Test
    void columnsThatNobodyTouchedAndThoseOfStepsAreLeftOut() {
        Points points = forty();
        points.put("warmth", Column.of(1, 2, 3));
        points.put(".swirl u 7", Column.of(9));
        List<String> names =
                Table.of("s1", points).columns().stream().map(Table.Line::name).toList();
        assertThat(names).containsExactly("x", "y", "warmth");
        Table.Line warmth = line(Table.of("s1", points), "warmth");
        assertThat(warmth.length()).as("three that repeat").isEqualTo(3);
        assertThat(warmth.first()).startsWith(1, 2, 3, 1, 2);
    }

    @Test
    void whatIsNoNumberIsInTheRowsAndNotInTheRange() {
        Points points = forty();
        points.each(Attribute.X)[3] = Float.NaN;
        points.column(Attribute.SIZE).copyFrom(Column.of(Float.NaN));
        Table table = Table.of("s1", points);
        assertThat(line(table, "x").low()).isEqualTo(-20);
        assertThat(line(table, "x").high()).isEqualTo(19);
        assertThat(line(table, "x").first()[3]).isNaN();
        assertThat(line(table, "size").low()).isNaN();
    }

    @Test
    void noPointsHaveNoRowsAndARangeOfNothing() {
        Table table = Table.of("s1", forty().n(0));
        assertThat(table.n()).isZero();
        assertThat(line(table, "x").first()).isEmpty();
        assertThat(line(table, "x").low()).isZero();
        assertThat(line(table, "x").high()).isZero();
    }
}
