package gloaming.show;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.curve.Key;
import gloaming.look.Refused;
import gloaming.venue.Place;
import gloaming.venue.Surface;
import gloaming.venue.Venue;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Run sheets as documents: their edits, their text, their limits. */
class RunSheetTest {
    private static final Cue FULL = new Cue(
            "c7",
            "Down the race",
            "Not before the second bell.",
            3,
            "look",
            "n2",
            true,
            0.8,
            96.0,
            new Cue.Hears("band", 12.5),
            new Transition(Transition.Way.ALONG, new Span(2, Span.Unit.BARS), null, "marsh", 0.3, ""),
            new Start(Start.By.CONTROL, "midi pad/1/note/36", Span.NONE, 0, Start.Grid.BAR),
            80,
            0.7,
            false,
            "c1",
            List.of(new Cue.Way("c2", "if the flute stays out")),
            List.of(new CueSetting("s4", "amount", 0.25), new CueSetting("s4", "across", 0, "0 0 linear; 2 1 hold")),
            "");

    @Test
    void twoHandsThatChangeOneCueWithoutSeeingEachOtherBothKeepWhatTheyDid() {
        RunSheet sheet = new RunSheet(List.of(FULL), "", 1, 3, false, false, null, null, null, null);
        Cue named = SheetJson.read(SheetJson.write(sheet).replace("Down the race", "The race"))
                .cues()
                .getFirst();
        Cue slower = FULL.by(new Transition(Transition.Way.ALONG, new Span(4, Span.Unit.BARS), null, "marsh", 0.3, ""));
        Cue curved = FULL.by(new Transition(Transition.Way.ALONG, new Span(2, Span.Unit.BARS), null, "marsh", 0.7, ""));
        RunSheet after = sheet.apply(new SheetEdit.Put(named, FULL))
                .apply(new SheetEdit.Put(slower, FULL))
                .apply(new SheetEdit.Put(curved, FULL));
        Cue both = after.cues().getFirst();
        assertThat(both.name()).isEqualTo("The race");
        assertThat(both.change().over()).isEqualTo(new Span(4, Span.Unit.BARS));
        assertThat(both.change().soft()).isEqualTo(0.7);
        assertThat(both.settings()).isEqualTo(FULL.settings());
        RunSheet longer = sheet.apply(SheetJson.readEdit("""
                {"edit": "set", "safe": "", "guard": 2, "bar": 3, "calm": false, "booth": null,
                 "was": {"edit": "set", "safe": "", "guard": 1, "bar": 3, "calm": false, "booth": null}}"""));
        SheetEdit.Set seen = new SheetEdit.Set("", 1, 3, false, false, Booth.PLAIN);
        RunSheet calm = longer.apply(new SheetEdit.Set("", 1, 3, true, false, Booth.PLAIN, seen));
        assertThat(calm.guard()).isEqualTo(2);
        assertThat(calm.calm()).isTrue();
        // Without what was seen it is taken as it is, as older pages send it.
        assertThat(sheet.apply(SheetJson.readEdit("{\"edit\":\"put\",\"cue\":{\"id\":\"c7\",\"name\":\"Other\"}}"))
                        .cues()
                        .getFirst()
                        .settings())
                .isEmpty();
    }

    @Test
    void aSheetIsTheSameAfterItWasWrittenAndRead() {
        RunSheet sheet =
                new RunSheet(List.of(Cue.of("c1", "a"), FULL), "safe", 1, 3, false, false, null, null, null, null);
        assertThat(SheetJson.read(SheetJson.write(sheet))).isEqualTo(sheet);
        assertThat(SheetJson.read(SheetJson.write(RunSheet.EMPTY))).isEqualTo(RunSheet.EMPTY);
    }

