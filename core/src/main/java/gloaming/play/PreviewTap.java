package gloaming.play;

import gloaming.flow.Canvas;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Noted;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Look;
import gloaming.step.Amount;
import gloaming.step.Range;
import gloaming.step.Setting;

/** Notes what leaves each step as it passes, for whoever looks: numbers, previews, pictures of single steps, tables and copies. */
final class PreviewTap implements Onlooker {
    private static final Tiles[] NONE = {};

    private final LivePlayer live;
    private final FrameMaker maker;
    private final Player player;
    private final Canvas canvas = new Canvas();
    private Noted[] noted = {};
    private Tiles[] drawing = NONE;
    /** Whether anything is ready for the courier. */
    boolean made;

    /** Nanoseconds for which pictures are still made after somebody has asked for one: no page asks for every frame. */
    private static final long LOOKS_NS = 1_000_000_000;

    private long asked = System.nanoTime();
    private boolean seen = true;

    PreviewTap(LivePlayer live, FrameMaker maker, Player player) {
        this.live = live;
        this.maker = maker;
        this.player = player;
    }

    void begin() {
        int n = player.plan().steps.size();
        if (noted.length != n || live.readings.board.frame == 0) {
            noted = new Noted[n];
            for (int i = 0; i < n; i++) noted[i] = new Noted();
        }
        for (Noted note : noted) note.begin();
        made = false;
        long now = System.nanoTime();
        if (asks(false)) asked = now;
        seen = now - asked < LOOKS_NS || asks(true);
        Tiles[] wanted = live.subscriptions.tiles;
        if (wanted != drawing) {
            boolean others = wanted.length != drawing.length;
            for (Tiles tiles : wanted) {
                if (among(drawing, tiles)) continue;
                tiles.begin();
                others = true;
            }
            drawing = wanted;
            if (others) for (Noted note : noted) note.light = -1;
        }
        for (Tiles tiles : drawing) tiles.nextFrame();
    }

    /** Somebody is about to ask. */
    void expect() {
        asked = System.nanoTime();
        seen = true;
    }

    /** Whether a picture is asked for, by a page or only to be kept. */
    private boolean asks(boolean toBeKept) {
        for (PictureOutput outlet : live.subscriptions.outlets)
            if (outlet.passing == toBeKept && outlet.wanted()) return true;
        if (toBeKept) return false;
        for (Tiles tiles : live.subscriptions.tiles) if (tiles.wanted()) return true;
        for (Probe probe : live.subscriptions.probes) if (probe.wanted()) return true;
        return false;
    }

    @Override
    public boolean sees() {
        return seen;
    }

    private static boolean among(Tiles[] all, Tiles one) {
        for (Tiles tiles : all) if (tiles == one) return true;
        return false;
    }

    /** What was noted of a step, or null where it is not in the plan any more. */
    Noted noted(int i) {
        return i < noted.length ? noted[i] : null;
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
        if (live.readings.heeded.is(player.plan().byId.get(lane).lane.name())) return true;
        for (Tiles tiles : drawing) if (tiles.lanes.contains(lane)) return true;
        for (PictureOutput outlet : live.subscriptions.outlets) {
            if (outlet.subject != null
                    && player.plan().byId.get(lane).lane.steps().stream().anyMatch(s -> s.id().equals(outlet.subject)))
                return true;
        }
        return false;
    }

    /** What is cheap is looked at always; the rest only for its tile, an outlet or the probe. */
    @Override
    public boolean wants(int index, String step) {
        if (player.plan().steps.get(index).description.gives().cheap()) return true;
        for (Tiles tiles : drawing) if (tiles.wanted() && tiles.due(step)) return true;
        for (Probe probe : live.subscriptions.probes) if (step.equals(probe.subject) && probe.wanted()) return true;
        for (PictureOutput outlet : live.subscriptions.outlets)
            if (step.equals(outlet.subject) && outlet.wanted()) return true;
        return false;
    }

    @Override
    public void see(int index, String step, Flow out) {
        maker.mustGoOn();
        StepRun run = player.plan().steps.get(index);
        Kind kind = Kind.of(out.getClass());
        kind.note(out, noted[index]);
        Points points = kind.points(out);
        if (points != null) numbers(step, points);
        if (drawing.length > 0) tiles(run, noted[index], kind, out);
        if (out instanceof Picture picture) maker.leave(step, picture);
        else outlets(run, kind, out);
    }

    private void numbers(String step, Points points) {
        for (Tabulation table : live.subscriptions.tables) {
            if (!table.wanted() || !step.equals(table.step)) continue;
            table.fill(points);
            made = true;
        }
        live.copies.see(step, points);
    }

    private void tiles(StepRun run, Noted note, Kind kind, Flow out) {
        String step = run.step.id();
        for (Tiles tiles : drawing) {
            int tile = tiles.wanted() ? tiles.take(step) : -1;
            if (tile < 0) continue;
            turned(run);
            canvas.into(tiles.rgb(), tiles.width, tiles.left(tile), tiles.top(tile), tiles.tileWidth, Tiles.HEIGHT, 1);
            kind.preview(out, canvas);
            if (canvas.seen[0] < 0) continue;
            note.light = canvas.seen[0];
            note.cover = canvas.seen[1];
        }
    }

    /** A large view of what is no picture itself. */
    private void outlets(StepRun run, Kind kind, Flow out) {
        Look look = player.plan().look;
        for (PictureOutput outlet : live.subscriptions.outlets) {
            if (!run.step.id().equals(outlet.subject) || !outlet.wanted()) continue;
            int width = Math.min(outlet.most, look.width());
            int height = Math.max(1, Math.round((float) look.height() * width / look.width()));
            turned(run);
            canvas.turned(
                    canvas.round + 2 * Math.PI * outlet.round,
                    Math.clamp(canvas.high + 2 * Math.PI * outlet.high, -Math.PI / 2, Math.PI / 2));
            kind.preview(out, canvas.into(outlet.size(width, height), width, 0, 0, width, height, 2));
            outlet.done();
            made = true;
        }
    }

    /** Looks at what is in space as the next step of its lane does that is dragged round: a camera. */
    private void turned(StepRun run) {
        double round = 0;
        double high = 0;
        LaneRun lane = null;
        for (LaneRun l : player.plan().lanes) if (l.steps.contains(run)) lane = l;
        int k = lane == null ? 0 : lane.steps.indexOf(run) + 1;
        for (; lane != null && k < lane.steps.size() && round == 0 && high == 0; k++) {
            StepRun later = lane.steps.get(k);
            for (int i = 0; i < later.description.settings().size() && i < later.arguments.length; i++) {
                Setting setting = later.description.settings().get(i);
                boolean angle = setting.drag() != null && setting.unit().equals("turns");
                if (!angle || !(Amount.plain(later.arguments[i]) instanceof Double turn)) continue;
                if (setting.drag() == Range.Drag.ACROSS) round = 2 * Math.PI * turn;
                if (setting.drag() == Range.Drag.UP) high = 2 * Math.PI * turn;
            }
        }
        canvas.turned(round, high);
    }
}
