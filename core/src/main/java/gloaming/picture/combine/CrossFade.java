package gloaming.picture.combine;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.picture.kernel.Runs;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** From this picture to another lane's, all at once or along a pattern. */
@Id("cross-fade")
@StepInfo(
        name = "Cross-fade",
        does = "Goes over from this picture to another lane's, evenly or along a pattern.",
        find = "crossfade wipe transition mix blend two morph switch iris clock",
        notice = "Half of this and half of that; along a pattern it goes over from one side.",
        example = "puppet > * amount==0.5+0.5*sin(t*1.6) pattern=line")
@Read(name = "to", kind = Picture.class, says = "The lane it goes over to.")
public record CrossFade(
        @Id("amount") @Range(min = 0, max = 1, initial = 0.5, says = "0 is this picture, 1 the other.")
        double amount,

        @Id("pattern") @Choice(initial = "even", says = "Which places go first.")
        Pattern pattern,

        @Id("softness") @Range(min = 0, max = 1, initial = 0.2, says = "How soft the edge of the pattern is.")
        double softness,

        @Id("turn") @Range(min = -1, max = 1, initial = 0, unit = "turns", says = "Turns the pattern.")
        double turn)
        implements ByRows<Picture, Void> {

    /** Which places go first. */
    public enum Pattern {
        @Id("even")
        EVEN,
        @Id("line")
        LINE,
        @Id("round")
        ROUND,
        @Id("sweep")
        SWEEP,
        @Id("light")
        LIGHT
    }

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Rows rows(Picture whole, Void memory, Frame frame) {
        Picture other = frame.read("to", Picture.class);
        if (other == null || amount == 0) return null;
        double cos = Math.cos(2 * Math.PI * turn);
        double sin = Math.sin(2 * Math.PI * turn);
        double soft = Math.max(softness, 1e-3);
        return (in, out, from, to) -> {
            double reach = Math.hypot(in.aspect(), 1);
            for (int row = from; row < to; row++) {
                int at = in.at(row);
                int into = out.at(row);
                int with = other.at(row);
                float[] k = RowRoom.of(in.width).x;
                for (int x = 0; x < in.width; x++) {
                    if (pattern == Pattern.EVEN) break;
                    double wx = in.worldX(x);
                    double wy = in.worldY(row);
                    double order = switch (pattern) {
                        case EVEN -> 0;
                        case LINE -> 0.5 + 0.5 * (wx * cos + wy * sin) / reach;
                        case ROUND -> Math.sqrt(wx * wx + wy * wy) / reach;
                        case SWEEP -> part(Math.atan2(wy, wx) / (2 * Math.PI) - turn);
                        case LIGHT -> 1 - Math.clamp(light(in, at + x), 0f, 1f);
                    };
                    k[x] = (float) Math.clamp((amount * (1 + soft) - order) / soft, 0.0, 1.0);
                }
                if (pattern == Pattern.EVEN) java.util.Arrays.fill(k, 0, in.width, (float) amount);
                for (int c = 0; c < 4; c++) {
                    Runs.between(in.plane(c), at, other.plane(c), with, k, out.plane(c), into, in.width);
                }
            }
            return out;
        };
    }

    private static float light(Picture p, int i) {
        return 0.2126f * p.r()[i] + 0.7152f * p.g()[i] + 0.0722f * p.b()[i];
    }

    private static double part(double turns) {
        return turns - Math.floor(turns);
    }
}
