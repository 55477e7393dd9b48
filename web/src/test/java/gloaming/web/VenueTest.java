package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.show.Cue;
import gloaming.show.RunSheet;
import gloaming.show.SheetEdit;
import gloaming.venue.Place;
import gloaming.venue.Surface;
import gloaming.venue.Venue;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Predicate;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The picture on the surfaces of a venue, as outputs are sent it over real sockets. */
class VenueTest {
    private static final Venue LEFT = venue("v1", 0, 0.5);
    private static final Venue RIGHT = venue("v2", 0.5, 1);

    @TempDir
    static Path data;

    private static Program program;
    private static String show;
    private static String other;
    private static String ember;

    @BeforeAll
    static void open() {
        program = new Program(0, data, false);
        show = program.get(Shows.class).addShow("Gable rehearsal");
        other = program.get(Shows.class).addShow("Another show");
        Step fill = Step.of("s1", "fill").with("colour", Value.of("#ff0000")).with("brightness", Value.of(1));
        Look look = new Look(
                "Ember",
                128,
                72,
                60,
                1,
                120,
                List.of(new Lane("l1", "sky", Clock.SHOW, List.of(fill))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
        ember = program.get(Shows.class).addLook(show, look);
    }

    @AfterAll
    static void close() {
        program.close();
    }

    /** One surface, from so far to so far across. */
    private static Venue venue(String id, double from, double to) {
        List<Place> corners = List.of(new Place(from, 0), new Place(to, 0), new Place(to, 1), new Place(from, 1));
        return new Venue(id, "Gable", 16, 9, List.of(Surface.of("f1", "wall", corners)), "");
    }

    @BeforeEach
    void begin() {
        program.get(Sheets.class).put(show, RunSheet.of(List.of(), "", 0));
        program.put(ember);
        try (SocketPage page = page(show)) {
            page.say("{'do':'end-evening'}").say("{'do':'test-picture','on':false}");
            page.hear(
                    "evening",
                    e -> e.path("now").asString("?").isEmpty()
                            && !e.path("test").asBoolean(true));
        }
    }

    private static SocketPage page(String of) {
        return new SocketPage(program, "?evening=" + of + "&page=venue-page-1");
    }

    private static void edit(SheetEdit edit) {
        program.get(Sheets.class).edit(show, edit);
    }

    private static final class Output implements AutoCloseable {
        private final SocketPage page = new SocketPage(program, "").say("{'do':'watch','most':512}");
        private int read;

        void until(String what, Predicate<BufferedImage> is) {
            Program.until(what, () -> {
                while (read < page.frames.size()) {
                    byte[] frame = page.frames.get(read++);
                    page.say("{'do':'ack'}");
                    if (frame[0] == 1 && is.test(image(frame))) return true;
                }
                return false;
            });
        }

        @Override
        public void close() {
            page.close();
        }
    }

    private static BufferedImage image(byte[] frame) {
        try {
            return ImageIO.read(new ByteArrayInputStream(frame, 6, frame.length - 6));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Whether it is red at a quarter and at three quarters of its width, as said, and dark where not. */
    private static Predicate<BufferedImage> red(boolean left, boolean right) {
        return image -> lit(image, 0.25) == left && lit(image, 0.75) == right;
    }

    private static boolean lit(BufferedImage image, double across) {
        int pixel = image.getRGB((int) (image.getWidth() * across), image.getHeight() / 2);
        return (pixel >> 16 & 255) > 180 && (pixel >> 8 & 255) < 60;
    }

    @Test
    void aVenueLightsItsSurfacesAndNothingElse() {
        try (Output output = new Output()) {
            output.until("all of it", red(true, true));
            edit(new SheetEdit.PutVenue(LEFT, null));
            output.until("the left alone", red(true, false));
            edit(new SheetEdit.PutVenue(venue("v1", 0.5, 1), LEFT));
            output.until("the right alone", red(false, true));
            edit(new SheetEdit.UseVenue(""));
            output.until("all of it again", red(true, true));
        }
    }

    @Test
    void smallPicturesLieOnFineSurfaces() {
        edit(new SheetEdit.PutVenue(LEFT, null));
        try (Output output = new Output()) {
            output.until("as wide as the screen", image -> image.getWidth() == 512 && image.getHeight() == 288);
        }
    }

    @Test
    void whatAHandTriesIsShownAndNotKept() {
        edit(new SheetEdit.PutVenue(LEFT, null));
        String tries =
                "{'do':'try-venue','venue':{'id':'v1','name':'Gable','wide':16,'high':9,'photo':'','surfaces':[{'id':'f1','name':'wall',"
                        + "'corners':[{'x':0.5,'y':0},{'x':1,'y':0},{'x':1,'y':1},{'x':0.5,'y':1}],'soft':0,'light':1,'off':false}]}}";
        try (Output output = new Output();
                SocketPage hand = page(show);
                SocketPage elsewhere = page(other)) {
            output.until("the left alone", red(true, false));
            hand.say(tries);
            output.until("what is tried", red(false, true));
            output.until("what is kept", red(true, false));
            // Somebody else's venue of that name is another one.
            elsewhere.say(tries).say("{'do':'test-picture','on':true}");
            edit(new SheetEdit.PutVenue(venue("v1", 0, 0.6), null));
            output.until("what is kept", image -> lit(image, 0.55) && !lit(image, 0.75));
        }
        assertThat(program.get(Sheets.class).of(show).sheet().venues()).containsExactly(venue("v1", 0, 0.6));
    }

    @Test
    void theTestPictureGoesWhenItsPageDoes() {
        edit(new SheetEdit.PutVenue(LEFT, null));
        try (Output output = new Output()) {
            output.until("the look", red(true, false));
            try (SocketPage hand = page(show)) {
                hand.say("{'do':'test-picture','on':true,'surface':''}");
                output.until("the test picture", red(false, false));
                hand.hear("evening", e -> e.path("test").asBoolean());
            }
            output.until("the look again", red(true, false));
        }
    }

    @Test
    void aCueTakesThePictureElsewhere() {
        edit(new SheetEdit.PutVenue(LEFT, null));
        edit(new SheetEdit.PutVenue(RIGHT, null));
        edit(new SheetEdit.Add(Cue.of("c1", "").in("v2"), 0));
        edit(new SheetEdit.Add(Cue.of("c2", ""), 1));
        edit(new SheetEdit.Add(Cue.of("c3", "").in(Venue.NONE), 2));
        try (Output output = new Output();
                SocketPage hand = page(show)) {
            output.until("the left alone", red(true, false));
            hand.say("{'do':'go'}");
            output.until("the right alone", red(false, true));
            hand.hear("evening", e -> e.path("venue").asString("").equals("v2"));
            hand.say("{'do':'go-to','cue':'c2'}");
            hand.hear("evening", e -> e.path("now").asString("").equals("c2"));
            output.until("still there", red(false, true));
            hand.say("{'do':'go-to','cue':'c3'}");
            output.until("all of it", red(true, true));
            hand.say("{'do':'end-evening'}");
            output.until("the left alone", red(true, false));
        }
    }
}
