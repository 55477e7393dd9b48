package gloaming.look;

import java.util.Map;
import java.util.TreeMap;

/**
 * What a step within an opened kit goes by beside what documents have.
 *
 * @param bends what lanes and hands give its settings goes through, by setting
 * @param speed how fast its own time runs against that of its lane, 0 to 16
 * @param ahead seconds that its own time is ahead
 */
public record Opened(Map<String, Bend> bends, double speed, double ahead) {
    /** A step that stands in no kit. */
    public static final Opened NOTHING = new Opened(Map.of(), 1, 0);

    public Opened {
        bends = Map.copyOf(bends);
    }

    /** With another bend of a setting, or with null without one. */
    Opened with(String setting, Bend bend) {
        Map<String, Bend> changed = new TreeMap<>(bends);
        if (bend == null) changed.remove(setting);
        else changed.put(setting, bend);
        return new Opened(changed, speed, ahead);
    }

    /** Whether its time is another than that of its lane. */
    public boolean hasOwnTime() {
        return speed != 1 || ahead != 0;
    }
}
