package gloaming.web.live;

import gloaming.curve.Key;
import gloaming.desk.BoundSetting;
import gloaming.desk.Control;
import gloaming.desk.Inbox;
import gloaming.formula.Formula;
import gloaming.formula.Wrong;
import gloaming.look.Binding;
import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.play.LivePlayer;
import gloaming.step.Catalogue;
import gloaming.step.DeskEditFactory;
import gloaming.web.store.OpenLook;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What pages ask for with their hands on the desk: bindings and learning them, the strip, formulas, beat and ports. */
@Component
class DeskRoom {
    private static final Logger LOG = LoggerFactory.getLogger(DeskRoom.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** A control is the one that is meant when it moves by this part of its range, or is pressed. */
    private static final double MEANT = 0.04;
    /** A hand that has rested this long has settled. */
    private static final long RESTS_NS = 400_000_000L;

    private static final long SETTLE_MS = 150;

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

    /** The edit that a message of a page asks for, or null where it asked for something else that was done. */
    Edit edit(OpenLook open, JsonNode m) {
        Look look = open.look();
        return switch (LiveSocket.text(m, "do")) {
            case "bind" -> {
                String control = LiveSocket.text(m, "control");
                yield wishes.bind(
                        look, control, inbox.find(control), LiveSocket.text(m, "of"), LiveSocket.text(m, "setting"));
            }
            case "unbind" -> wishes.unbind(look, LiveSocket.text(m, "binding"));
            case "change-binding" -> wishes.change(look, JSON.treeToValue(m.path("binding"), Binding.class));
            case "lift" -> wishes.lift(look, LiveSocket.text(m, "of"), LiveSocket.text(m, "setting"));
            case "arrange" ->
                wishes.arrange(
                        look,
                        LiveSocket.text(m, "of"),
                        LiveSocket.text(m, "setting"),
                        m.hasNonNull("name") ? LiveSocket.text(m, "name") : null,
                        m.hasNonNull("low") ? (Double) m.path("low").asDouble() : null,
                        m.hasNonNull("high") ? (Double) m.path("high").asDouble() : null,
                        m.path("place").asInt(-1));
            case "formula" ->
                formula(
                        look,
                        LiveSocket.text(m, "step"),
                        LiveSocket.text(m, "setting"),
                        m.hasNonNull("text") ? LiveSocket.text(m, "text") : null);
            default -> null;
        };
    }

    private Edit formula(Look look, String step, String setting, String text) {
        try {
            return wishes.formula(look, step, setting, text);
        } catch (Wrong e) {
            throw new Refused(e.getMessage());
        }
    }

    /** The edit that puts the keys of a message into a curve. */
    Edit keys(Look look, JsonNode m) {
        List<Key> keys = new ArrayList<>();
        for (JsonNode key : m.path("keys")) keys.add(JSON.treeToValue(key, Key.class));
        return wishes.keys(look, LiveSocket.text(m, "step"), LiveSocket.text(m, "setting"), keys);
    }

    /** Does what changes no document; false where it knows nothing of it. */
    boolean act(OpenLook open, JsonNode m) {
        switch (LiveSocket.text(m, "do")) {
            case "learn" -> learn(open, m);
            case "tap" -> house.tap(open.id);
            case "nudge" -> {
                double by = Math.clamp(m.path("by").asDouble(0), -0.5, 0.5);
                house.beats(open.id, clock -> clock.nudge(by));
            }
            case "let-go" -> house.beats(open.id, clock -> clock.letGo());
            case "tempo" -> {
                double to = m.path("to").asDouble(120);
                house.beats(open.id, clock -> clock.byHand(to));
            }
            case "gain" -> house.gain(open.showId, m.path("to").asDouble(0));
            case "ports" -> devices.choose(JSON.treeToValue(m.path("ports"), Devices.Kept.class));
            case "look-for-ports" -> devices.midi().look();
            case "clear" -> inbox.clear();
            case "pad" ->
                devices.pad(
                        LiveSocket.text(m, "what"),
                        m.path("number").asInt(0),
                        m.path("value").asInt(0));
            case "key" -> {
                String key = LiveSocket.text(m, "key");
                if (key.length() <= 20)
                    inbox.arrive("key " + key, m.path("down").asBoolean(false) ? 1 : 0, 0);
            }
            case "pointer" -> {
                inbox.arrive("pointer x", m.path("x").asDouble(0), 0);
                inbox.arrive("pointer y", m.path("y").asDouble(0), 0);
                if (m.has("down")) inbox.arrive("pointer down", m.path("down").asBoolean() ? 1 : 0, 0);
            }
            default -> {
                return false;
            }
        }
        return true;
    }

    /** Whether a text is a formula in this look, and where it is none. */
    String checked(OpenLook open, JsonNode m) {
        String text = LiveSocket.text(m, "text");
        var answer = JSON.createObjectNode();
        answer.put("is", "checked").put("asked", m.path("asked").asLong(0));
        try {
            Formula formula = wishes.read(open.look(), text);
            answer.put("ok", true);
            if (formula.lanes().isEmpty() && m.path("once").asBoolean(false)) answer.put("value", Formula.reckon(text));
        } catch (Wrong e) {
            answer.put("ok", false).put("from", e.from()).put("to", e.to()).put("says", e.why());
        } catch (Refused e) {
            answer.put("ok", false).put("from", 0).put("to", text.length()).put("says", e.getMessage());
        }
        return answer.toString();
    }

    private void learn(OpenLook open, JsonNode m) {
        learned = "";
        if (!m.hasNonNull("setting")) {
            learning = null;
            return;
        }
        Map<String, double[]> before = new HashMap<>();
        for (Control control : inbox.controls()) {
            before.put(control.name(), new double[] {control.value(), control.presses()});
        }
        learning = new Learning(open, LiveSocket.text(m, "of"), LiveSocket.text(m, "setting"), before);
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
            house.refresh(now.look, now.look.apply(edit, 0));
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
            Set<String> bound = new HashSet<>();
            Set<BoundSetting> held = new HashSet<>();
            for (OpenLook open : house.looks()) {
                open.look().desk().bindings().stream().map(Binding::control).forEach(bound::add);
                LivePlayer player = house.player(open.id);
                if (player == null) continue;
                held.addAll(player.held());
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
        for (BoundSetting grasp : player.held()) {
            double held = grasp.held();
            long moved = grasp.movedNanos();
            if (Double.isNaN(held) || now - moved < RESTS_NS || settled.getOrDefault(grasp, 0L) == moved) continue;
            settled.put(grasp, moved);
            Edit edit = wishes.settle(look, grasp.of(), grasp.setting(), held);
            if (gloaming.look.Edits.apply(look, edit).equals(look)) continue;
            look = open.apply(edit, 0);
            house.refresh(open, look);
        }
    }

    @PreDestroy
    void stop() {
        inbox.listen(null);
        settling.shutdownNow();
    }
}
