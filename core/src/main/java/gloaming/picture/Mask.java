package gloaming.picture;

import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Pick;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.Says;

/** Keeps of the picture what another lane's picture shows. */
@Says(
        name = "Mask",
        does = "Keeps the picture where another lane's picture is light, or covered.",
        ifBlack = "the lane it reads is dark or empty",
        find = "mask matte stencil cut out inside alpha hold out")
@Read(name = "by", kind = Kind.PICTURE, says = "The lane that says where.")
public record Mask(
        @Pick(initial = "light", says = "By its light or by its cover.")
        By by,

        @Pick(initial = "false", says = "Keeps the outside instead.")
        boolean inverted,

        @Range(min = 0, max = 1, initial = 1, says = "How much the rest is taken away.")
        double amount)
        implements ByRows<Picture, Void> {

    /** What counts. */
    public enum By {
        LIGHT,
        COVER
    }

    @Override
    public Rows rows(Picture whole, Void memory, Frame frame) {
        Picture mask = frame.read("by", Picture.class);
        if (mask == null || amount == 0) return null;
        return (in, out, from, to) -> {
            if (out != in) out.copyFrom(in, from, to);
            int shift = mask.at(from) - out.at(from);
            for (int i = out.at(from); i < out.at(to); i++) {
                int m = i + shift;
                float light =
                        by == By.COVER ? mask.a[m] : 0.2126f * mask.r[m] + 0.7152f * mask.g[m] + 0.0722f * mask.b[m];
                float k = Math.clamp(inverted ? 1 - light : light, 0f, 1f);
                k = 1 - (float) amount * (1 - k);
                out.r[i] *= k;
                out.g[i] *= k;
                out.b[i] *= k;
                out.a[i] *= k;
            }
            return out;
        };
    }
}
