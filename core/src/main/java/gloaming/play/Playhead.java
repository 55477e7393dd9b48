package gloaming.play;

import gloaming.look.Look;
import gloaming.sound.Sound;
import java.util.List;

/** Which look a player is at and where in it: what is asked of it is taken up here, between two frames. */
final class Playhead {
    /** Seconds by which the sound may be behind and was not taken back. */
    private static final double LEAP = 0.5;
    /** Nanoseconds for which it goes through what led to a place in time. */
    private static final long MOST_LEAD_NS = 1_500_000_000;

    private final LivePlayer live;
    private final Player player;
    private final ScaleKeeper keeper;
    private final FrameTape tape;
    /** Ends the work of whoever was abandoned. */
    private final Runnable mustGoOn;

    private Look look;
    /** The glide that was taken up last. */
    private Glide glided;

    /** The place in time that was taken up last. */
    private Request.Placing placed;

    private int shown;
    private int rewound;
    private long frame;

    /** One that goes on at frame {@code frame}. */
    Playhead(LivePlayer live, Player player, ScaleKeeper keeper, FrameTape tape, Runnable mustGoOn, long frame) {
        this.live = live;
        this.player = player;
        this.keeper = keeper;
        this.tape = tape;
        this.mustGoOn = mustGoOn;
        this.frame = frame;
        rewound = live.request().rewinds();
        placed = frame == 0 ? null : live.request().placing();
    }

    /** Goes on with the look that another stood at; the player is its player's successor. */
    void goOn(Playhead stands) {
        look = stands.look;
        shown = stands.shown;
        planned();
    }

    Look look() {
        return look;
    }

    long frame() {
        return frame;
    }

    private void planned() {
        live.readings.board = new FrameStats(player.plan());
        live.readings.held = List.copyOf(player.plan().held);
    }

    /** Takes up what is asked for: a look or how it is now, its start, another place in time. */
    void take(Request now) {
        if (now.look() != look) look(now);
        place(now.placing());
        if (now.rewinds() == rewound) return;
        rewound = now.rewinds();
        player.rewind(now.leader() == null);
        tape.forget();
        tape.moved();
        planned();
        live.readings.pace.time = 0;
        if (now.leader() == null) live.readings.pace.sound = 0;
        frame = 0;
    }

    private void look(Request now) {
        // Another look's steps may have the same ids; what they remember is not this one's.
        boolean anew = now.number() != shown || look == null;
        Glide glide = anew || now.glide() == glided ? null : now.glide();
        look = now.look();
        if (anew) {
            player.begin(now.plays());
            keeper.another();
        } else {
            player.load(now.plays(), glide);
            keeper.edited();
        }
        tape.look(look, anew, glide);
        shown = now.number();
        glided = now.glide();
        planned();
    }

    private void place(Request.Placing at) {
        if (at == placed) return;
        placed = at;
        if (!Double.isNaN(at.time())) {
            player.rewind(false);
            tape.forget();
            planned();
            live.readings.pace.time = at.time();
            frame = Math.round(at.time() * look.rate());
            if (at.lead() > 0) goThrough(at);
        }
        if (!Double.isNaN(at.sound())) {
            live.readings.pace.sound = at.sound();
            player.beats().leap(at.sound());
            tape.moved();
        }
    }

    /** Lets all that moves go through what led to a place in time, unseen and as fast as it goes. */
    private void goThrough(Request.Placing at) {
        double[] beat = player.beats().state();
        double sound = Double.isNaN(at.sound()) ? live.readings.pace.sound : at.sound();
        Request now = live.request();
        double dt = 1 / look.rate();
        long end = System.nanoTime() + MOST_LEAD_NS;
        long to = frame;
        for (long i = Math.max(0, to - Math.round(at.lead() * look.rate())); i < to; i++) {
            if (System.nanoTime() > end) {
                tape.broken();
                break;
            }
            double time = i * dt;
            double heard = Math.max(0, sound - at.time() + time);
            int width = Math.max(1, (int) Math.round(look.width() * live.readings.pace.scale));
            int height = Math.max(1, (int) Math.round(look.height() * live.readings.pace.scale));
            Moment then = new Moment(i, time, dt, heard);
            Sound sounds = tape.hears(now.sound());
            tape.frame(System.nanoTime(), then, width, height, sounds, look, Onlooker.UNSEEN);
            player.play(then, width, height, sounds, Onlooker.UNSEEN);
            mustGoOn.run();
        }
        player.beats().state(beat);
        tape.moved();
    }

    /** Goes by the sound of whoever leads. */
    void hear(Request now) {
        if (now.leader() == null || now.paused()) return;
        double leads = now.leader().readings().now();
        // It was taken to its start, or to another place.
        if (leads < live.readings.pace.sound - LEAP && leads < LEAP) {
            player.beats().rewind();
            tape.moved();
        } else if (Math.abs(leads - live.readings.pace.sound) > LEAP) {
            player.beats().leap(leads);
            tape.moved();
        }
        live.readings.pace.sound = leads;
    }

    /** A frame is made: on by {@code steps} frames, which last {@code dt} seconds. */
    void advance(long steps, double dt) {
        live.readings.pace.time += dt;
        live.readings.pace.sound += dt;
        frame += steps;
    }
}
