package gloaming.play;

import gloaming.desk.Control;
import gloaming.flow.Picture;
import gloaming.library.CameraLatch;
import gloaming.library.Library;
import gloaming.library.LiveCamera;
import gloaming.look.Look;
import gloaming.sound.HeardLive;
import gloaming.sound.LiveSound;
import gloaming.sound.Louder;
import gloaming.sound.Sound;
import gloaming.tape.Tape;
import java.util.BitSet;
import java.util.List;

/** Writes down what the frames of a player depend on; only the frame's thread uses it. */
final class FrameTape {
    private final LivePlayer live;
    private final Player player;
    private final Tape tape;
    /** Whether the beat was moved by others than itself since the frame before. */
    private boolean moved;

    /** The sound that was told last. */
    private Sound told;

    /** Which lanes were watched in the frame before, by their places in these. */
    private final BitSet watched = new BitSet();

    private List<LaneRun> watchedOf;
    private long printed;
    /** What comes in live as it stands in this frame, or null; of what was asked for, and as it is heard. */
    private HeardLive latched;

    private Sound latchedOf;
    private Sound heard;
    /** The camera as it stands in this frame, and what was told of it last. */
    private CameraLatch camera = new CameraLatch(Library.EMPTY);

    private long toldPicture;
    private boolean toldComes;

    FrameTape(LivePlayer live, Player player) {
        this.live = live;
        this.player = player;
        tape = live.tape;
    }

    /** Takes up what came in since the frame before; what comes while a frame is made comes with the next one. */
    void takeUp() {
        player.inbox.follow(live.inbox(), tape);
    }

    /** From here on it is not the same again. */
    void broken() {
        tape.broken();
    }

    /** The beat was moved. */
    void moved() {
        moved = true;
    }

    /** All memory is forgotten. */
    void forget() {
        tape.forget();
    }

    void look(Look look, boolean anew, Glide glide) {
        if (glide == null) tape.look(look, anew, 0, false, 0, 0);
        else tape.look(look, anew, glide.time(), glide.beats(), glide.way().ordinal(), glide.ahead());
    }

    /** What is heard in the next frame: of what comes in live, that which has come. */
    Sound hears(Sound asked) {
        if (!(asked.source() instanceof LiveSound comes)) {
            latched = null;
            return asked;
        }
        if (asked != latchedOf || latched == null) {
            latched = new HeardLive(comes);
            latchedOf = asked;
            heard = asked instanceof Louder louder ? new Louder(latched, louder.factor()) : latched;
        }
        latched.latch();
        return heard;
    }

    /** What was brought in, as it stands in the next frame: the camera shows one picture to all. */
    Library sees(Library asked) {
        if (!camera.isOf(asked)) camera = new CameraLatch(asked);
        camera.latch();
        return camera;
    }

    /** A frame is made now, at a moment and a size, with what is heard and looked at. */
    void frame(long nanos, Moment at, int width, int height, Sound sound, Look playing, Onlooker eyes) {
        if (tape.asked()) {
            tape.fromTheMiddle();
            look(playing, true, null);
            for (Control control : player.inbox.controls()) tape.stands(control);
            moved = true;
            told = null;
            toldPicture = -1;
            watchedOf = null;
        }
        if (sound != told) {
            told = sound;
            tape.sound(told);
        }
        if (latched != null) tape.heard(latched.index(), latched.comes());
        saw(camera.camera().now());
        if (moved) tape.beats(player.beats());
        moved = false;
        watching(eyes);
        tape.frame(nanos, at.index(), at.time(), at.dt(), at.sound(), width, height, player.isSparing(), eyes.sees());
    }

    private void saw(LiveCamera.Seen seen) {
        if (seen.number() == toldPicture && seen.comes() == toldComes) return;
        toldPicture = seen.number();
        toldComes = seen.comes();
        tape.saw(toldPicture, toldComes);
    }

    private void watching(Onlooker eyes) {
        List<LaneRun> lanes = player.plan().lanes;
        boolean same = watchedOf == lanes;
        for (int i = 0; i < lanes.size(); i++) {
            boolean is = eyes.watches(lanes.get(i).lane.id());
            same &= watched.get(i) == is;
            watched.set(i, is);
        }
        if (same) return;
        watchedOf = lanes;
        tape.watched(watched.stream()
                .filter(i -> i < lanes.size())
                .mapToObj(i -> lanes.get(i).lane.id())
                .toList());
    }

    /** Now and then what the picture of a frame came to is written down too. */
    void print(long nanos, Picture mix) {
        if (nanos - printed < live.printsEvery) return;
        printed = nanos;
        tape.print(Print.of(mix));
    }
}
