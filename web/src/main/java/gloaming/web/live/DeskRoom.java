package gloaming.web.live;

import gloaming.desk.BoundSetting;
import gloaming.desk.Control;
import gloaming.desk.Inbox;
import gloaming.formula.Wrong;
import gloaming.look.Binding;
import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.play.ControlTake;
import gloaming.play.LivePlayer;
import gloaming.step.Catalogue;
import gloaming.step.DeskEditFactory;
import gloaming.web.message.FromPage;
import gloaming.web.message.ToPage;
import gloaming.web.store.OpenLook;
import jakarta.annotation.PreDestroy;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** What pages ask for with their hands on the desk: bindings and learning them, the strip, formulas, beat and ports. */
@Component
class DeskRoom {
    private static final Logger LOG = LoggerFactory.getLogger(DeskRoom.class);
    /** A control is the one that is meant when it moves by this part of its range, or is pressed. */
    private static final double MEANT = 0.04;
    /** A hand that has rested this long has settled. */
    private static final long RESTS_NS = 400_000_000L;

    private static final long SETTLE_MS = 150;

    private static final int LONGEST_KEY = 20;

    /** What the next control that moves is to be bound to. */
    record Learning(OpenLook look, String of, String setting, Map<String, double[]> before) {}

    private final House house;
    private final Devices devices;
    private final Inbox inbox;
    private final DeskEditFactory wishes = new DeskEditFactory(Catalogue.all());
    private final ScheduledExecutorService settling = Executors.newSingleThreadScheduledExecutor(
            Thread.ofPlatform().name("settle").daemon().factory());
    private final Map<BoundSetting, Long> settled = new HashMap<>();
    private volatile Learning learning;
    private volatile String learned = "";

    DeskRoom(House house, Devices devices) {
        this.house = house;
        this.devices = devices;
        inbox = house.inbox();
        inbox.listen(this::heard);
        settling.scheduleWithFixedDelay(this::settle, SETTLE_MS, SETTLE_MS, TimeUnit.MILLISECONDS);
    }

    /** Does what hands ask for that changes no document. */
    void act(OpenLook open, FromPage.Hands act) {
        switch (act) {
            case FromPage.Learn m -> learn(open, m);
            case FromPage.Tap m -> house.tap(open.id);
            case FromPage.Nudge m -> house.beats(open.id, clock -> clock.nudge(Math.clamp(m.by(), -0.5, 0.5)));
            case FromPage.LetGo m -> house.beats(open.id, clock -> clock.letGo());
            case FromPage.Tempo m -> house.beats(open.id, clock -> clock.byHand(m.to()));
            case FromPage.Gain m -> house.sounds().gain(open.showId, m.to());
            case FromPage.Ports m -> devices.choose(new Devices.Kept(m.oscIn(), m.oscOut(), m.clock()));
            case FromPage.LookForPorts m -> devices.midi().look();
            case FromPage.Clear m -> inbox.clear();
            case FromPage.TakeControl m -> {
                LivePlayer player = house.player(open.id);
                if (player != null) player.take(m.on() ? new ControlTake(m.step(), inbox) : null);
            }
            case FromPage.Pad m -> devices.pad(m.what(), m.number(), m.value());
            case FromPage.KeyPress m -> {
                if (m.key().length() <= LONGEST_KEY) inbox.arrive("key " + m.key(), m.down() ? 1 : 0, 0);
            }
            case FromPage.Pointer m -> {
                inbox.arrive("pointer x", m.x(), 0);
                inbox.arrive("pointer y", m.y(), 0);
                if (m.down() != null) inbox.arrive("pointer down", m.down() ? 1 : 0, 0);
            }
        }
    }