    @Test
    void changesOfOnesOwnAreKeptEditedAndTakenOffAndWhatWentByThemFades() {
        OwnChange iris = ChangeStarts.ALL.getFirst();
        Transition by = new Transition(Transition.Way.OWN, new Span(2, Span.Unit.BARS), null, "", 0.2, iris.id());
        RunSheet sheet = RunSheet.EMPTY
                .apply(new SheetEdit.PutChange(iris))
                .apply(new SheetEdit.Add(Cue.of("c1", "a").by(by), 0))
                .apply(new SheetEdit.PutChange(new OwnChange(iris.id(), "Lock gate", iris.code())))
                .apply(new SheetEdit.Set("", 1, 3, true, true, null));
        assertThat(sheet.change(iris.id()).name()).isEqualTo("Lock gate");
        assertThat(SheetJson.read(SheetJson.write(sheet))).isEqualTo(sheet);
        RunSheet less = sheet.apply(new SheetEdit.RemoveChange(iris.id()));
        assertThat(less.changes()).isEmpty();
        assertThat(less.find("c1").change().way()).isEqualTo(Transition.Way.FADE);
        assertThat(less.find("c1").change().over()).isEqualTo(by.over());
        assertThatThrownBy(() -> less.apply(new SheetEdit.RemoveChange(iris.id())))
                .isInstanceOf(Refused.class);
        assertThatThrownBy(() -> new OwnChange("o1", "", "x".repeat(OwnChange.LONGEST + 1)))
                .isInstanceOf(Refused.class);
        assertThatThrownBy(() -> new RunSheet(List.of(), "", 0, 4, false, false, null, List.of(iris, iris), null, null))
                .isInstanceOf(Refused.class);
    }

    @Test
    void aSheetOfTheFirstFormatOpens() {
        String text =
                "{\"format\":\"gloaming-run-sheet\",\"version\":1,\"cues\":[{\"id\":\"c1\",\"look\":\"a\",\"change\":"
                        + "{\"way\":\"fade\",\"over\":{\"n\":2,\"unit\":\"bars\"}},\"start\":{\"by\":\"after\",\"after\":{\"n\":4,\"unit\":"
                        + "\"seconds\"},\"on\":\"bar\"},\"ways\":[{\"to\":\"c2\",\"when\":\"\"}]}],\"safe\":\"\",\"guard\":0.5,\"bar\":4}";
        Cue cue = SheetJson.read(text).cues().getFirst();
        assertThat(cue.change().way()).isEqualTo(Transition.Way.FADE);
        assertThat(cue.start().on()).isEqualTo(Start.Grid.BAR);
        assertThat(cue.change().seconds(120, 4)).isEqualTo(4);
    }

    @Test
    void editsAddChangeMoveAndRemoveCues() {
        RunSheet sheet = RunSheet.EMPTY
                .apply(new SheetEdit.Add(Cue.of("c1", "a"), 0))
                .apply(new SheetEdit.Add(Cue.of("c2", ""), 9))
                .apply(new SheetEdit.Add(FULL, 1))
                .apply(new SheetEdit.Put(Cue.of("c2", "b")))
                .apply(new SheetEdit.Move("c1", 2))
                .apply(new SheetEdit.Set("a", 0, 6, false, false, null));
        assertThat(sheet.cues()).extracting(Cue::id).containsExactly("c7", "c2", "c1");
        assertThat(sheet.find("c2").look()).isEqualTo("b");
        assertThat(sheet.bar()).isEqualTo(6);
        assertThat(sheet.freshId()).isEqualTo("c8");
        // Nothing leads to a cue that is gone.
        RunSheet less = sheet.apply(new SheetEdit.Remove("c1")).apply(new SheetEdit.Remove("c2"));
        assertThat(less.find("c7").then()).isEmpty();
        assertThat(less.find("c7").ways()).isEmpty();
        assertThatThrownBy(() -> less.apply(new SheetEdit.Remove("c1"))).isInstanceOf(Refused.class);
    }

    @Test
    void aCueWithoutALookStaysWithTheOneBeforeIt() {
        RunSheet sheet = RunSheet.of(List.of(Cue.of("c1", ""), Cue.of("c2", "a"), Cue.of("c3", "")), "", 0);
        assertThat(sheet.lookAt("c1")).isEmpty();
        assertThat(sheet.lookAt("c3")).isEqualTo("a");
    }

    @Test
    void looksAreCalledOtherwiseElsewhere() {
        RunSheet sheet = RunSheet.of(List.of(FULL), "look", 0).called(Map.of("look", "x"));
        assertThat(sheet.safe()).isEqualTo("x");
        assertThat(sheet.cues().getFirst().look()).isEqualTo("x");
        assertThat(sheet.called(Map.of("look", "y"))).isEqualTo(sheet);
    }

