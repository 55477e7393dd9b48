package gloaming.web.message;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonTypeName;
import gloaming.curve.Key;
import gloaming.look.Binding;
import java.util.List;

/** What a page says. Sealed, so that whoever takes messages takes each of them; {@code do} tells which it is. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "do")
public sealed interface FromPage {

    /** What every page may say, whoever sits at it. */
    sealed interface Always extends FromPage permits Ack, Watch, Ping {}

    /** By this a look is built or looked into, and not played: nothing for a guest of the Desk. */
    interface Builds {}

    /** What a page sends again until it is told that it is on the disk; numbered by the page from 1. */
    interface Numbered {
        long n();
    }

    /** Changes the run sheet of the page's show. */
    sealed interface SheetChange extends FromPage, Numbered, Builds {}

    /** Plays the evening of the page's show. */
    sealed interface Act extends FromPage {}

    /** Shows something where the page's show is shown, for a moment, that is kept nowhere. */
    sealed interface Trial extends FromPage, Builds {}

    /**
     * Changes the document: numbered by the page from 1, and done once however often it is sent. Changes of one
     * {@code gesture}, other than 0, are one step of undo.
     */
    sealed interface Change extends FromPage, Numbered {

        default long gesture() {
            return 0;
        }
    }

    /** Asks for something to be shown or told to this page alone. */
    sealed interface Question extends FromPage {}

    /** Moves what plays, on air or at the bench, and leaves the document as it is. */
    sealed interface Transport extends FromPage {}

    /** Hands and devices at the desk: the beat, ports, keys, pads. */
    sealed interface Hands extends FromPage {}

    // Whatever the page is

    /** One picture is drawn; two may be on their way. */
    @JsonTypeName("ack")
    record Ack() implements Always {}

    /**
     * What to show, the whole look or the end of a step, how many pixels wide at most, and, of what is in space, from how many turns round
     * it and up.
     */
    @JsonTypeName("watch")
    record Watch(
            @Maybe String subject,
            int most,
            @Maybe Double round,
            @Maybe Double high) implements Always {}

    /** Answered by {@link ToPage.Pong}. */
    @JsonTypeName("ping")
    record Ping(double at) implements Always {}

    // Changes of the document

    @JsonTypeName("edit")
    record Edit(long n, long gesture, gloaming.look.Edit edit) implements Change {}

    @JsonTypeName("undo")
    record Undo(long n) implements Change {}

    @JsonTypeName("redo")
    record Redo(long n) implements Change {}

    /** Without a lane it begins one, in a kit where that is named; its layer comes in front of that of {@code above}. */
    @JsonTypeName("add-step")
    record AddStep(
            long n,
            @Maybe String lane,
            int place,
            String type,
            @Maybe String above,
            @Maybe String kit) implements Change, Builds {}

    /** Lays the example of a step as lanes of their own. */
    @JsonTypeName("example")
    record Example(long n, String type) implements Change, Builds {}

    /** Whole lanes, or steps that stand side by side, become one step. */
    @JsonTypeName("wrap")
    record Wrap(long n, List<String> lanes, List<String> steps) implements Change, Builds {}

    /** Puts a kit of the look on the shelf, of the show or of all; {@code anew} as another, and not as a newer one of what it is there. */
    @JsonTypeName("keep-kit")
    record KeepKit(long n, String kit, boolean all, boolean anew) implements Change, Builds {}

    /** Lays a kit of the shelf as {@link AddStep} does a step. */
    @JsonTypeName("lay-kit")
    record LayKit(
            long n,
            String kit,
            @Maybe String lane,
            int place,
            @Maybe String above,
            @Maybe String within) implements Change, Builds {}

    /** Brings a kit of the look up to what is on the shelf. */
    @JsonTypeName("renew-kit")
    record RenewKit(long n, String kit) implements Change, Builds {}

    /** A snapshot of some lanes and steps, or with none of the look; its picture is a small JPEG as a data URL, or empty. */
    @JsonTypeName("remember")
    record Remember(long n, List<String> lanes, List<String> steps, String name, String picture)
            implements Change, Builds {}

    /** Chance sets some lanes and steps, or with none the look, with a strength of 0 to 1. */
    @JsonTypeName("throw")
    record Throw(long n, List<String> lanes, List<String> steps, double strength) implements Change, Builds {}

    /** All goes to where a snapshot has it, in the time that the snapshot says. */
    @JsonTypeName("recall")
    record Recall(long n, String snapshot) implements Change {}

    /** Sets a step as one of its good settings, which it reaches over so many seconds. */
    @JsonTypeName("use-set")
    record UseSet(long n, String step, String name, double seconds) implements Change, Builds {}

    /** The lanes of a use come in its place. */
    @JsonTypeName("unwrap")
    record Unwrap(long n, String step) implements Change, Builds {}

    /** A use gets a kit of its own. */
    @JsonTypeName("own-kit")
    record OwnKit(long n, String step) implements Change, Builds {}

    /** Lets what lies on the strip of the look that a step shows be set at that step. */
    @JsonTypeName("take-strip")
    record TakeStrip(long n, String step) implements Change, Builds {}

    /** A setting within a kit is set by a knob outside: one that is there, a new one for the word, or without it none. */
    @JsonTypeName("knob")
    record Knob(long n, String step, String setting, @Maybe String knob) implements Change, Builds {}

    /** A knob of a kit comes to a setting within by a formula over {@code value}, or without one straight. */
    @JsonTypeName("bend-knob")
    record BendKnob(
            long n,
            String kit,
            String knob,
            String step,
            String setting,
            @Maybe String formula) implements Change, Builds {}

    /** Lets a step read a lane, or nothing. */
    @JsonTypeName("read")
    record Read(long n, String step, String read, @Maybe String lane) implements Change, Builds {}

    /** A lane that shows a medium, in a kit where that is named. */
    @JsonTypeName("bring")
    record Bring(
            long n,
            String ref,
            String kind,
            String name,
            @Maybe String kit) implements Change, Builds {}

    @JsonTypeName("duplicate-step")
    record DuplicateStep(long n, String step) implements Change, Builds {}

    @JsonTypeName("duplicate-lane")
    record DuplicateLane(long n, String lane) implements Change, Builds {}

    /** Parts of a look as text: laid behind a step of a lane or behind a lane, or, of settings alone, into a step or a layer. */
    @JsonTypeName("paste")
    record Paste(
            long n,
            String text,
            @Maybe String lane,
            @Maybe String step,
            @Maybe String layer,
            boolean settings) implements Change, Builds {}

    @JsonTypeName("add-layer")
    record AddLayer(long n, String lane, @Maybe String above) implements Change, Builds {}

    @JsonTypeName("follow")
    record Follow(long n, String step, String setting, String lane) implements Change, Builds {}

    @JsonTypeName("follow-layer")
    record FollowLayer(long n, String layer, String lane) implements Change, Builds {}

    /** The keys of a curve. */
    @JsonTypeName("keys")
    record Keys(long n, long gesture, String step, String setting, List<Key> keys) implements Change, Builds {}

    /** What a hand drew while a curve was played: times and values as they came. */
    @JsonTypeName("draw-keys")
    record DrawKeys(long n, long gesture, String step, String setting, List<Key> taken) implements Change, Builds {}

    /** A path over time that a hand drew over the picture. */
    @JsonTypeName("draw-path")
    record DrawPath(long n, long gesture, String step, List<Stroke> strokes) implements Change, Builds {}

    /** One of the curves of a path: times and values as they came. */
    record Stroke(String setting, List<Key> taken) {}

    /** What a control did since {@link TakeControl} while that curve was played; its least is {@code low}, its most {@code high}. */
    @JsonTypeName("take-keys")
    record TakeKeys(long n, long gesture, String step, String setting, double low, double high)
            implements Change, Builds {}

    /** A text being written: it plays if it works, and is a draft if not. */
    @JsonTypeName("write")
    record Write(long n, long gesture, String step, String setting, String text) implements Change, Builds {}

    /** Back to a version that was kept; what stands there now is kept first. */
    @JsonTypeName("go-back")
    record GoBack(long n, String step, String setting, long version) implements Change, Builds {}

    /** A formula as it is typed, or without a text none. */
    @JsonTypeName("formula")
    record Formula(
            long n,
            long gesture,
            String step,
            String setting,
            @Maybe String text) implements Change {}

    @JsonTypeName("bind")
    record Bind(long n, String control, String of, String setting) implements Change {}

    @JsonTypeName("unbind")
    record Unbind(long n, String binding) implements Change {}

    @JsonTypeName("change-binding")
    record ChangeBinding(long n, Binding binding) implements Change {}

    /** Puts a setting onto the performance strip, or takes it off. */
    @JsonTypeName("lift")
    record Lift(long n, String of, String setting) implements Change {}

    /** Names, limits or moves a setting of the performance strip; what is left out stays. */
    @JsonTypeName("arrange")
    record Arrange(
            long n,
            String of,
            String setting,
            @Maybe String name,
            @Maybe Double low,
            @Maybe Double high,
            @Maybe Integer place)
            implements Change {}

    // Questions

    /** Answered by {@link ToPage.Found}. */
    @JsonTypeName("find")
    record Find(long asked, @Maybe String lane, int place, String words) implements Question, Builds {}

    /** Previews wanted; {@code list} is the page's own number for these. */
    @JsonTypeName("tiles")
    record Tiles(int list, List<String> steps) implements Question, Builds {}

    /** The points of a step as numbers, or with an empty step no more. */
    @JsonTypeName("table")
    record Table(String step) implements Question, Builds {}

    /** The pixel at a place of the picture, 0 to 1 from the left and from below; below 0 none. */
    @JsonTypeName("probe")
    record Probe(double u, double v) implements Question, Builds {}

    /** Answered by {@link ToPage.Versions}. */
    @JsonTypeName("versions")
    record Versions(String step, String setting) implements Question, Builds {}

    /** Keeps a text as it stands; answered as {@link Versions} is. */
    @JsonTypeName("keep")
    record Keep(String step, String setting, @Maybe String name) implements Question, Builds {}

    /** Whether that is a formula, for a setting; {@code once} asks for its value too. Answered by {@link ToPage.Checked}. */
    @JsonTypeName("check")
    record Check(
            long asked,
            String text,
            boolean once,
            @Maybe String step,
            @Maybe String setting) implements Question {}

    /** From now on the page is told what is heard and what arrives. */
    @JsonTypeName("desk")
    record Desk(@Maybe Boolean on) implements Question {}

    // Transport

    /** Puts a look on air, the page's own or another, over so many seconds. */
    @JsonTypeName("take")
    record Take(@Maybe String look, double seconds) implements Transport {}

    /** Without {@code on} it turns round what is so now. */
    @JsonTypeName("pause")
    record Pause(@Maybe Boolean on) implements Transport {}

    @JsonTypeName("rewind")
    record Rewind() implements Transport {}

    /** The size that is worked out, as a part of full size; 0 is by itself. */
    @JsonTypeName("scale")
    record Scale(double to) implements Transport {}

    /** The light of the output; without {@code to} it turns round what is so now. */
    @JsonTypeName("fade")
    record Fade(@Maybe Double to, double seconds) implements Transport {}

    /** What the show hears; none is the house band. */
    @JsonTypeName("sound")
    record Sound(@Maybe String sound) implements Transport {}

    // Hands

    /** The next control that moves is bound to that; without a setting no more. */
    @JsonTypeName("learn")
    record Learn(@Maybe String of, @Maybe String setting) implements Hands {}

    @JsonTypeName("tap")
    record Tap() implements Hands {}

    /** Moves the beat by so many beats. */
    @JsonTypeName("nudge")
    record Nudge(double by) implements Hands {}

    /** The beat goes by the music again. */
    @JsonTypeName("let-go")
    record LetGo() implements Hands {}

    /** Beats a minute. */
    @JsonTypeName("tempo")
    record Tempo(double to) implements Hands {}

    /** How loud it hears, in dB. */
    @JsonTypeName("gain")
    record Gain(double to) implements Hands {}

    /** OSC ports, and whether MIDI clock is sent. */
    @JsonTypeName("ports")
    record Ports(int oscIn, int oscOut, boolean clock) implements Hands {}

    @JsonTypeName("look-for-ports")
    record LookForPorts() implements Hands {}

    /** Empties the list of what arrives. */
    @JsonTypeName("clear")
    record Clear() implements Hands {}

    /** From now on it is noted what the next control that moves does while a step's curve is played; or not any more. */
    @JsonTypeName("take-control")
    record TakeControl(String step, boolean on) implements Hands, Builds {}

    /** The stand-in pad: {@code what} is note or cc. */
    @JsonTypeName("pad")
    record Pad(String what, int number, int value) implements Hands {}

    @JsonTypeName("key")
    record KeyPress(String key, boolean down) implements Hands {}

    /** The pointer over the picture, 0 to 1; {@code down} where a button changes. */
    @JsonTypeName("pointer")
    record Pointer(double x, double y, @Maybe Boolean down) implements Hands {}

    // The run sheet

    @JsonTypeName("sheet")
    record Sheet(long n, gloaming.show.SheetEdit change) implements SheetChange {}

    /** Takes the last change of the run sheet back, or does again what was taken back. */
    @JsonTypeName("sheet-back")
    record SheetBack(long n, boolean again) implements SheetChange {}

    // The evening

    /** The next cue. */
    @JsonTypeName("go")
    record Go() implements Act {}

    /** A cue of one's choice, now; in a rehearsal so many seconds into its section, with all as it would be then. */
    @JsonTypeName("go-to")
    record GoTo(String cue, @Maybe Double into) implements Act {}

    /** What comes next is another cue, or without one as the sheet has it. */
    @JsonTypeName("choose")
    record Choose(@Maybe String cue) implements Act {}

    /** Brings what comes next over what is on air by hand, 0 to 1: at 1 its cue begins, at 0 all is as it was. */
    @JsonTypeName("cross")
    record Cross(double to) implements Act {}

    /** The cue before. */
    @JsonTypeName("go-back-one")
    record GoBackOne() implements Act {}

    /** Nothing starts by itself. */
    @JsonTypeName("hold")
    record Hold(boolean on) implements Act {}

    /** What the audience sees stays as it is now. */
    @JsonTypeName("freeze")
    record Freeze(boolean on) implements Act {}

    /** The look for when all goes wrong. */
    @JsonTypeName("safe")
    record Safe() implements Act {}

    /** The light of the output; without {@code to} to black, or back up from there. */
    @JsonTypeName("light")
    record Light(@Maybe Double to, double seconds) implements Act {}

    /** The picture as the audience sees it, into the show's media. */
    @JsonTypeName("photograph")
    record Photograph() implements Act {}

    /** The evening is over: the next one begins with the first cue. */
    @JsonTypeName("end-evening")
    record EndEvening() implements Act {}

    /** What comes in is recorded from now on, or not any more. */
    @JsonTypeName("record")
    record Record(boolean on) implements Act {}

    /** A set that was recorded is shown to the audience, from so many seconds after its beginning to so many, or to its end. */
    @JsonTypeName("show-again")
    record ShowAgain(String set, double from, @Maybe Double to) implements Act {}

    /** The audience sees what is on air again. */
    @JsonTypeName("end-again")
    record EndAgain() implements Act {}

    // The venue

    /** A venue as a hand has it just now. */
    @JsonTypeName("try-venue")
    record TryVenue(gloaming.venue.Venue venue) implements Trial {}

    /** A test picture in place of the one on air, with one surface bright, for some seconds unless it is said again; or not any more. */
    @JsonTypeName("test-picture")
    record TestPicture(boolean on, @Maybe String surface) implements Trial {}
}
