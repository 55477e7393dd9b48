package gloaming.look;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/**
 * One composition: lanes and a mix.
 *
 * @param width pixels across, 16 to 8192
 * @param height pixels down, 16 to 8192
 * @param rate frames a second, 1 to 240
 * @param seed where all randomness of the look starts
 * @param tempo beats a minute where the sound does not tell, 20 to 400
 * @param lanes in the order they are read on the Bench
 * @param mix layers, front to back
 * @param clock how the time of all its lanes runs, under their own clocks
 * @param desk what is in the artist's hands
 * @param snapshots how settings stood, to go back to
 * @param kits lanes wrapped as one step each; the lanes themselves stand among the lanes and say so
 */
public record Look(
        String name,
        int width,
        int height,
        double rate,
        long seed,
        double tempo,
        List<Lane> lanes,
        List<Layer> mix,
        Clock clock,
        Desk desk,
        @JsonInclude(JsonInclude.Include.NON_EMPTY) List<Kit> kits,

        @JsonInclude(value = JsonInclude.Include.CUSTOM, valueFilter = None.class)
        Snapshots snapshots) {
    /** What says that there are no snapshots, so that documents without any stay as they are. */
    static final class None {
        @Override
        public boolean equals(Object other) {
            return Snapshots.EMPTY.equals(other);
        }

        @Override
        public int hashCode() {
            return 0;
        }
    }

    @JsonCreator
    public Look(
            @JsonProperty("name") String name,
            @JsonProperty("width") int width,
            @JsonProperty("height") int height,
            @JsonProperty("rate") double rate,
            @JsonProperty("seed") long seed,
            @JsonProperty("tempo") double tempo,
            @JsonProperty("lanes") List<Lane> lanes,
            @JsonProperty("mix") List<Layer> mix,
            @JsonProperty("clock") Clock clock,
            @JsonProperty("desk") Desk desk,
            @JsonProperty("kits") List<Kit> kits,
            @JsonProperty("snapshots") Snapshots snapshots) {
        this.name = Limits.name("A look", name);
        Limits.within("A look's width", width, Limits.MIN_SIDE, Limits.MAX_SIDE);
        Limits.within("A look's height", height, Limits.MIN_SIDE, Limits.MAX_SIDE);
        Limits.within("A look's rate", rate, Limits.MIN_RATE, Limits.MAX_RATE);
        Limits.within("A look's tempo", tempo, Limits.MIN_TEMPO, Limits.MAX_TEMPO);
        this.width = width;
        this.height = height;
        this.rate = rate;
        this.seed = seed;
        this.tempo = tempo;
        this.lanes = lanes == null ? List.of() : List.copyOf(lanes);
        this.mix = mix == null ? List.of() : List.copyOf(mix);
        this.clock = clock == null ? Clock.SHOW : clock;
        this.desk = desk == null ? Desk.EMPTY : desk;
        this.snapshots = snapshots == null ? Snapshots.EMPTY : snapshots;
        this.kits = kits == null ? List.of() : List.copyOf(kits);
        long own = this.lanes.stream().filter(lane -> !Limits.within(lane.id())).count();
        if (this.lanes.size() > Limits.OPENED)
            throw new Refused("The look has over " + Limits.OPENED + " lanes with those of its kits.");
        if (this.kits.size() > Limits.KITS) throw new Refused("The look has over " + Limits.KITS + " kits.");
        if (own > Limits.LANES) throw new Refused("The look has over " + Limits.LANES + " lanes.");
        if (this.mix.size() > Limits.LAYERS) throw new Refused("The mix has over " + Limits.LAYERS + " layers.");
    }

    /** A look on show time with nothing in anybody's hands. */
    public Look(
            String name,
            int width,
            int height,
            double rate,
            long seed,
            double tempo,
            List<Lane> lanes,
            List<Layer> mix) {
        this(name, width, height, rate, seed, tempo, lanes, mix, Clock.SHOW, Desk.EMPTY, List.of(), Snapshots.EMPTY);
    }

    public static Look empty(String name) {
        return new Look(name, 960, 540, 30, 1, 96, List.of(), List.of());
    }

    /** The lane of an id; of a path into a use of a kit the lane within, unless the look is an opened one, which has that itself. */
    public Optional<Lane> lane(String id) {
        Optional<Lane> found =
                lanes.stream().filter(lane -> lane.id().equals(id)).findFirst();
        return found.isPresent() || id == null || !Limits.within(id) ? found : lane(within(id));
    }

    /** The step of an id, or of a path as with lanes. */
    public Optional<Step> step(String id) {
        Optional<Step> found = steps().filter(step -> step.id().equals(id)).findFirst();
        return found.isPresent() || id == null || !Limits.within(id) ? found : step(within(id));
    }

    private static String within(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    public Optional<Kit> kit(String id) {
        return kits.stream().filter(kit -> kit.id().equals(id)).findFirst();
    }

    /** The kit that a step uses, or null where it is a step of another kind. */
    public Kit kitOf(Step step) {
        String used = Kit.used(step.type());
        return used == null ? null : kit(used).orElse(null);
    }

    /** The lanes of a kit, or with null those of the look itself. */
    public List<Lane> lanesIn(String kit) {
        return lanes.stream()
                .filter(lane -> java.util.Objects.equals(lane.kit(), kit))
                .toList();
    }

    public Optional<Lane> laneOf(String step) {
        Optional<Lane> found = lanes.stream()
                .filter(lane -> lane.steps().stream().anyMatch(s -> s.id().equals(step)))
                .findFirst();
        return found.isPresent() || step == null || !Limits.within(step) ? found : laneOf(within(step));
    }

    public Optional<Layer> layer(String id) {
        return mix.stream().filter(layer -> layer.id().equals(id)).findFirst();
    }

    @JsonIgnore
    public Stream<Step> steps() {
        return lanes.stream().flatMap(lane -> lane.steps().stream());
    }

    public Look withLanes(List<Lane> lanes) {
        return new Look(name, width, height, rate, seed, tempo, lanes, mix, clock, desk, kits, snapshots);
    }

    public Look withKits(List<Kit> kits) {
        return new Look(name, width, height, rate, seed, tempo, lanes, mix, clock, desk, kits, snapshots);
    }

    public Look withSnapshots(Snapshots snapshots) {
        return new Look(name, width, height, rate, seed, tempo, lanes, mix, clock, desk, kits, snapshots);
    }

    public Look withMix(List<Layer> mix) {
        return new Look(name, width, height, rate, seed, tempo, lanes, mix, clock, desk, kits, snapshots);
    }

    public Look withName(String name) {
        return new Look(name, width, height, rate, seed, tempo, lanes, mix, clock, desk, kits, snapshots);
    }

    public Look withClock(Clock clock) {
        return new Look(name, width, height, rate, seed, tempo, lanes, mix, clock, desk, kits, snapshots);
    }

    public Look withDesk(Desk desk) {
        return new Look(name, width, height, rate, seed, tempo, lanes, mix, clock, desk, kits, snapshots);
    }

    public Look withFormat(int width, int height, double rate, long seed, double tempo) {
        return new Look(name, width, height, rate, seed, tempo, lanes, mix, clock, desk, kits, snapshots);
    }

    public Look withLane(String id, UnaryOperator<Lane> change) {
        return withLanes(lanes.stream()
                .map(lane -> lane.id().equals(id) ? change.apply(lane) : lane)
                .toList());
    }

    public Look withStep(String id, UnaryOperator<Step> change) {
        return withLanes(lanes.stream()
                .map(lane -> lane.steps().stream().noneMatch(s -> s.id().equals(id))
                        ? lane
                        : lane.withSteps(lane.steps().stream()
                                .map(s -> s.id().equals(id) ? change.apply(s) : s)
                                .toList()))
                .toList());
    }

    /** The next unused id that starts with {@code prefix}: for lanes "l", steps "s", layers "m", bindings "b", kits "k", knobs "q", inputs "i", snapshots "n". */
    public String freshId(String prefix) {
        long highest = Stream.of(
                        lanes.stream().map(Lane::id),
                        steps().map(Step::id),
                        mix.stream().map(Layer::id),
                        desk.bindings().stream().map(Binding::id),
                        kits.stream().map(Kit::id),
                        snapshots.all().stream().map(Snapshots.Snapshot::id),
                        kits.stream().flatMap(kit -> kit.knobs().stream()).map(Kit.Knob::id),
                        kits.stream().flatMap(kit -> kit.inputs().stream()).map(Kit.Input::id))
                .flatMap(ids -> ids)
                .filter(id -> id.matches(prefix + "\\d{1,9}"))
                .mapToLong(id -> Long.parseLong(id.substring(prefix.length())))
                .max()
                .orElse(0);
        return prefix + (highest + 1);
    }
}
