package gloaming.web.live;

import gloaming.desk.Control;
import gloaming.desk.Inbox;
import gloaming.play.AudioMeter;
import gloaming.web.message.ToPage;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Puts together what pages of the desk are told. */
@Component
class DeskMessages {
    /** Controls in one message; the others follow with the next. */
    private static final int MOST = 64;

    private static final int PADS = 16;
    /** The note of the first pad. */
    private static final int LOWEST_PAD = 36;
    /** Values that the line of a control shows. */
    private static final int SHOWN = 32;

    private static final long SILENT_NS = 2_000_000_000L;

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
    ToPage.Ears ears(AudioMeter ears) {
        List<ToPage.Hop> hops = new ArrayList<>(ears.count);
        for (int i = 0; i < ears.count; i++) {
            hops.add(new ToPage.Hop(
                    round(ears.lows[i], 1000),
                    round(ears.highs[i], 1000),
                    round(ears.onsets[i], 100),
                    (ears.marks[i] & 1) != 0,
                    (ears.marks[i] & 2) != 0));
        }
        List<Double> bands = new ArrayList<>(ears.spectrum.length);
        for (float band : ears.spectrum) bands.add(round(band, 1));
        return new ToPage.Ears(
                round(ears.loudness, 10), round(ears.takePeak(), 1000), Math.rint(ears.centroid), hops, bands);
    }

    /** The controls from which something came since the page was told last, which of them are gone, and how the ports are. */
    ToPage.Desk arrivals(Map<String, Long> knows) {
        List<ToPage.Arrival> controls = new ArrayList<>();
        long now = System.nanoTime();
        for (Control control : inbox.controls()) {
            long state = control.count() * 2 + (control.bound() ? 1 : 0);
            Long told = knows.get(control.name());
            boolean silent = now - control.lastNanos() > SILENT_NS;
            if (controls.size() >= MOST || told != null && told == state && silent) continue;
            knows.put(control.name(), state);
            controls.add(arrival(control, now));
        }
        List<String> gone = new ArrayList<>();
        knows.keySet().removeIf(name -> {
            boolean is = inbox.find(name) == null;
            if (is) gone.add(name);
            return is;
        });
        List<Integer> lit = new ArrayList<>(PADS);
        for (int i = 0; i < PADS; i++) lit.add(devices.lit(LOWEST_PAD + i));
        return new ToPage.Desk(
                inbox.arrived(), inbox.dropped(), controls, gone, room.waiting(), room.learned(), ports(), lit);
    }

    private ToPage.Arrival arrival(Control control, long now) {
        boolean any = control.count() > 0;
        int n = control.recent(recent);
        List<Double> line = new ArrayList<>();
        for (int i = Math.max(0, n - SHOWN); i < n; i++) line.add(round(recent[i], 1000));
        return new ToPage.Arrival(
                control.name(),
                control.bound(),
                control.count(),
                round(control.value(), 10_000),
                round(control.rate(now), 10),
                any ? round(control.least(), 10_000) : 0,
                any ? round(control.most(), 10_000) : 0,
                any ? Math.rint((now - control.lastNanos()) / 1e6) : -1,
                line);
    }

    private ToPage.Ports ports() {
        Devices.Kept kept = devices.kept();
        var osc = devices.osc();
        return new ToPage.Ports(
                devices.oscPort(),
                kept.oscIn(),
                kept.oscOut(),
                kept.clock(),
                devices.trouble(),
                osc == null ? 0 : osc.in().packets(),
                osc == null ? 0 : osc.in().malformed(),
                osc == null ? null : osc.in().lastFault(),
                devices.midi().ins().stream()
                        .map(in -> new ToPage.MidiPort(in.port(), in.messages()))
                        .toList(),
                List.copyOf(devices.midi().outs()),
                List.copyOf(devices.midi().troubles()));
    }

    private static double round(double value, double parts) {
        return Double.isFinite(value) ? Math.rint(value * parts) / parts : 0;
    }
}