    @Test
    void whatIsNoSheetIsRefusedWithASentence() {
        for (String text : new String[] {
            "",
            "[]",
            "null",
            "{}",
            "{\"format\":\"gloaming-run-sheet\",\"version\":2}",
            "{\"format\":\"gloaming-look\",\"version\":1}"
        })
            assertThatThrownBy(() -> SheetJson.read(text))
                    .isInstanceOf(Refused.class)
                    .hasMessageEndingWith(".");
        for (String text : new String[] {
            "",
            "null",
            "{\"edit\":\"add\"}",
            "{\"edit\":\"put\",\"cue\":{\"id\":\"A b\"}}",
            "{\"edit\":\"melt\"}",
            "{\"edit\":\"put\",\"cue\":null}"
        }) assertThatThrownBy(() -> SheetJson.readEdit(text)).isInstanceOf(Refused.class);
    }

    @Test
    void numbersOutsideTheirRangeAreRefused() {
        double[] none = {-1, Double.NaN, Double.POSITIVE_INFINITY, 1e9};
        for (double bad : none) {
            assertThatThrownBy(() -> new Span(bad, Span.Unit.BEATS)).isInstanceOf(Refused.class);
            assertThatThrownBy(() -> new Start(Start.By.SOUND, "", null, bad, null))
                    .isInstanceOf(Refused.class);
            assertThatThrownBy(() -> RunSheet.of(List.of(), "", bad)).isInstanceOf(Refused.class);
            assertThatThrownBy(() -> new Cue.Hears("band", bad)).isInstanceOf(Refused.class);
        }
    }

    @Test
    void aTextThatIsCutOffAnywhereIsRefusedAndNeverMore() {
        String whole = SheetJson.write(RunSheet.of(List.of(FULL), "", 0));
        Random random = new Random(5);
        for (int i = 0; i < 300; i++) {
            String cut = whole.substring(0, random.nextInt(whole.length() - 1));
            assertThatThrownBy(() -> SheetJson.read(cut)).isInstanceOf(Refused.class);
        }
    }

    @Test
    void aCueGivesASettingACurveOfItsOwnInPlaceOfWhatItGaveIt() {
        RunSheet sheet = RunSheet.of(List.of(Cue.of("c1", "mill"), Cue.of("c2", "mill")), "", 0);
        List<Key> rise = List.of(Key.of(0, 0, Key.Join.LINEAR), Key.of(4, 1, Key.Join.HOLD));
        RunSheet one = sheet.apply(new SheetEdit.Course("c1", "s1", "keys", rise));
        assertThat(one.cues().getFirst().settings())
                .containsExactly(new CueSetting("s1", "keys", 0, "0 0 linear; 4 1 hold"));
        assertThat(one.cues().getLast()).isEqualTo(sheet.cues().getLast());
        RunSheet two = one.apply(new SheetEdit.Course("c1", "s2", "keys", rise))
                .apply(new SheetEdit.Course("c1", "s1", "keys", rise.subList(0, 1)));
        assertThat(two.cues().getFirst().settings())
                .extracting(CueSetting::curve)
                .containsExactly("0 0 linear", "0 0 linear; 4 1 hold");
    }

    @Test
    void keysThatMakeNoCurveAreRefused() {
        RunSheet sheet = RunSheet.of(List.of(Cue.of("c1", "mill")), "", 0);
        assertThatThrownBy(() -> sheet.apply(new SheetEdit.Course("c9", "s1", "keys", List.of())))
                .isInstanceOf(Refused.class);
        assertThatThrownBy(() -> sheet.apply(new SheetEdit.Course("c1", "s1", "keys", List.of())))
                .isInstanceOf(Refused.class)
                .hasMessage("A curve needs a key at least.");
        assertThatThrownBy(() -> new SheetEdit.Course("c1", "s1", "keys", null)).isInstanceOf(Refused.class);
        List<Key> never = List.of(Key.of(Double.NaN, 0, Key.Join.LINEAR));
        assertThatThrownBy(() -> sheet.apply(new SheetEdit.Course("c1", "s1", "keys", never)))
                .isInstanceOf(Refused.class);
    }

