package gloaming.again;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.library.ForwardingLibrary;
import gloaming.library.Library;
import gloaming.library.LiveCamera;
import gloaming.look.Look;
import gloaming.look.Snapshots;
import gloaming.play.Glide;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.play.Print;
import gloaming.sound.Louder;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.tape.SetFile;
import gloaming.tape.TapeEvent;
import gloaming.tape.TapeReader;
import java.util.ArrayDeque;
import java.util.Set;
import java.util.function.Function;

/** One player of a set, played again from its tape. One thread at a time. */
public final class TapePlayer {
    /**
     * How pictures compare with what they were when it was recorded, of those that were looked at.
     *
     * @param firstOther seconds of the look's time at the first that was another, or not a number
     */
    public record Compared(int same, int others, double firstOther) {
        static final Compared NONE = new Compared(0, 0, Double.NaN);
    }

    private final Player player;
    private final Inbox inbox = new Inbox();
    private final Function<String, Sound> sounds;
    private final ArrayDeque<SetFile.Piece> pieces = new ArrayDeque<>();
    private final SetFile.Looks looks = new SetFile.Looks();
    private final TapeReader reader = new TapeReader();
    private Set<String> watched = Set.of();
    private final CameraTape.Watched camera;
    private final int width;
    private final int height;
    private TapeEvent.Frame ahead;
    private Look look;
    private Sound sound = Sound.SILENCE;
    private LiveTape.Heard live;
    private Picture picture;
    private double time;
    private Moment last;
    private long from = Long.MIN_VALUE;
    /** Whether the frame that is made counts. */
    private boolean counted;

    private boolean exact = true;
    private Compared compared = Compared.NONE;

    /**
     * @param sounds what was heard, by its name
     * @param width and height into which its pictures fit, or 0 for the sizes they had
     */
    public TapePlayer(Crew crew, Library library, Function<String, Sound> sounds, int width, int height) {
        this(crew, library, sounds, new CameraTape(null), width, height);
    }

    /** The same with what the camera showed. */
    TapePlayer(Crew crew, Library library, Function<String, Sound> sounds, CameraTape camera, int width, int height) {
        this.sounds = sounds;
        this.camera = camera.watched(width == 0);
        this.width = width;
        this.height = height;
        player = new Player(Catalogue.all(), crew);
        player.desk(inbox, Outbox.NOWHERE);
        player.library(seeing(library));
    }

    private Library seeing(Library library) {
        return new ForwardingLibrary(library) {
            @Override
            public LiveCamera camera() {
                return camera;
            }
        };
    }

    /** Only from a moment of the recording's clock on is it looked at whether pictures are as they were: what led there nobody saw. */
    void counts(long from) {
        this.from = from;
    }

    /** Takes up the next piece of its tape. */
    void add(SetFile.Piece piece) {
        pieces.add(piece);
    }

    /** Whether the set has all that it went through, from its beginning. */
    public boolean exact() {
        return exact && !camera.missed();
    }

    public Compared compared() {
        return compared;
    }

    /** Its last picture, valid until it plays on; null before the first. */
    public Picture picture() {
        return picture;
    }

    /** The look it plays, or null. */
    public Look look() {
        return look;
    }

    /** Plays all frames that began up to a moment of the recording's clock; told of each that was seen. */
    public void until(long nanos, Runnable seen) {
        while (true) {
            if (ahead != null) {
                if (ahead.nanos() > nanos) return;
                play(ahead, seen);
                ahead = null;
            }
            TapeEvent event = next();
            if (event == null) return;
            take(event);
        }
    }

    private TapeEvent next() {
        for (TapeEvent event = reader.next(); ; event = reader.next()) {
            if (event != null) return event;
            SetFile.Piece piece = pieces.poll();
            if (piece == null) return null;
            if (piece.kind() == SetFile.Kind.LOOK) looks.add(piece.bytes());
            else reader.feed(piece.bytes());
        }
    }

    private void take(TapeEvent event) {
        switch (event) {
            case TapeEvent.LookIs e -> look(e);
            case TapeEvent.Forget e -> player.rewind(false);
            case TapeEvent.Beats e -> player.beats().state(e.state());
            case TapeEvent.SoundIs e -> {
                Sound plain = sounds.apply(e.name());
                live = plain instanceof LiveTape.Heard heard ? heard : null;
                sound = e.gain() == 1 ? plain : new Louder(plain, e.gain());
            }
            case TapeEvent.ControlIs e -> inbox.stand(e.name(), e.state());
            case TapeEvent.Value e -> inbox.arrive(e.control(), e.value(), e.turn());
            case TapeEvent.Watched e -> {
                watched = e.lanes();
            }
            case TapeEvent.Frame e -> ahead = e;
            case TapeEvent.Print e -> compare(e);
            case TapeEvent.Heard e -> {
                if (live != null) live.latch(e.index(), e.comes());
            }
            case TapeEvent.Saw e -> camera.latch(e.number(), e.comes());
            case TapeEvent.Middle e -> exact = false;
            case TapeEvent.Broken e -> exact = false;
        }
    }

    private void look(TapeEvent.LookIs e) {
        look = looks.take(e.number());
        Snapshots.Way[] ways = Snapshots.Way.values();
        Glide glide = e.seconds() <= 0
                ? null
                : new Glide(e.seconds(), e.beats(), ways[Math.clamp(e.way(), 0, ways.length - 1)], e.ahead());
        if (e.anew()) player.begin(look);
        else player.load(look, glide);
    }

    private void play(TapeEvent.Frame f, Runnable seen) {
        if (look == null) return;
        time = f.time();
        counted = f.nanos() >= from;
        camera.counts(counted);
        Moment moment = new Moment(f.index(), f.time(), f.dt(), f.sound()).after(last);
        last = moment;
        double fits = Math.min((double) width / look.width(), (double) height / look.height());
        int w = width > 0 ? Math.max(1, (int) Math.round(look.width() * fits)) : f.width();
        int h = height > 0 ? Math.max(1, (int) Math.round(look.height() * fits)) : f.height();
        // At another size it is as fine as can be.
        player.sparing(f.sparing() && width == 0);
        Picture made = player.play(moment, w, h, sound, onlooker(f.seen()));
        if (!f.seen()) return;
        picture = made;
        seen.run();
    }

    private void compare(TapeEvent.Print print) {
        if (width > 0 || picture == null || !counted) return;
        boolean same = (print.asBefore() ? Print.asBefore(picture) : Print.of(picture)) == print.value();
        boolean first = !same && Double.isNaN(compared.firstOther());
        compared = new Compared(
                compared.same() + (same ? 1 : 0),
                compared.others() + (same ? 0 : 1),
                first ? time : compared.firstOther());
    }

    private Onlooker onlooker(boolean sees) {
        return new Onlooker() {
            @Override
            public boolean sees() {
                return sees;
            }

            @Override
            public boolean watches(String lane) {
                return watched.contains(lane);
            }

            @Override
            public boolean wants(int index, String step) {
                return false;
            }

            @Override
            public void see(int index, String step, Flow out) {}
        };
    }
}
