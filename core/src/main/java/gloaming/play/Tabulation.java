package gloaming.play;

import gloaming.flow.Points;

/** The points of a step as numbers, for somebody who reads them. */
public final class Tabulation extends Relay {
    public final String step;
    private Table table;

    public Tabulation(String step) {
        this.step = step;
    }

    /** The numbers; the reader's while {@link #ready}. */
    public Table table() {
        return table;
    }

    void fill(Points points) {
        table = Table.of(step, points);
        done();
    }
}
