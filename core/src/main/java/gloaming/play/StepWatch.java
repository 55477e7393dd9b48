package gloaming.play;

import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.picture.Exit;

/** Notes what leaves each step as it passes, for whoever looks: numbers, previews, stage.outlets on single steps, tables and copies. */
final class StepWatch implements Onlooker {
    private final Stage stage;
    private final FrameLoop loop;
    private final Player player;
    private final Sketch sketch = new Sketch();
    private int untilTable;
    private double[] values = new double[0];
    private float[] lights = new float[0];
    private float[] covers = new float[0];
    private final float[] seen = new float[2];
    private int[] counts = new int[0];
    /** The pixel that is looked at: x, y, red, green, blue, cover; x is below 0 where there is none. */
    final float[] probe = {-1, 0, 0, 0, 0, 0};

    private Tiles drawing;
    private int inAFrame;
    /** Whether anything is ready for the courier. */
    boolean made;

    StepWatch(Stage stage, FrameLoop loop, Player player) {
        this.stage = stage;
        this.loop = loop;
        this.player = player;
    }

    void begin() {
        int n = player.plan().steps.size();
        if (values.length != n || stage.board.frame == 0) {
            values = new double[n];
            lights = new float[n];
            covers = new float[n];
            counts = new int[n];
            java.util.Arrays.fill(lights, -1);
        }
        java.util.Arrays.fill(values, Double.NaN);
        java.util.Arrays.fill(counts, -1);
        probe[0] = -1;
        made = false;
        Tiles wanted = stage.tiles;
        if (wanted != drawing) {
            drawing = wanted;
            java.util.Arrays.fill(lights, -1);
            if (wanted != null) wanted.begin();
        }
        if (drawing != null) {
            drawing.nextFrame();
            inAFrame = 1 + drawing.steps.size() / 5;
        }
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
        if (drawing != null && drawing.wanted() && drawing.whole()) {
            drawing.begin();
            drawing.done();
            made = true;
        }
        return made;
    }

    @Override
    public boolean watches(String lane) {
        Tiles now = drawing;
        if (now != null && now.lanes.contains(lane)) return true;
        for (Outlet outlet : stage.outlets) {
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
        if (drawing != null && drawing.wanted() && drawing.due(step, inAFrame)) return true;
        if (probe() && step.equals(stage.probed)) return true;
        for (Outlet outlet : stage.outlets) if (step.equals(outlet.subject) && outlet.wanted()) return true;
        return false;
    }

    private boolean probe() {
        return stage.probe != null;
    }

    @Override
    public void see(int index, String step, Flow out) {
        loop.mustGoOn();
        switch (out) {
            case Signal signal -> {
                values[index] = signal.value();
                if (stage.board.wanted()) many(signal, index);
            }
            case Points points -> {
                counts[index] = points.n();
                if (step.equals(stage.tabulated) && --untilTable <= 0) {
                    untilTable = 10;
                    stage.table = Table.of(step, points);
                }
                Stage.Copy asked = stage.copy;
                if (asked != null && asked.step().equals(step)) {
                    stage.copy = null;
                    asked.points().complete(new Points().copyFrom(points));
                }
                sketch.turned(player.plan(), player.plan().steps.get(index));
                int tile = take(step);
                if (tile >= 0)
                    sketch.points(
                            points,
                            drawing.rgb(),
                            drawing.width,
                            left(tile),
                            top(tile),
                            drawing.tileWidth,
                            Tiles.HEIGHT,
                            1);
                for (Outlet outlet : stage.outlets) {
                    if (!step.equals(outlet.subject) || !outlet.wanted()) continue;
                    int width = Math.min(outlet.most, player.plan().look.width());
                    int height = Math.max(
                            1,
                            Math.round((float) player.plan().look.height()
                                    * width
                                    / player.plan().look.width()));
                    sketch.points(points, outlet.size(width, height, loop.light()), width, 0, 0, width, height, 2);
                    outlet.done();
                    made = true;
                }
            }
            case Picture picture -> {
                int tile = take(step);
                if (tile >= 0) {
                    Exit.tile(
                            picture,
                            drawing.rgb(),
                            drawing.width,
                            left(tile),
                            top(tile),
                            drawing.tileWidth,
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

    private void many(Signal signal, int index) {
        int count = Math.min(Board.MANY, signal.size());
        if (count < 2) {
            stage.board.many[index] = null;
            return;
        }
        float[] row = stage.board.many[index];
        if (row == null || row.length != count) stage.board.many[index] = row = new float[count];
        for (int i = 0; i < count; i++) row[i] = (float) signal.at((int) ((long) i * signal.size() / count));
    }

    private int take(String step) {
        return drawing == null || !drawing.wanted() ? -1 : drawing.take(step, inAFrame);
    }

    private int left(int tile) {
        return tile % Tiles.COLUMNS * drawing.tileWidth;
    }

    private int top(int tile) {
        return tile / Tiles.COLUMNS * Tiles.HEIGHT;
    }
}
