package gloaming.web.live;

import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.media.Camera;
import gloaming.media.Decoder;
import gloaming.media.Facts;
import gloaming.media.MachineInput;
import gloaming.media.Shelf;
import gloaming.media.Unreadable;
import gloaming.play.Stage;
import gloaming.sound.HouseBand;
import gloaming.sound.LiveSound;
import gloaming.sound.Louder;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Notices;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** The one stage of the program: which look is on it and what it hears. */
@Component
public class House {
    private static final Logger LOG = LoggerFactory.getLogger(House.class);
    /** What a show's sound may be beside a medium and null for the house band. */
    public static final String SILENCE = "silence";

    /** What it may be when a page's microphone or an input of the machine, by its name, is heard. */
    public static final String MICROPHONE = "microphone";

    public static final String INPUT = "input ";

    private static final String ON_STAGE = "on-stage";
    /** The look that is being brought back, and how often that was begun; empty once it plays. */
    private static final String STARTING = "starting";

    private static final int MOST_TRIES = 3;

    private final Shows shows;
    private final Journal journal;
    private final Media rows;
    private final MediaStore media;
    private final Decoder decoder;
    private final Notices notices;
    private final Shelf shelf;
    private final Stage stage;
    private volatile OpenLook onStage;
    private volatile String soundId = SILENCE;
    private volatile String trouble = "";
    private int tries;
    private volatile LiveSound microphone;
    private volatile MachineInput input;
    private HouseBand band;

