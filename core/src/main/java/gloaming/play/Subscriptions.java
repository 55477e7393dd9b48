package gloaming.play;

import java.util.List;

/** What is looked at of what a player plays, each by somebody of their own; the set is replaced as a whole. */
public final class Subscriptions {
    static final Subscriptions NONE = new Subscriptions(List.of(), List.of(), List.of(), List.of());

    final PictureOutput[] outlets;
    final Tiles[] tiles;
    final Probe[] probes;
    final Tabulation[] tables;

    public Subscriptions(List<PictureOutput> outlets, List<Tiles> tiles, List<Probe> probes, List<Tabulation> tables) {
        this.outlets = outlets.toArray(PictureOutput[]::new);
        this.tiles = tiles.toArray(Tiles[]::new);
        this.probes = probes.toArray(Probe[]::new);
        this.tables = tables.toArray(Tabulation[]::new);
    }

    /** How many steps are read as numbers, how many pages have previews, and how many point at a pixel. */
    public int close() {
        return tables.length + tiles.length + probes.length;
    }
}
