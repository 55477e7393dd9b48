package gloaming.web.message;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonTypeName;
import gloaming.curve.Key;
import gloaming.step.Finder;
import gloaming.step.PathDrawing;
import gloaming.step.Setting;
import java.util.List;
import java.util.Map;

/** What a page is told; {@code is} tells which it is. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "is")
public sealed interface ToPage {

    /** The first message of a Bench: what is on the disk. The page sends what comes after its own change {@code n} again. */
    @JsonTypeName("hello")
    record Hello(long version, long n) implements ToPage {}

    /** On the disk now: the document up to a version, and the page's own changes up to {@code n}. */
    @JsonTypeName("saved")
    record Saved(long version, long n) implements ToPage {}

    /**
     * The document, and what is worked out from it.
     *
     * @param n the page's own last change that is in it: what the page has done since is not
     * @param grown settings and reads of steps that have some beyond their type's, by step
     * @param formulas as people read them, by "step setting" or "layer opacity"
     * @param kits what uses of kits are like, by their types
     * @param newest the newest revision on the shelf of each kit that was kept, by its id
     * @param curves keys with their handles, by "step setting"
     * @param paths places of steps that have a path over time, by step
     */
    @JsonTypeName("look")
    record Look(
            long version,
            long n,
            boolean canUndo,
            boolean canRedo,
            gloaming.look.Look look,
            Map<String, Face> grown,
            Map<String, Entry> kits,
            Map<String, Integer> newest,
            Map<String, String> formulas,
            Map<String, List<Key>> curves,
            Map<String, PathDrawing.Path> paths)
            implements ToPage {}

    /** A step, as pages show it; {@code notice} is what to notice in its example, {@code sets} the names of its good settings. */
    record Entry(
            String id,
            String name,
            String does,
            String notice,
            @Maybe String takes,
            String gives,
            List<Setting> settings,
            List<Input> reads,
            List<Output> beside,
            List<String> sets,
            List<Problem> problems) {}

    /** What a step hands out beside what leaves it. */
    record Output(String name, String kind, String says) {}

    /** What of a step its own text makes. */
    record Face(List<Setting> settings, List<Input> reads, List<Problem> problems) {}

    /** Where a step reads: a lane that ends in a {@code kind}; {@code before} is its frame before. */
    record Input(String name, String kind, String says, boolean optional, boolean before) {}

    /** What is wrong in a text, and where: both from 1. */
    record Problem(int line, int column, String says) {}

    /** A change was done; {@code select} is a step or a lane to select. */
    @JsonTypeName("applied")
    record Applied(long n, long version, @Maybe String select) implements ToPage {}

    /** Nothing was done, and why; {@code n} is the change that it was, or 0. */
    @JsonTypeName("refused")
    record Refused(String says, long n) implements ToPage {}

    /** Something a page should know that is no refusal. */
    @JsonTypeName("says")
    record Says(String says) implements ToPage {}

    /** Which look is on air, whether it is the page's own, and whether the page's own plays. */
    @JsonTypeName("air")
    record Air(boolean here, boolean plays, String look, String name) implements ToPage {}

    /** How far the output is faded up, 0 to 1; for outputs. */
    @JsonTypeName("light")
    record Light(double light) implements ToPage {}

    /**
     * The numbers of a frame.
     *
     * @param levels low, mid, high, all: 0 to 1
     * @param tells what steps say of themselves, by step
     * @param follows driven settings, by "step setting" or "layer opacity"
     * @param notes for the footer, most important first
     */
    @JsonTypeName("board")
    record Board(
            long frame,
            double time,
            double beat,
            double tempo,
            String leader,
            double confidence,
            boolean paused,
            double ms,
            double budget,
            double fps,
            double scale,
            double scaleByHand,
            int width,
            int height,
            boolean onAir,
            double lightWanted,
            String sound,
            double clock,
            double peak,
            String waiting,
            List<Double> levels,
            Map<String, StepNumbers> steps,
            Map<String, String> tells,
            Map<String, Followed> follows,
            List<Note> notes)
            implements ToPage {}

    /**
     * What a step did in a frame.
     *
     * @param value what a signal gave
     * @param count points that left it; below 0 for others
     * @param place where in its course it is
     * @param many the numbers of a signal that has several
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record StepNumbers(
            double ms,
            @Maybe Double value,
            int count,
            @Maybe Double place,
            @Maybe List<Double> many) {}

    /** A driven setting: the signal as it is, as it is eased, and the setting that comes of it. */
    record Followed(double raw, double eased, double setting) {}

    /** A sentence for the footer, and where it is about. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Note(String says, @Maybe String step, @Maybe String lane) {}

    /**
     * The pixel pointed at, in the linear light that is worked in; x below 0 for none.
     *
     * @param space where that stands which is seen there, where it is a space
     */
    @JsonTypeName("probe")
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Probe(
            double x,
            double y,
            double red,
            double green,
            double blue,
            double cover,
            @Maybe Space space) implements ToPage {}

    /** A place in the world, how many units it is away, and the number of the thing that stands there, from 1. */
    record Space(double x, double y, double z, double away, int thing) {}

    /** Points as numbers. */
    @JsonTypeName("table")
    record Table(String step, int n, List<Column> columns) implements ToPage {}

    /** One column of points: how many values it has, their range, and the first of them. */
    record Column(String name, int length, String low, String high, List<String> first) {}

    /** Steps for words, best first. */
    @JsonTypeName("found")
    record Found(long asked, List<FoundStep> steps) implements ToPage {}

    /** A step, and where it can go; of a kit on the shelf also what it is like. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record FoundStep(String type, Finder.Where where, @Maybe Entry entry) {}

    /** The versions of a text that were kept, newest first. */
    @JsonTypeName("versions")
    record Versions(String step, String setting, List<Version> list) implements ToPage {}

    /** A version that was kept; {@code same} where it is what stands there now. */
    record Version(long id, String at, String name, boolean works, long lines, boolean same) {}

    /** Where the sound is, in seconds, that the page's player goes by; {@code at} is the page's own. */
    @JsonTypeName("pong")
    record Pong(double at, double clock, boolean paused, double length) implements ToPage {}

    /** Whether a text is a formula, or which part of it is none and why; its value where that was asked and it has one. */
    @JsonTypeName("checked")
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Checked(
            long asked,
            boolean ok,
            int from,
            int to,
            @Maybe String says,
            @Maybe Double value) implements ToPage {}

    /** What was heard since the last time: loudness in dB, peak, the levels of 64 bands in dB. */
    @JsonTypeName("ears")
    record Ears(double loudness, double peak, double centroid, List<Hop> hops, List<Double> bands) implements ToPage {}

    /** A hundredth of a second: the wave's ends, how much began, and whether a beat or an onset is in it. */
    record Hop(double low, double high, double onset, boolean beat, boolean began) {}

    /** The controls from which something came since, those that are gone, the ports, and which pads are lit. */
    @JsonTypeName("desk")
    record Desk(
            long arrived,
            long dropped,
            List<Arrival> controls,
            List<String> gone,
            String waiting,
            String learned,
            Ports ports,
            List<Integer> lit)
            implements ToPage {}

    /** A control: its value and the ends it has reached, how often it came, and its last values. */
    record Arrival(
            String name,
            boolean bound,
            long count,
            double value,
            double rate,
            double least,
            double most,
            double ago,
            List<Double> line) {}

    /** OSC and MIDI as they are open. */
    record Ports(
            int osc,
            int oscIn,
            int oscOut,
            boolean clock,
            @Maybe String trouble,
            long packets,
            long malformed,
            @Maybe String fault,
            List<MidiPort> midi,
            List<String> outs,
            List<String> midiTroubles) {}

    /** A MIDI port that is listened at. */
    record MidiPort(String port, long messages) {}

    /**
     * The run sheet of the page's show; the page's own changes up to {@code n} are in it.
     *
     * @param troubles what is wrong with changes of the artist's own, each by its id
     */
    @JsonTypeName("sheet")
    record Sheet(
            long version, long n, boolean canUndo, boolean canRedo, gloaming.show.RunSheet sheet, List<Named> troubles)
            implements ToPage {}

    /**
     * What cues may name.
     *
     * @param starts texts that a change of one's own may begin with
     */
    @JsonTypeName("choices")
    record Choices(List<CueLook> looks, List<Named> sounds, List<Named> pictures, List<gloaming.show.OwnChange> starts)
            implements ToPage {}

    /** A look that a cue may bring, and its snapshots. */
    record CueLook(String id, String name, List<Named> snapshots) {}

    record Named(String id, String name) {}

    /**
     * Where the evening is, some ten times a second and whenever something happens.
     *
     * @param now the cue that is on, or empty; {@code next} the one that comes, or empty at the end
     * @param playing the name of what is on air; {@code other} where that is not what the cue brought
     * @param waiting how many beats until the next cue that is started comes, or below 0
     * @param ready whether what comes next can come at once
     * @param untried how many looks of the evening have not been gone through in advance yet
     * @param section seconds since the cue began, {@code show} since the first one did; below 0 before that
     * @param bar which bar of its section it is, from 1
     * @param since the time of day at which the first one began, or empty
     * @param says what could not be done last, or empty; {@code trouble} what is wrong, or empty
     * @param crossed how far a hand has brought what comes next, 0 to 1
     * @param recording how the recording of the set is, in words, or empty; {@code again} which set the audience sees instead, or empty
     * @param photo what became of the last photograph, or empty
     * @param flashes general and red flashes of the last second over too large an area
     */
    @JsonTypeName("evening")
    record Evening(
            String now,
            String next,
            String playing,
            boolean other,
            double waiting,
            boolean ready,
            int untried,
            boolean held,
            double crossed,
            boolean frozen,
            double light,
            double wanted,
            double section,
            double show,
            String since,
            double tempo,
            double beat,
            int bar,
            double frameMs,
            double budgetMs,
            double scale,
            int flashes,
            int reds,
            String clock,
            String photo,
            boolean records,
            String recording,
            String again,
            String venue,
            boolean test,
            String says,
            String trouble)
            implements ToPage {}

    /** When each cue began, or is expected to, as people say it. */
    @JsonTypeName("times")
    record Times(List<Named> all) implements ToPage {}

    /** The output counts down to a photograph; 0 is over. */
    @JsonTypeName("countdown")
    record Countdown(int left) implements ToPage {}

    /** The output flashes white, so many seconds from now and for so long. */
    @JsonTypeName("flash")
    record Flash(double after, double seconds) implements ToPage {}
}
