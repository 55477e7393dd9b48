package gloaming.web.live;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.library.Library;
import gloaming.media.CameraFeed;
import gloaming.media.Decoder;
import gloaming.play.Crossing;
import gloaming.play.LivePlayer;
import gloaming.play.Programme;
import gloaming.play.StolenTime;
import gloaming.sound.BeatClock;
import gloaming.step.Catalogue;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import jakarta.annotation.PreDestroy;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** Who plays what: the one look that is on air, and those that are at benches. Only {@link #take} changes what is on air. */
@Component
public class House {
    /** Under which the look on air is remembered between starts. */
    static final String ON_AIR = "on-stage";

    private static final String SCALE = "scale ";
    /**
     * Held while what plays changes, which takes as long as a look needs for its first picture. Whoever carries pictures to the audience
     * never waits for it.
     */
    private final ReentrantLock changing = new ReentrantLock();

    private final ShowLooks looks;
    private final Shows shows;
    private final Journal journal;
    private final Shelves shelves;
    private final ShowSounds sounds;
    private final Inbox inbox = new Inbox();
    private final Outbox outbox = new Outbox();
    private final Programme programme;
    private final Players players = new Players();
    private final StolenTime stolen;
    private final BoundActs acts;
    private final Benches benches;
    private final Takes takes;
    private final LookEdits edits;
    /** Controls that the run sheet waits for. */
    private volatile Set<String> expected = Set.of();

    private volatile Thread courier;
    private volatile Consumer<OpenLook> taken = look -> {};

    House(Shows shows, Journal journal, Media rows, MediaStore media, Decoder decoder, StolenTime stolen) {
        this.stolen = stolen;
        this.shows = shows;
        this.journal = journal;
        acts = new BoundActs(this, shows);
        looks = new ShowLooks(shows);
        edits = new LookEdits(journal, looks, this::player);
        shelves = new Shelves(rows, media, decoder);
        sounds = new ShowSounds(shows, rows, media, decoder, players::of);
        // Until the first look is on air, somebody who plays nothing is.
        programme = new Programme(new LivePlayer(Catalogue.all(), 1));
        Hall floor = new Floor();
        benches = new Benches(players, changing, floor);
        takes = new Takes(players, programme, changing, floor);
    }

    /** What benches and takes ask for. */
    private final class Floor implements Hall {
        @Override
        public Players.Playing begin(OpenLook look) {
            return House.this.begin(look);
        }

        @Override
        public void place(Players.Playing bench) {
            House.this.place(bench);
        }

        @Override
        public void airs(Players.Playing next) {
            sounds.hear(next.look.showId, next.player);
        }

        @Override
        public boolean wants(String look) {
            return benches.wants(look);
        }

        @Override
        public boolean holds(Players.Playing bench) {
            return takes.holds(bench);
        }

        @Override
        public void end(List<Players.Playing> gone) {
            House.this.end(gone);
        }
    }

    /** Edits of looks, with whoever plays them. */
    public LookEdits edits() {
        return edits;
    }

    /** Which looks play at benches. */
    Benches benches() {
        return benches;
    }

    public Programme programme() {
        return programme;
    }

    /** Who plays what is on air; plays nothing until there is a look. */
    public LivePlayer player() {
        return programme.player();
    }

    /** The look on air, or null. */
    public OpenLook onAir() {
        Players.Playing now = players.onAir();
        return now == null ? null : now.look;
    }

    public Inbox inbox() {
        return inbox;
    }

    /** What is on air tells other programs and devices here. */
    public Outbox outbox() {
        return outbox;
    }

    /** Who plays a look, on air or at a bench, or null. */
    public LivePlayer player(String look) {
        Players.Playing playing = players.find(look);
        return playing == null ? null : playing.player;
    }

    /** Who plays what a page works on; where it works on none, or there was no room, what is on air. */
    LivePlayer playerFor(String look) {
        LivePlayer own = look == null ? null : player(look);
        return own == null ? player() : own;
    }

    /** All that play, the one on air first. */
    List<Players.Playing> playing() {
        return players.all();
    }

    /** All looks that play, the one on air first. */
    public List<OpenLook> looks() {
        return players.all().stream().map(p -> p.look).toList();
    }

    /** Controls that the run sheet waits for are kept room for. */
    void expect(Set<String> controls) {
        expected = controls;
    }

    Set<String> expected() {
        return expected;
    }

    /** A player that begins with a look, at a bench for now. */
    private Players.Playing begin(OpenLook look) {
        int threads = Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 16);
        LivePlayer player = new LivePlayer(
                Catalogue.all(), threads, stolen, inbox, outbox, programme.light(), act -> acts.act(look, act));
        Players.Playing playing = new Players.Playing(look, player);
        place(playing);
        LivePlayer leader = players.leader(look);
        // It comes in on the beat that is.
        if (leader != null)
            leader.beats(clock -> {
                BeatClock copy = new BeatClock();
                copy.like(clock);
                player.beats(own -> own.like(copy));
            });
        player.library(library(look.showId));
        player.courier(courier);
        shows.remembered(SCALE + look.id).map(Double::parseDouble).ifPresent(player::scale);
        player.show(look.look());
        sounds.hear(look.showId, player);
        player.start();
        return playing;
    }

    private void place(Players.Playing bench) {
        bench.player.atBench(programme.player(), players.leader(bench.look));
    }

    /**
     * Puts a look on air: every output shows it from its first picture on.
     *
     * @param seconds how long it fades over, 0 to 600; 0 is a cut
     */
    public OpenLook take(Shows.LookRow row, double seconds) {
        return take(row, seconds, Crossing.FADE);
    }

    /** The same with another way from one picture to the next. */
    OpenLook take(Shows.LookRow row, double seconds, Crossing crossing) {
        changing.lock();
        try {
            return taken(row, seconds, crossing);
        } finally {
            changing.unlock();
        }
    }

    private OpenLook taken(Shows.LookRow row, double seconds, Crossing crossing) {
        OpenLook look = journal.open(row);
        if (!takes.take(look, seconds, crossing)) return look;
        // The first picture is to find the outputs that wait for it.
        LockSupport.unpark(courier);
        shows.remember(ON_AIR, row.id());
        taken.accept(look);
        return look;
    }

    public OpenLook take(Shows.LookRow row) {
        return take(row, 0);
    }

    /** Who is told of each look that comes on air; brief. */
    void onTake(Consumer<OpenLook> told) {
        taken = told;
    }

    /**
     * Brings a look that is ready over what is on air by hand, 0 to 1; at 0 all is as it was. It is not on air before a take.
     *
     * @param by how the picture changes meanwhile, asked for once
     */
    void byHand(String look, double weight, Supplier<Crossing> by) {
        changing.lock();
        try {
            takes.byHand(look, weight, by);
        } finally {
            changing.unlock();
        }
    }

    /** Whether a hand brings something over what is on air. */
    boolean byHand() {
        return takes.byHand();
    }

    private void end(List<Players.Playing> gone) {
        Thread.ofVirtual().name("bench-closer").start(() -> {
            gone.forEach(bench -> bench.player.close());
            Set<String> active = new HashSet<>();
            changing.lock();
            try {
                players.all().forEach(p -> active.add(p.look.showId));
                shelves.keep(active);
                sounds.keep(active);
            } finally {
                changing.unlock();
            }
        });
    }

    /** Who is woken when a picture is ready. */
    void courier(Thread thread) {
        courier = thread;
        players.all().forEach(p -> p.player.courier(thread));
    }

    /** Does something to the beat that a look goes by, and all others that go by the same. */
    void beats(String look, Consumer<BeatClock> order) {
        players.beats(look, order);
    }

    /** A MIDI clock that comes in is everybody's. */
    void beats(Consumer<BeatClock> order) {
        players.all().forEach(p -> p.player.beats(order));
    }

    /** A hand taps the beat that a look goes by. */
    void tap(String look) {
        double seconds = System.nanoTime() / 1e9;
        beats(look, clock -> clock.tap(seconds));
    }

    /** Works a look out at a part of its size that was chosen by hand, from now on and whenever it plays; 0 chooses by itself. */
    void scale(OpenLook look, double byHand) {
        LivePlayer player = player(look.id);
        if (player != null) player.scale(byHand);
        shows.remember(SCALE + look.id, String.valueOf(byHand));
    }

    /** What looks of a show may show. */
    Library library(String show) {
        return looks.beside(shelves.of(show), show);
    }

    /** The looks of a show that others show, and no media. */
    Library looksOf(String show) {
        return looks.beside(Library.EMPTY, show);
    }

    /** What the shows that play hear. */
    public ShowSounds sounds() {
        return sounds;
    }

    /** What the camera of a page sends goes here. */
    public CameraFeed camera() {
        return shelves.camera();
    }

    /** Looks of a show have come, gone, or are called otherwise. */
    public void looksChanged(String show) {
        looks.changed(show);
    }

    /** The media of a show have changed: whoever shows one that was replaced goes on with the new one. */
    public void mediaChanged(String show) {
        shelves.changed(show);
    }

    @PreDestroy
    void stop() {
        players.all().forEach(p -> p.player.close());
        programme.player().close();
        sounds.close();
        shelves.keep(Set.of());
    }
}