    @Test
    void aCueIsShownWhereItSaysOrTheLastBeforeItSaidOrTheSheetSays() {
        Venue hall = new Venue("v1", "hall", 16, 9, List.of(), "");
        Venue gable = new Venue("v2", "gable", 4, 3, List.of(), "");
        RunSheet sheet = RunSheet.of(
                        List.of(
                                Cue.of("c1", "a"),
                                Cue.of("c2", "b").in("v2"),
                                Cue.of("c3", "c"),
                                Cue.of("c4", "d").in(Venue.NONE)),
                        "",
                        0)
                .apply(new SheetEdit.PutVenue(hall, null))
                .apply(new SheetEdit.PutVenue(gable, null));
        assertThat(sheet.venue()).as("the first one is used").isEqualTo("v1");
        assertThat(sheet.venueAt(null)).isEqualTo(hall);
        assertThat(sheet.venueAt("c1")).isEqualTo(hall);
        assertThat(sheet.venueAt("c3")).isEqualTo(gable);
        assertThat(sheet.venueAt("c4")).isNull();
        assertThat(SheetJson.read(SheetJson.write(sheet))).isEqualTo(sheet);

        RunSheet without = sheet.apply(new SheetEdit.RemoveVenue("v2"));
        assertThat(without.venueAt("c3")).isEqualTo(hall);
        assertThat(without.find("c2").venue()).isEmpty();
        assertThat(sheet.apply(new SheetEdit.UseVenue("")).venueAt("c1")).isNull();
        assertThatThrownBy(() -> sheet.apply(new SheetEdit.UseVenue("v9"))).isInstanceOf(Refused.class);
    }

    @Test
    void twoHandsAtOneVenueBothKeepWhatTheyDid() {
        Venue saw = new Venue("v1", "hall", 16, 9, List.of(), "");
        Venue named = new Venue("v1", "great hall", 16, 9, List.of(), "");
        Venue shaped = new Venue("v1", "hall", 4, 3, List.of(), "");
        RunSheet sheet = RunSheet.EMPTY
                .apply(new SheetEdit.PutVenue(saw, null))
                .apply(new SheetEdit.PutVenue(named, saw))
                .apply(new SheetEdit.PutVenue(shaped, saw));
        assertThat(sheet.venues()).containsExactly(new Venue("v1", "great hall", 4, 3, List.of(), ""));
    }

    private static Surface wall(String id, double light) {
        List<Place> corners = List.of(new Place(0, 0), new Place(1, 0), new Place(1, 1), new Place(0, 1));
        return new Surface(id, id, corners, null, null, null, 0, light, null, false);
    }

    @Test
    void surfacesOfOneVenueAreChangedEachByItself() {
        Venue saw = new Venue("v1", "hall", 16, 9, List.of(wall("f1", 1), wall("f2", 1), wall("f3", 1)), "");
        RunSheet sheet = RunSheet.EMPTY.apply(new SheetEdit.PutVenue(saw, null));
        // One hand dims the first, another the second; a third takes the third off and puts one there.
        Venue first = saw.with(List.of(wall("f1", 0.5), wall("f2", 1), wall("f3", 1)));
        Venue second = saw.with(List.of(wall("f1", 1), wall("f2", 0.2), wall("f3", 1)));
        Venue third = saw.with(List.of(wall("f1", 1), wall("f2", 1), wall("f4", 1)));
        sheet = sheet.apply(new SheetEdit.PutVenue(first, saw))
                .apply(new SheetEdit.PutVenue(third, saw))
                .apply(new SheetEdit.PutVenue(second, saw));
        assertThat(sheet.venue("v1").surfaces()).containsExactly(wall("f1", 0.5), wall("f2", 0.2), wall("f4", 1));
        // Who reorders keeps what another has put there.
        Venue turned = saw.with(List.of(wall("f3", 1), wall("f2", 1), wall("f1", 1)));
        assertThat(sheet.apply(new SheetEdit.PutVenue(turned, saw)).venue("v1").surfaces())
                .containsExactly(wall("f2", 0.2), wall("f1", 0.5), wall("f4", 1));
    }
}
