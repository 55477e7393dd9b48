package gloaming.web.live;

import gloaming.look.Binding;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.sound.BeatClock;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;

/** What controls of a look do beside moving settings: snapshots, the beat, the light, a take. */
final class BoundActs {
    private final House house;
    private final Shows shows;

    BoundActs(House house, Shows shows) {
        this.house = house;
        this.shows = shows;
    }

    /** Does what a control was pressed for; called on a frame's thread. */
    void act(OpenLook look, Binding binding) {
        if (binding.setting().startsWith(Snapshots.CALL)) {
            String id = binding.setting().substring(Snapshots.CALL.length());
            Thread.ofVirtual().name("recall").start(() -> recalled(look, id));
            return;
        }
        boolean air = house.onAir() == look;
        switch (Binding.Act.of(binding.setting())) {
            case TAP -> house.tap(look.id);
            case LET_GO -> house.beats(look.id, BeatClock::letGo);
            // A look at a bench does nothing to what the audience sees but come on air.
            case BLACKOUT -> {
                if (air) house.programme().light().turn(0);
            }
            case FADE -> {
                if (air) house.programme().light().turn(2);
            }
            case TAKE -> {
                if (!air)
                    Thread.ofVirtual()
                            .name("take")
                            .start(() -> shows.look(look.id).ifPresent(house::take));
            }
            case null, default -> {}
        }
    }

    private void recalled(OpenLook look, String id) {
        try {
            house.edits().recall(look, id, 0, OpenLook.Origin.NONE);
        } catch (Refused e) {
            // The snapshot is gone, or all is so already: a pad that is pressed again does no harm.
            return;
        }
    }
}
