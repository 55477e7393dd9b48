package gloaming.desk;

import java.util.List;

/**
 * A setting in the artist's hands: all controls that are bound to it.
 *
 * <p>The control that moved last has the setting. While one is pressed that works only while it is pressed, that one has it. A change of
 * the document by anybody else takes the setting out of all hands.
 */
public final class BoundSetting implements Grasp {
    /** Parts of a number by which the document and the hand may differ and still be the same. */
    private static final double SAME = 1e-6;

    /** Writes on their way through the document at once. */
    private static final int REMEMBERED = 8;

    private final String of;
    private final String setting;
    private final List<BoundControl> grips;
    private BoundControl owner;
    private double own = Double.NaN;
    private double eased = Double.NaN;
    /** Where a hand put the setting to last; not a number where none did. */
    private volatile double held = Double.NaN;

    private volatile long movedNanos;

    /** What was written into the document of where hands put it, the newest last; {@link #writes} are there in all. */
    private final double[] written = new double[REMEMBERED];

    private volatile int writes;
    /** Writes that have come back with the document, or never will. */
    private int returned;

    public BoundSetting(String of, String setting, List<BoundControl> grips) {
        this.of = of;
        this.setting = setting;
        this.grips = List.copyOf(grips);
    }

    /** Goes on where another left off whose bindings were others. */
    public BoundSetting after(BoundSetting before) {
        held = before.held;
        own = before.own;
        eased = before.eased;
        movedNanos = before.movedNanos;
        System.arraycopy(before.written, 0, written, 0, REMEMBERED);
        writes = before.writes;
        returned = before.returned;
        return this;
    }

    public String of() {
        return of;
    }

    public String setting() {
        return setting;
    }

    /** The id of what binds it, of several the first. */
    public String binding() {
        return grips.getFirst().binding().id();
    }

    /** Whether its bindings are exactly these. */
    public boolean has(List<gloaming.look.Binding> bindings) {
        if (grips.size() != bindings.size()) return false;
        for (int i = 0; i < bindings.size(); i++) if (!grips.get(i).binding().equals(bindings.get(i))) return false;
        return true;
    }

    /** {@inheritDoc} Easing goes on while the show stands still. */
    @Override
    public double advance(double own, double present, double dt) {
        if (own != this.own) {
            if (!cameBack(own) && !same(own, held)) {
                returned = writes;
                held = Double.NaN;
                owner = null;
                for (BoundControl grip : grips) grip.letGo();
            }
            this.own = own;
        }
        double now = Double.isNaN(held) ? present : held;
        double moment = Double.NaN;
        for (BoundControl grip : grips) {
            boolean has = grip.advance(now);
            if (!has) continue;
            if (!grip.lasts()) moment = grip.target();
            else if (grip.moved()) {
                owner = grip;
                held = grip.target();
                movedNanos = System.nanoTime();
            }
        }
        for (BoundControl grip : grips) if (owner != null && grip != owner && grip.lasts()) grip.letGo();
        double target = Double.isNaN(moment) ? held : moment;
        if (Double.isNaN(target)) {
            eased = Double.NaN;
            return target;
        }
        double ease =
                owner == null || !Double.isNaN(moment) ? 0 : owner.binding().ease();
        if (Double.isNaN(eased)) eased = present;
        eased = ease <= 0 ? target : target + (eased - target) * Math.exp(-dt / ease);
        return eased;
    }

    /**
     * A value of the hands is about to be written into the document. By the time it is there the hand may be elsewhere, and then it keeps the
     * setting. Told by one thread at a time.
     */
    public void writing(double value) {
        written[Math.floorMod(writes, REMEMBERED)] = value;
        writes++;
    }

    /** Whether the document has what was written of this hand, and not what anybody else did; each write comes back once. */
    private boolean cameBack(double own) {
        for (int i = Math.max(returned, writes - REMEMBERED); i < writes; i++) {
            if (!same(own, written[Math.floorMod(i, REMEMBERED)])) continue;
            returned = i + 1;
            return true;
        }
        return false;
    }

    private static boolean same(double one, double other) {
        return Math.abs(one - other) <= SAME * Math.max(1, Math.abs(other));
    }

    /** Where a hand put the setting to, or not a number. */
    public double held() {
        return held;
    }

    /** When a hand moved it last, on the clock of {@link System#nanoTime}. */
    public long movedNanos() {
        return movedNanos;
    }
}
