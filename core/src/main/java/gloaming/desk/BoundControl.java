package gloaming.desk;

import gloaming.look.Binding;

/** One binding at work: turns what its control did since the last frame into a value for the setting. */
public final class BoundControl {
    /** How near counts as there, as a part of the binding's range. */
    private static final double NEAR = 0.02;

    private final Binding binding;
    private final Control control;
    private long seen;
    private long pressed;
    private double turned;
    private boolean holds;
    private boolean down;
    private double target = Double.NaN;
    private boolean moved;
    private long presses;

    /** What has come before is not taken for a move. */
    public BoundControl(Binding binding, Inbox inbox) {
        this.binding = binding;
        Control known = inbox.expect(binding.control());
        control = known == null ? new Control(binding.control()) : known;
        seen = control.count();
        pressed = control.presses();
        turned = control.turned();
        // Where the control stands is known; from there it may pass by the setting.
        if (seen > 0) target = binding.map(control.value());
    }

    public Binding binding() {
        return binding;
    }

    /**
     * Takes in what came since the frame before, given the setting's present value. Returns whether the control has a say about the setting
     * now; the value is then {@link #target}.
     */
    boolean advance(double present) {
        long before = seen;
        seen = control.count();
        boolean arrived = seen != before;
        presses = control.presses() - pressed;
        pressed += presses;
        double turn = control.turned() - turned;
        turned += turn;
        moved = false;
        return switch (binding.mode()) {
            case VALUE -> follow(before, present);
            case TOGGLE -> {
                if (presses % 2 == 1) take(nearerHigh(present) ? binding.low() : binding.high());
                yield holds;
            }
            case MOMENTARY -> {
                boolean now = arrived || down ? binding.pressed(control.value()) || presses > 0 : false;
                moved = now && !down;
                down = now;
                target = binding.high();
                yield down;
            }
            case TRIGGER -> {
                target = binding.high();
                moved = presses > 0;
                yield moved;
            }
            case RELATIVE -> {
                if (turn != 0) take(between(present + turn * (binding.high() - binding.low())));
                yield holds;
            }
        };
    }

    private boolean follow(long before, double present) {
        if (seen == before) return holds;
        // Between two frames a control may have gone far and come back: every value on its way counts.
        boolean passed = false;
        for (long i = Math.max(before, seen - Control.RECENT); i < seen && !passed && !holds; i++) {
            double next = binding.map(control.valueAt(i));
            passed = passes(target, next, present);
            target = next;
        }
        double now = binding.map(control.value());
        if (holds || !binding.pickUp() || passed) take(now);
        target = now;
        return holds;
    }

    private boolean passes(double before, double now, double present) {
        double near = NEAR * Math.abs(binding.high() - binding.low());
        if (Math.abs(now - present) <= near) return true;
        return !Double.isNaN(before) && (before - present) * (now - present) <= 0;
    }

    private void take(double value) {
        target = value;
        holds = true;
        moved = true;
    }

    private boolean nearerHigh(double value) {
        return Math.abs(value - binding.high()) < Math.abs(value - binding.low());
    }

    private double between(double value) {
        return Math.clamp(value, Math.min(binding.low(), binding.high()), Math.max(binding.low(), binding.high()));
    }

    /** Lets go: to have a say again a control has to move, and where it picks up, to pass by. */
    void letGo() {
        holds = false;
    }

    /** Whether it moved in this frame. */
    boolean moved() {
        return moved;
    }

    /** Whether what it does lasts when it is let go. */
    boolean lasts() {
        return binding.mode() != Binding.Mode.MOMENTARY && binding.mode() != Binding.Mode.TRIGGER;
    }

    double target() {
        return target;
    }

    /** How often it was pressed since the frame before. */
    public long presses() {
        return presses;
    }

    /** Takes in what came, for bindings of the program itself; returns how often it was pressed. */
    public long act() {
        advance(0);
        return presses;
    }
}
