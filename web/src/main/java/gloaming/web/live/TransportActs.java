package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.play.LivePlayer;
import gloaming.play.OutputFader;
import gloaming.web.message.FromPage;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import org.springframework.stereotype.Component;

/** Takes, pause, rewind, size, light and sound, as a page asks for them; all but light and takes are of the page's own look. */
@Component
class TransportActs {
    private final House house;
    private final Shows shows;

    TransportActs(House house, Shows shows) {
        this.house = house;
        this.shows = shows;
    }

    void act(OpenLook open, FromPage.Transport act) {
        switch (act) {
            case FromPage.Take m ->
                house.take(
                        shows.look(m.look() == null ? open.id : m.look())
                                .orElseThrow(() -> new Refused("That look is not there any more.")),
                        m.seconds());
            // Without a value it turns round what is so now: a page knows that a moment late, and two quick presses
            // must not come to one.
            case FromPage.Pause m -> {
                if (m.on() == null) own(open).turnPause();
                else own(open).pause(m.on());
            }
            case FromPage.Rewind m -> own(open).rewind();
            case FromPage.Scale m -> house.scale(open, m.to());
            case FromPage.Fade m -> {
                OutputFader light = house.programme().light();
                light.fade(m.to() != null ? m.to() : light.wanted() < 0.5 ? 1 : 0, m.seconds());
            }
            case FromPage.Sound m -> house.sounds().choose(open.showId, m.sound());
        }
    }

    private LivePlayer own(OpenLook open) {
        LivePlayer own = house.player(open.id);
        if (own == null) throw new Refused("This look does not play; " + Benches.MOST + " others do at benches.");
        return own;
    }
}
