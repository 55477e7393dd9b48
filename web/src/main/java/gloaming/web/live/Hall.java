package gloaming.web.live;

import gloaming.web.store.OpenLook;
import java.util.List;

/** What benches and takes ask of the house: players that begin, change places and end. */
interface Hall {
    /** A player that begins with a look, at a bench for now. */
    Players.Playing begin(OpenLook look);

    /** It is at a bench, and gives way to what is on air. */
    void place(Players.Playing bench);

    /** It comes on air now, and hears what its show hears. */
    void airs(Players.Playing next);

    /** Whether somebody works on a look, or it is to come next. */
    boolean wants(String look);

    /** Whether a change that is on its way needs it still. */
    boolean holds(Players.Playing bench);

    /** Ends players that nobody needs any more; waits for nobody. */
    void end(List<Players.Playing> gone);
}
