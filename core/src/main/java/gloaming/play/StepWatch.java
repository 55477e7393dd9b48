package gloaming.play;

import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.look.Look;
import gloaming.picture.Exit;

/** Notes what leaves each step as it passes, for whoever looks: numbers, previews, pictures of single steps, tables and copies. */
final class StepWatch implements Onlooker {
    private final LivePlayer live;
    private final FrameLoop loop;
    private final Player player;
    private final Sketch sketch = new Sketch();
    private double[] values = new double[0];
    private float[] lights = new float[0];
    private float[] covers = new float[0];
    private final float[] seen = new float[2];
    private int[] counts = new int[0];
    private Tiles[] drawing = {};
    /** Whether anything is ready for the courier. */
    boolean made;

    StepWatch(LivePlayer live, FrameLoop loop, Player player) {
        this.live = live;
        this.loop = loop;
        this.player = player;
    }

    void begin() {
        int n = player.plan().steps.size();
        if (values.length != n || live.board.frame == 0) {
            values = new double[n];
            lights = new float[n];
            covers = new float[n];
            counts = new int[n];
            java.util.Arrays.fill(lights, -1);
        }
        java.util.Arrays.fill(values, Double.NaN);
        java.util.Arrays.fill(counts, -1);
        made = false;
        Tiles[] wanted = live.subscriptions.tiles;
        if (wanted != drawing) {
            boolean others = wanted.length != drawing.length;
            for (Tiles tiles : wanted) {
                if (among(drawing, tiles)) continue;
                tiles.begin();
                others = true;
            }
            drawing = wanted;
            if (others) java.util.Arrays.fill(lights, -1);
        }
        for (Tiles tiles : drawing) tiles.nextFrame();
    }

    private static boolean among(Tiles[] all, Tiles one) {
        for (Tiles tiles : all) if (tiles == one) return true;
        return false;
    }

    double value(int i) {
        return i < values.length ? values[i] : Double.NaN;
    }

    float light(int i) {
        return i < lights.length ? lights[i] : -1;
    }

    float cover(int i) {
        return light(i) < 0 ? -1 : covers[i];
    }

    int count(int i) {
        return i < counts.length ? counts[i] : -1;
    }

    /** Hands the tiles over when all are drawn; tells whether anything is ready for the courier. */
    boolean finish() {
        for (Tiles tiles : drawing) {
            if (!tiles.wanted() || !tiles.whole()) continue;
            tiles.begin();
            tiles.done();
            made = true;
        }
        return made;
    }

    @Override
    public boolean watches(String lane) {
        for (Tiles tiles : drawing) if (tiles.lanes.contains(lane)) return true;
        for (Outlet outlet : live.subscriptions.outlets) {
            if (outlet.subject != null
                    && player.plan().byId.get(lane).lane.steps().stream().anyMatch(s -> s.id().equals(outlet.subject)))
                return true;
        }
        return false;
    }

    /** Signals and counts are wanted always; a picture only for its tile, an outlet or the probe. */
    @Override
    public boolean wants(int index, String step) {
        if (player.plan().steps.get(index).description.gives() != Kind.PICTURE) return true;
        for (Tiles tiles : drawing) if (tiles.wanted() && tiles.due(step)) return true;
        for (Probe probe : live.subscriptions.probes) if (step.equals(probe.subject) && probe.wanted()) return true;
        for (Outlet outlet : live.subscriptions.outlets)
            if (step.equals(outlet.subject) && outlet.wanted()) return true;
        return false;
    }

    @Override
    public void see(int index, String step, Flow out) {
        loop.mustGoOn();
        switch (out) {
            case Signal signal -> {
                values[index] = signal.value();
                if (live.board.wanted()) many(signal, index);
            }
            case Points points -> {
                counts[index] = points.n();
                points(index, step, points);
            }
            case Picture picture -> {
                for (Tiles tiles : drawing) {
                    int tile = tiles.wanted() ? tiles.take(step) : -1;
                    if (tile < 0) continue;
                    Exit.tile(
                            picture,
                            tiles.rgb(),
                            tiles.width,
                            tiles.left(tile),
                            tiles.top(tile),
                            tiles.tileWidth,
                            Tiles.HEIGHT,
                            seen);
                    lights[index] = seen[0];
                    covers[index] = seen[1];
                }
                loop.leave(step, picture);
            }
            default -> {}
        }
    }

    private void points(int index, String step, Points points) {
        for (Tabulation table : live.subscriptions.tables) {
            if (!table.wanted() || !step.equals(table.step)) continue;
            table.fill(points);
            made = true;
        }
        if (!live.copies.isEmpty()) copy(step, points);
        sketch.turned(player.plan(), player.plan().steps.get(index));
        for (Tiles tiles : drawing) {
            int tile = tiles.wanted() ? tiles.take(step) : -1;
            if (tile < 0) continue;
            sketch.points(
                    points,
                    tiles.rgb(),
                    tiles.width,
                    tiles.left(tile),
                    tiles.top(tile),
                    tiles.tileWidth,
                    Tiles.HEIGHT,
                    1);
        }
        Look look = player.plan().look;
        for (Outlet outlet : live.subscriptions.outlets) {
            if (!step.equals(outlet.subject) || !outlet.wanted()) continue;
            int width = Math.min(outlet.most, look.width());
            int height = Math.max(1, Math.round((float) look.height() * width / look.width()));
            sketch.points(points, outlet.size(width, height), width, 0, 0, width, height, 2);
            outlet.done();
            made = true;
        }
    }

    private void copy(String step, Points points) {
        live.copies.removeIf(copy -> {
            if (!copy.step().equals(step)) return copy.points().isDone();
            copy.points().complete(new Points().copyFrom(points));
            return true;
        });
    }

    private void many(Signal signal, int index) {
        int count = Math.min(Board.MANY, signal.size());
        if (count < 2) {
            live.board.many[index] = null;
            return;
        }
        float[] row = live.board.many[index];
        if (row == null || row.length != count) live.board.many[index] = row = new float[count];
        for (int i = 0; i < count; i++) row[i] = (float) signal.at((int) ((long) i * signal.size() / count));
    }
}