    House(Shows shows, Journal journal, Media rows, MediaStore media, Decoder decoder, Notices notices) {
        this.notices = notices;
        this.decoder = decoder;
        shelf = new Shelf(false, decoder);
        this.rows = rows;
        this.shows = shows;
        this.journal = journal;
        this.media = media;
        stage = new Stage(Catalogue.all(), Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 16)).start();
        stage.library(shelf);
    }

    public Stage stage() {
        return stage;
    }

    /** The look on stage, or null. */
    public OpenLook onStage() {
        return onStage;
    }

    /** Puts a look on stage: it plays, and every output shows it. */
    public synchronized OpenLook put(Shows.LookRow row) {
        OpenLook open = journal.open(row);
        if (open == onStage) return open;
        boolean otherShow = onStage == null || !onStage.showId.equals(open.showId);
        onStage = open;
        if (otherShow) shelf.hold(items(rows.of(open.showId)));
        stage.show(open.look());
        shows.remember(ON_STAGE, row.id());
        if (otherShow) hear(open.showId);
        return open;
    }

    /**
     * Brings back what was on stage when the program ended, or the first look there is. A look that ended the program the last time,
     * or cannot be opened, is left aside, and that is said.
     */
    public void resume() {
        // A kill or two while a look begins say nothing of it.
        String[] tried = shows.remembered(STARTING).orElse("").split(" ");
        tries = tried.length == 2 ? Integer.parseInt(tried[1]) : 0;
        String ended = tries >= MOST_TRIES ? tried[0] : "";
        List<Shows.LookRow> looks = shows.shows().stream()
                .flatMap(s -> shows.looks(s.id()).stream())
                .toList();
        Optional<Shows.LookRow> was = shows.remembered(ON_STAGE).flatMap(shows::look);
        if (was.isPresent() && was.get().id().equals(ended)) {
            notices.say("The look '" + was.get().name() + "' was left off stage: the program ended " + MOST_TRIES
                    + " times while it began to play." + " Open it on the Bench to see what is wrong.");
        } else if (was.isPresent() && begin(was.get())) {
            return;
        }
        for (Shows.LookRow row : looks) if (!row.id().equals(ended) && begin(row)) return;
        shows.remember(STARTING, "");
    }

    private boolean begin(Shows.LookRow row) {
        try {
            shows.remember(STARTING, row.id() + " " + (ended(row) ? tries + 1 : 1));
            put(row);
            return true;
        } catch (RuntimeException | Error e) {
            LOG.warn("A look cannot be opened.", e);
            notices.say("The look '" + row.name() + "' was left off stage: "
                    + (e instanceof Refused ? e.getMessage() : "it cannot be opened; the log has the details."));
            return false;
        }
    }

    private boolean ended(Shows.LookRow row) {
        return shows.remembered(STARTING).orElse("").startsWith(row.id() + " ");
    }

    /** The look that was brought back plays: it does so the next time too. */
    public void begun() {
        shows.remember(STARTING, "");
    }

    /** Lets the stage play the look as it is now. */
    void refresh(OpenLook look, Look now) {
        if (look == onStage) stage.change(now);
    }

    /** Gives an open look another name, as an edit that can be undone. */
    public void rename(OpenLook look, String name) {
        refresh(look, look.apply(new Edit.Rename(name), 0));
        journal.flush();
    }

    /** Chooses the sound of a show: null the house band, {@link #SILENCE}, or a medium's id. */
    public void choose(String show, String sound) {
        if (sound != null
                && !sound.equals(SILENCE)
                && !sound.equals(MICROPHONE)
                && !sound.startsWith(INPUT)
                && rows.find(sound).filter(r -> r.is(Facts.Kind.SOUND)).isEmpty())
            throw new Refused("That sound is not there any more.");
        shows.setSound(show, sound);
        OpenLook playing = onStage;
        if (playing != null && playing.showId.equals(show)) hear(show);
    }

    public String soundId() {
        return soundId;
    }

    /** Takes what a show hears louder or softer, in decibels. */
    public void gain(String show, double decibels) {
        shows.setGain(show, decibels);
        OpenLook playing = onStage;
        if (playing == null || !playing.showId.equals(show)) return;
        Sound now = stage.sound() instanceof Louder louder ? louder.sound() : stage.sound();
        stage.hear(louder(now, show));
    }

    private Sound louder(Sound sound, String show) {
        double decibels = shows.show(show).map(Shows.ShowRow::gain).orElse(0.0);
        return decibels == 0 || sound == Sound.SILENCE ? sound : new Louder(sound, Math.pow(10, decibels / 20));
    }

    /** Where the microphone of a page writes; the newest page is heard. */
    public synchronized LiveSound microphone(int rate) {
        microphone = new LiveSound("Microphone", rate);
        if (soundId.equals(MICROPHONE) && onStage != null) stage.hear(louder(microphone, onStage.showId));
        return microphone;
    }

    /** Why the sound of the show is not heard, or empty. */
    public String trouble() {
        return trouble;
    }

    private void hear(String show) {
        String wanted = shows.show(show).map(Shows.ShowRow::sound).orElse(null);
        // Decoding takes a moment; the stage goes on with what it hears until then.
        Thread.ofVirtual().name("sound").start(() -> {
            try {
                MachineInput before = input;
                input = null;
                if (before != null) before.close();
                Sound sound = load(wanted);
                stage.hear(louder(sound, show));
                soundId = wanted == null ? "band" : wanted;
                trouble = "";
            } catch (Unreadable | RuntimeException e) {
                LOG.warn("The sound of the show cannot be played: {}", e.getMessage());
                trouble = e instanceof Unreadable || e instanceof Refused
                        ? e.getMessage()
                        : "The sound of the show cannot be played; the log has the details.";
                stage.hear(Sound.SILENCE);
                soundId = SILENCE;
            }
        });
    }

    private Sound load(String id) throws Unreadable {
        if (id == null) return band();
        if (id.equals(SILENCE)) return Sound.SILENCE;
        if (id.equals(MICROPHONE)) return microphone == null ? Sound.SILENCE : microphone;
        if (id.startsWith(INPUT)) {
            MachineInput opened = MachineInput.open(id.substring(INPUT.length()));
            input = opened;
            return opened.sound();
        }
        Media.Row row = rows.find(id).orElseThrow(() -> new Unreadable("The sound file was removed."));
        return decoder.sound(media.path(row.hash()), row.name());
    }

    public synchronized HouseBand band() {
        if (band == null) band = new HouseBand(11, 96);
        return band;
    }

    /** What the camera of a page sends goes here. */
    public Camera camera() {
        return shelf.camera();
    }

    /** The media of a show have changed: whoever shows one that was replaced goes on with the new one. */
    public void mediaChanged(String show) {
        OpenLook playing = onStage;
        if (playing != null && playing.showId.equals(show)) shelf.hold(items(rows.of(show)));
    }

    private List<Shelf.Item> items(List<Media.Row> all) {
        return all.stream()
                .map(r -> new Shelf.Item(
                        r.ref(),
                        r.name(),
                        r.facts().kind(),
                        media.path(r.hash()),
                        r.hash(),
                        r.folder(),
                        r.facts().frames(),
                        r.facts().rate()))
                .toList();
    }

    @PreDestroy
    void stop() {
        if (input != null) input.close();
        stage.close();
        shelf.close();
    }
}
