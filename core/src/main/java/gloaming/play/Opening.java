package gloaming.play;

import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.step.Catalogue;
import gloaming.step.Rules;

/**
 * A look made ready to be played by whoever asks for it, so that no frame does: it is checked, its kits are opened, its snapshots lie on
 * their field, its operations can be made.
 */
final class Opening {
    /** As it was given. */
    final Look written;
    /** With all its kits opened; null where it breaks a rule. */
    final Look opened;

    final SnapshotField field;
    private final Refused refused;

    private Opening(Look written, Look opened, SnapshotField field, Refused refused) {
        this.written = written;
        this.opened = opened;
        this.field = field;
        this.refused = refused;
    }

    static Opening of(Look written, Rules rules, Catalogue catalogue) {
        try {
            Rules.Kept kept = rules.kept(written);
            kept.opened()
                    .steps()
                    .forEach(step -> catalogue.of(kept.opened(), step).ready());
            return new Opening(written, kept.opened(), SnapshotField.of(kept.look(), kept.opened(), catalogue), null);
        } catch (Refused e) {
            return new Opening(written, null, SnapshotField.NONE, e);
        }
    }

    /** This; {@link Refused} when the look breaks a rule. */
    Opening kept() {
        if (refused != null) throw refused;
        return this;
    }
}
