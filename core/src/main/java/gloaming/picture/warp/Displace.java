package gloaming.picture.warp;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Warp;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Each pixel looks aside by what another lane's picture has there: half light is no shift. */
@Id("displace")
@StepInfo(
        name = "Displace",
        does = "Shifts the picture by another picture: its red to the side, its green upward.",
        find = "displacement warp distort push refract heat melt bend by picture ripples haze underwater wobble glass",
        notice = "Each place shows a place beside it, as far away as the other picture is bright there.",
        example = "puppet > * across=0.15 up=0.15")
@Read(name = "by", kind = Picture.class, says = "The lane that shifts.")
public record Displace(
        @Id("across")
        @Range(min = -2, max = 2, initial = 0.1, unit = "units", says = "To the side where it is fully red.")
        double across,

        @Id("up") @Range(min = -2, max = 2, initial = 0.1, unit = "units", says = "Upward where it is fully green.")
        double up,

        @Id(value = "by", label = "Driven by")
        @Choice(initial = "light", says = "By red and green, or both by its light.")
        By by,

        @Id(value = "still", label = "Neutral level")
        @Range(min = -1, max = 1, initial = 0.5, says = "The level that shifts nothing; 0 for a motion picture.")
        double still,

        @Id("border") @Choice(initial = "mirror", says = "What lies beyond the picture's border.")
        Border border)
        implements Warp<Warp.Memory> {

    /** What shifts. */
    public enum By {
        @Id("light")
        LIGHT,
        @Id("colours")
        COLOURS
    }

    @Override
    public Places places(Picture whole, Warp.Memory memory, Frame frame) {
        Picture map = frame.read("by", Picture.class);
        if (map == null || (across == 0 && up == 0)) return null;
        float sideways = (float) (2 * across);
        float upward = (float) (2 * up);
        float zero = (float) still;
        return (row, x, y, n) -> {
            int at = map.at(row);
            float[] r = map.r();
            float[] g = map.g();
            float[] b = map.b();
            if (by == By.COLOURS) {
                for (int i = 0; i < n; i++) x[i] -= sideways * (r[at + i] - zero);
                for (int i = 0; i < n; i++) y[i] -= upward * (g[at + i] - zero);
                return;
            }
            for (int i = 0; i < n; i++) {
                float off = 0.2126f * r[at + i] + 0.7152f * g[at + i] + 0.0722f * b[at + i] - zero;
                x[i] -= sideways * off;
                y[i] -= upward * off;
            }
        };
    }
}
