package gloaming.play;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Signal;
import gloaming.library.Library;
import gloaming.sound.Hearing;
import gloaming.step.Frame;
import java.util.ArrayList;
import java.util.List;

/** What a step may use of a player: one object for all steps, set anew for each. */
final class StepFrame implements Frame {
    private final Player player;
    private final List<Picture> lent = new ArrayList<>();
    private StepRun step;
    private LaneRun lane;
    private Moment moment;

    StepFrame(Player player) {
        this.player = player;
    }

    Player player() {
        return player;
    }

    void begin(StepRun step, LaneRun lane, Moment moment) {
        this.step = step;
        this.lane = lane;
        this.moment = moment;
        lent.clear();
    }

    void end(Flow out) {
        for (int i = 0; i < lent.size(); i++) if (lent.get(i) != out) player.pool.giveBack(lent.get(i));
        lent.clear();
    }

    @Override
    public void trouble(String predicate) {
        step.trouble = predicate;
    }

    @Override
    public boolean asked(String name) {
        return step.given.containsKey(name);
    }

    @Override
    public void give(String name, Flow result) {
        if (step.given.get(name) != null || !step.given.containsKey(name)) return;
        // A picture is lent no longer: it is given back at the frame's end.
        lent.remove(result);
        step.given.put(name, result);
    }

    @Override
    public boolean edited() {
        return step.edited;
    }

    @Override
    public void place(double place) {
        step.place = place;
    }

    @Override
    public void rule(int few, int many, String how) {
        step.few = few;
        step.many = many;
        step.how = how;
    }

    @Override
    public void lives(long born, long culled) {
        step.born = born;
        step.culled = culled;
    }

    @Override
    public long index() {
        return moment.index();
    }

    @Override
    public double time() {
        return step.time(lane);
    }

    @Override
    public double dt() {
        return step.dt(lane);
    }

    @Override
    public double beat() {
        return step.beat(lane);
    }

    @Override
    public double tempo() {
        return player.beats().tempo();
    }

    @Override
    public Inbox inbox() {
        return player.inbox;
    }

    @Override
    public Outbox outbox() {
        return player.outbox;
    }

    @Override
    public Signal lane(String id) {
        LaneRun run = player.plan().byId.get(id);
        return run == null ? null : Kind.signalOf(run.end);
    }

    @Override
    public long seed() {
        return step.seed;
    }

    @Override
    public int width() {
        return player.pool.width();
    }

    @Override
    public int height() {
        return player.pool.height();
    }

    @Override
    public Crew crew() {
        return player.crew;
    }

    @Override
    public Hearing hearing() {
        return player.hearing();
    }

    @Override
    public Library library() {
        return player.library;
    }

    @Override
    public double renderScale() {
        return (double) player.pool.height() / player.plan().look.height();
    }

    @Override
    public boolean sparing() {
        return player.spares();
    }

    @Override
    public Picture picture() {
        Picture picture = player.pool.borrow();
        lent.add(picture);
        return picture;
    }

    @Override
    public Picture onto(Picture in) {
        return in.kept() ? picture() : in;
    }

    @Override
    public <T extends Flow> T read(String name, Class<T> type) {
        for (Source source : step.sources) {
            if (!source.name.equals(name)) continue;
            Flow flow = source.read(Kind.of(type));
            return type.isInstance(flow) ? type.cast(flow) : null;
        }
        return null;
    }
}
