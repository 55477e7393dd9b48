package gloaming.web.live;

import gloaming.desk.Control;
import gloaming.desk.Inbox;
import java.util.HashMap;
import java.util.Map;

/** Which controls were pressed since they were looked at last; what they did before anybody waited for them does not count. */
final class Presses {
    private final Inbox inbox;
    private final Map<String, Long> known = new HashMap<>();

    Presses(Inbox inbox) {
        this.inbox = inbox;
    }

    /** Whether a control was pressed since this was asked of it last. */
    boolean of(String name) {
        Control control = inbox.find(name);
        if (control == null) {
            known.putIfAbsent(name, 0L);
            return false;
        }
        long now = control.presses();
        Long before = known.put(name, now);
        return before != null && now > before;
    }

    void forget() {
        known.clear();
    }
}
