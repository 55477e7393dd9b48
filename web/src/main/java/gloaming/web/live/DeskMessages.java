package gloaming.web.live;

import gloaming.desk.Control;
import gloaming.desk.Inbox;
import gloaming.desk.MidiIn;
import gloaming.play.AudioMeter;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What pages of the desk are told, as JSON. */
@Component
class DeskMessages {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Controls in one message; the others follow with the next. */
    private static final int MOST = 64;

    private static final int PADS = 16;

    private final Devices devices;
    private final DeskRoom room;
    private final Inbox inbox;
    /** Only the courier's thread writes messages. */
    private final float[] recent = new float[Control.RECENT];

    DeskMessages(House house, Devices devices, DeskRoom room) {
        this.devices = devices;
        this.room = room;
        inbox = house.inbox();
    }

    /** What was heard since the last time. */
    String ears(AudioMeter ears) {
        ObjectNode o = JSON.createObjectNode();
        o.put("is", "ears").put("loudness", round(ears.loudness, 10)).put("peak", round(ears.takePeak(), 1000));
        o.put("centroid", Math.rint(ears.centroid));
        ArrayNode hops = o.putArray("hops");
        for (int i = 0; i < ears.count; i++) {
            hops.addArray()
                    .add(round(ears.lows[i], 1000))
                    .add(round(ears.highs[i], 1000))
                    .add(round(ears.onsets[i], 100))
                    .add(ears.marks[i]);
        }
        ArrayNode bands = o.putArray("bands");
        for (float band : ears.spectrum) bands.add(Math.rint(band));
        return o.toString();
    }

    /** The controls from which something came since the page was told last, which of them are gone, and how the ports are. */
    String arrivals(Map<String, Long> knows) {
        ObjectNode o = JSON.createObjectNode();
        o.put("is", "desk").put("arrived", inbox.arrived()).put("dropped", inbox.dropped());
        long now = System.nanoTime();
        ArrayNode list = o.putArray("controls");
        for (Control control : inbox.controls()) {
            long state = control.count() * 2 + (control.bound() ? 1 : 0);
            Long told = knows.get(control.name());
            boolean silent = now - control.lastNanos() > 2_000_000_000L;
            if (list.size() >= MOST || told != null && told == state && silent) continue;
            knows.put(control.name(), state);
            list.add(row(control, now));
        }
        ArrayNode gone = o.putArray("gone");
        knows.keySet().removeIf(name -> {
            boolean is = inbox.find(name) == null;
            if (is) gone.add(name);
            return is;
        });
        o.put("waiting", room.waiting()).put("learned", room.learned());
        o.set("ports", ports());
        ArrayNode lit = o.putArray("lit");
        for (int i = 0; i < PADS; i++) lit.add(devices.lit(36 + i));
        return o.toString();
    }

    private ObjectNode row(Control control, long now) {
        ObjectNode row = JSON.createObjectNode();
        boolean any = control.count() > 0;
        row.put("name", control.name()).put("bound", control.bound()).put("count", control.count());
        row.put("value", round(control.value(), 10_000)).put("rate", round(control.rate(now), 10));
        row.put("least", any ? round(control.least(), 10_000) : 0).put("most", any ? round(control.most(), 10_000) : 0);
        row.put("ago", any ? Math.rint((now - control.lastNanos()) / 1e6) : -1);
        ArrayNode line = row.putArray("line");
        int n = control.recent(recent);
        for (int i = Math.max(0, n - 32); i < n; i++) line.add(round(recent[i], 1000));
        return row;
    }

    private ObjectNode ports() {
        ObjectNode ports = JSON.createObjectNode();
        Devices.Kept kept = devices.kept();
        ports.put("osc", devices.oscPort()).put("oscIn", kept.oscIn()).put("oscOut", kept.oscOut());
        ports.put("clock", kept.clock()).put("trouble", devices.trouble());
        if (devices.osc() != null) {
            ports.put("packets", devices.osc().in().packets())
                    .put("malformed", devices.osc().in().malformed())
                    .put("fault", devices.osc().in().lastFault());
        }
        ArrayNode midi = ports.putArray("midi");
        for (MidiIn in : devices.midi().ins())
            midi.addObject().put("port", in.port()).put("messages", in.messages());
        ArrayNode outs = ports.putArray("outs");
        devices.midi().outs().forEach(outs::add);
        ArrayNode troubles = ports.putArray("midiTroubles");
        devices.midi().troubles().forEach(troubles::add);
        return ports;
    }

    private static double round(double value, double parts) {
        return Double.isFinite(value) ? Math.rint(value * parts) / parts : 0;
    }
}
