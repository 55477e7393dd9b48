package gloaming.web.page;

import gloaming.look.Refused;
import gloaming.play.LivePlayer;
import gloaming.sound.Sound;
import gloaming.sound.SoundShape;
import gloaming.web.live.House;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The shapes of sounds, for pages that draw something over time. */
@RestController
class SoundShapes {
    private static final int PIECES = 2_000;

    /** @param shape 0 to 255 for each of some even pieces of its length; none of what comes in live */
    record Shaped(String name, double seconds, int[] shape) {}

    private final House house;

    SoundShapes(House house) {
        this.house = house;
    }

    /** Of what a look hears now. */
    @GetMapping("/looks/{id}/sound.json")
    Shaped of(@PathVariable String id) {
        LivePlayer player = house.player(id);
        if (player == null) throw new Refused("That look does not play, so it hears nothing.");
        Sound sound = player.sound();
        return new Shaped(sound.name(), sound.seconds(), SoundShape.of(sound, PIECES));
    }
}
