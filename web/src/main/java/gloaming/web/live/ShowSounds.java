package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.media.Decoder;
import gloaming.media.Facts;
import gloaming.media.MachineInput;
import gloaming.media.Unreadable;
import gloaming.play.LivePlayer;
import gloaming.sound.HouseBand;
import gloaming.sound.LiveSound;
import gloaming.sound.Louder;
import gloaming.sound.Sound;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Shows;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What shows hear: each its own, for every look of it that plays, on air or at a bench. */
public final class ShowSounds {
    private static final Logger LOG = LoggerFactory.getLogger(ShowSounds.class);
    /** What a show's sound may be beside a medium and null for the house band. */
    public static final String SILENCE = "silence";

    /** What it may be when a page's microphone or an input of the machine, by its name, is heard. */
    public static final String MICROPHONE = "microphone";

    public static final String INPUT = "input ";
    private static final String BAND = "band";

    /** What a show hears now, before its gain; {@code trouble} says why it is not what was chosen, or is empty. */
    private record Heard(String id, Sound sound, MachineInput input, String trouble) {
        static final Heard NOTHING = new Heard(SILENCE, Sound.SILENCE, null, "");
    }

    private final Shows shows;
    private final Media rows;
    private final MediaStore media;
    private final Decoder decoder;
    private final Function<String, List<LivePlayer>> players;
    private final Map<String, Heard> heard = new ConcurrentHashMap<>();
    /** The number of the last choice of each show: what was asked for before it comes too late. */
    private final Map<String, Long> asked = new ConcurrentHashMap<>();

    private final AtomicLong asks = new AtomicLong();
    private volatile LiveSound microphone;
    private final Object makesBand = new Object();
    private HouseBand band;

    /** @param players who plays looks of a show now */
    ShowSounds(Shows shows, Media rows, MediaStore media, Decoder decoder, Function<String, List<LivePlayer>> players) {
        this.shows = shows;
        this.rows = rows;
        this.media = media;
        this.decoder = decoder;
        this.players = players;
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
        if (heard.containsKey(show)) load(show);
    }

    /** Takes what a show hears louder or softer, in decibels. */
    public void gain(String show, double decibels) {
        shows.setGain(show, decibels);
        tell(show);
    }

    /** Lets a player that has just begun hear what its show hears. */
    void hear(String show, LivePlayer player) {
        Heard now = heard.putIfAbsent(show, Heard.NOTHING);
        if (now == null) load(show);
        else player.hear(louder(now.sound(), show));
    }

    /** Only these shows are heard by anybody. */
    void keep(Set<String> active) {
        for (String show : heard.keySet()) {
            Heard gone = active.contains(show) ? null : heard.remove(show);
            if (gone != null) asked.remove(show);
            if (gone != null && gone.input() != null) gone.input().close();
        }
    }

    /** What a show hears: {@code band}, a medium's id, or one of the constants here. */
    public String id(String show) {
        return heard.getOrDefault(show, Heard.NOTHING).id();
    }

    /** Why the sound of a show is not heard, or empty. */
    String trouble(String show) {
        return heard.getOrDefault(show, Heard.NOTHING).trouble();
    }

    /** Where the microphone of a page writes; the newest page is heard. */
    LiveSound microphone(int rate) {
        LiveSound now = new LiveSound("Microphone", rate);
        microphone = now;
        heard.replaceAll((show, h) -> h.id().equals(MICROPHONE) ? new Heard(MICROPHONE, now, null, "") : h);
        heard.forEach((show, h) -> {
            if (h.id().equals(MICROPHONE)) tell(show);
        });
        return now;
    }

    public HouseBand band() {
        synchronized (makesBand) {
            if (band == null) band = new HouseBand(11, 96);
            return band;
        }
    }

    /** One after another, so that the players are left with what was heard last. */
    private synchronized void tell(String show) {
        Heard now = heard.get(show);
        if (now == null) return;
        Sound sound = louder(now.sound(), show);
        players.apply(show).forEach(player -> player.hear(sound));
    }

    private Sound louder(Sound sound, String show) {
        double decibels = shows.show(show).map(Shows.ShowRow::gain).orElse(0.0);
        return decibels == 0 || sound == Sound.SILENCE ? sound : new Louder(sound, Math.pow(10, decibels / 20));
    }

    private void load(String show) {
        long ask = asks.incrementAndGet();
        asked.merge(show, ask, Math::max);
        String wanted = shows.show(show).map(Shows.ShowRow::sound).orElse(null);
        // Decoding takes a moment; whoever plays goes on with what it hears until then.
        Thread.ofVirtual().name("sound").start(() -> {
            // An input can be opened once only: the one before goes first.
            Heard before = heard.get(show);
            if (before != null && before.input() != null) before.input().close();
            Heard now;
            try {
                now = read(wanted);
            } catch (Unreadable | RuntimeException e) {
                LOG.warn("The sound of the show cannot be played: {}", e.getMessage());
                String trouble = e instanceof Unreadable || e instanceof Refused
                        ? e.getMessage()
                        : "The sound of the show cannot be played; the log has the details.";
                now = new Heard(SILENCE, Sound.SILENCE, null, trouble);
            }
            put(show, now, ask);
            tell(show);
        });
    }

    /** What was read is heard, unless something else was asked for meanwhile; whichever is not heard is closed. */
    private void put(String show, Heard read, long ask) {
        AtomicReference<Heard> left = new AtomicReference<>(read);
        heard.computeIfPresent(show, (s, before) -> {
            if (asked.getOrDefault(show, 0L) != ask) return before;
            left.set(before);
            // A page may have brought its microphone since it was read.
            return read.id().equals(MICROPHONE) ? microphoneNow() : read;
        });
        if (left.get().input() != null) left.get().input().close();
    }

    private Heard microphoneNow() {
        LiveSound now = microphone;
        return new Heard(MICROPHONE, now == null ? Sound.SILENCE : now, null, "");
    }

    private Heard read(String id) throws Unreadable {
        if (id == null) return new Heard(BAND, band(), null, "");
        if (id.equals(SILENCE)) return Heard.NOTHING;
        if (id.equals(MICROPHONE)) return microphoneNow();
        if (id.startsWith(INPUT)) {
            MachineInput input = MachineInput.open(id.substring(INPUT.length()));
            return new Heard(id, input.sound(), input, "");
        }
        Media.Row row = rows.find(id).orElseThrow(() -> new Unreadable("The sound file was removed."));
        return new Heard(id, decoder.sound(media.path(row.hash()), row.name()), null, "");
    }

    void close() {
        keep(Set.of());
    }
}
