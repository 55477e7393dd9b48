package gloaming.play;

import gloaming.library.Library;
import gloaming.look.Look;
import gloaming.sound.Sound;

/**
 * All that is asked of a player that plays in real time; the frame takes it up as a whole when it begins.
 *
 * @param plays what it plays, or null for nothing
 * @param number how many other looks were shown before it
 * @param rewinds how often it was asked to begin anew
 * @param scale the part of the look's size that was chosen by hand, or 0
 * @param leader whose sound and beat it goes by, or null for its own
 * @param first who is served before it, or null when it is on air itself
 * @param placing where in time it goes on, or null; taken up once
 * @param glide how settings come to where the look has them; taken up once
 */
record Request(
        Opening plays,
        int number,
        int rewinds,
        boolean paused,
        double scale,
        Sound sound,
        Library library,
        LivePlayer leader,
        LivePlayer first,
        Placing placing,
        Glide glide) {

    /**
     * Another place in time.
     *
     * @param time seconds of the look, which then begins with all memory anew; not a number leaves it
     * @param sound seconds of what is heard; not a number leaves it
     * @param lead seconds before {@code time} from which on it is gone through, so that what remembers is as it would be
     */
    record Placing(double time, double sound, double lead) {}

    static final Request NOTHING =
            new Request(null, 0, 0, false, 0, Sound.SILENCE, Library.EMPTY, null, null, null, null);

    /** What it plays, as it was given, or null for nothing. */
    Look look() {
        return plays == null ? null : plays.written;
    }

    Request show(Opening other) {
        int next = plays == null ? 0 : number + 1;
        return new Request(other, next, rewinds, paused, scale, sound, library, leader, first, placing, glide);
    }

    /** A glide that no frame has taken up yet is not lost by another edit; one that has is known by being the same. */
    Request change(Opening edited, Glide by) {
        return new Request(
                edited,
                number,
                rewinds,
                paused,
                scale,
                sound,
                library,
                leader,
                first,
                placing,
                by == null ? glide : by);
    }

    Request rewind() {
        return new Request(plays, number, rewinds + 1, paused, scale, sound, library, leader, first, placing, glide);
    }

    Request place(Placing at) {
        return new Request(plays, number, rewinds, paused, scale, sound, library, leader, first, at, glide);
    }

    Request pause(boolean on) {
        return new Request(plays, number, rewinds, on, scale, sound, library, leader, first, placing, glide);
    }

    Request scale(double byHand) {
        return new Request(plays, number, rewinds, paused, byHand, sound, library, leader, first, placing, glide);
    }

    Request hear(Sound other) {
        return new Request(plays, number, rewinds, paused, scale, other, library, leader, first, placing, glide);
    }

    Request library(Library other) {
        return new Request(plays, number, rewinds, paused, scale, sound, other, leader, first, placing, glide);
    }

    Request places(LivePlayer leads, LivePlayer served) {
        return new Request(plays, number, rewinds, paused, scale, sound, library, leads, served, placing, glide);
    }

    /** Whether who plays by this goes on so by another: the same look, as it is set, from where it is in time. */
    boolean goesOnAs(Request other) {
        return likewise(other) && rewinds == other.rewinds && placing == other.placing;
    }

    /** Whether another takes the same look, as it is set, to its beginning once more. */
    boolean beginsAnewAs(Request other) {
        return likewise(other) && placing != other.placing && other.placing.time == 0;
    }

    private boolean likewise(Request other) {
        return plays == other.plays && number == other.number && library == other.library;
    }

    /** Whether an audience sees it. */
    boolean onAir() {
        return first == null;
    }
}