    /** Whether a text is a formula in this look, and where it is none. */
    ToPage.Checked check(Look look, FromPage.Check m) {
        String text = m.text();
        try {
            if (m.once())
                return new ToPage.Checked(
                        m.asked(), true, 0, 0, null, wishes.reckon(look, text, m.step(), m.setting()));
            wishes.read(look, text, m.step(), m.setting());
            return new ToPage.Checked(m.asked(), true, 0, 0, null, null);
        } catch (Wrong e) {
            return new ToPage.Checked(m.asked(), false, e.from(), e.to(), e.why(), null);
        } catch (Refused e) {
            return new ToPage.Checked(m.asked(), false, 0, text.length(), e.getMessage(), null);
        }
    }

    private void learn(OpenLook open, FromPage.Learn m) {
        learned = "";
        if (m.of() == null || m.setting() == null) {
            learning = null;
            return;
        }
        Map<String, double[]> before = new HashMap<>();
        for (Control control : inbox.controls()) {
            before.put(control.name(), new double[] {control.value(), control.presses()});
        }
        learning = new Learning(open, m.of(), m.setting(), before);
    }

    /** The setting that waits for a control, as "step setting", or empty. */
    String waiting() {
        Learning now = learning;
        return now == null ? "" : now.of + " " + now.setting;
    }

    /** What came of the last learning that could not be, or empty. */
    String learned() {
        return learned;
    }

    /** A value has come from a control, on the device's thread. */
    private void heard(Control control) {
        Learning now = learning;
        if (now == null) return;
        double[] before = now.before.get(control.name());
        if (before == null) {
            // Its first value tells where it stands, unless it is a press.
            if (control.presses() == 0 && control.count() < 2) return;
            before = new double[] {control.least(), 0};
        }
        double span = Math.max(1e-9, control.most() - control.least());
        boolean pressed = control.presses() > before[1] && control.value() > 0;
        if (!pressed
                && Math.abs(control.value() - before[0])
                        < MEANT * Math.max(span, control.name().startsWith("midi ") ? 1 : span)) return;
        learning = null;
        // The document is written to by another thread: a device does not wait for it.
        settling.execute(() -> bind(now, control));
    }

    private void bind(Learning now, Control control) {
        try {
            Edit edit = wishes.bind(now.look.look(), control.name(), control, now.of, now.setting);
            house.edits().edit(now.look, edit);
            learned = "";
        } catch (Refused e) {
            learned = e.getMessage();
        } catch (RuntimeException e) {
            LOG.warn("A control could not be bound.", e);
        }
    }

    /** Writes into the document what hands have left where it is, and tells the inbox which controls are bound. */
    private void settle() {
        try {
            Set<String> bound = new HashSet<>(house.expected());
            Set<BoundSetting> held = new HashSet<>();
            for (OpenLook open : house.looks()) {
                open.look().desk().bindings().stream().map(Binding::control).forEach(bound::add);
                LivePlayer player = house.player(open.id);
                if (player == null) continue;
                held.addAll(player.readings().held());
                settle(open, player);
            }
            inbox.bound(bound);
            settled.keySet().retainAll(held);
        } catch (Refused e) {
            // What was in the hand has just been removed.
            LOG.debug("A hand's value has no place any more: {}", e.getMessage());
        } catch (RuntimeException e) {
            LOG.warn("What a hand left could not be written down.", e);
        }
    }

    private void settle(OpenLook open, LivePlayer player) {
        Look look = open.look();
        long now = System.nanoTime();
        for (BoundSetting grasp : player.readings().held()) {
            double held = grasp.held();
            long moved = grasp.movedNanos();
            if (Double.isNaN(held) || now - moved < RESTS_NS || settled.getOrDefault(grasp, 0L) == moved) continue;
            settled.put(grasp, moved);
            Edit edit = wishes.settle(look, grasp.binding(), grasp.of(), grasp.setting(), held);
            if (gloaming.look.Edits.apply(look, edit).equals(look)) continue;
            grasp.writing(held);
            look = open.apply(edit, 0);
            house.edits().refresh(open);
        }
    }

    @PreDestroy
    void stop() {
        inbox.listen(null);
        settling.shutdownNow();
    }
}
