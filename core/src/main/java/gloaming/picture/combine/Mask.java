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

/** Keeps of the picture what another lane's picture shows. */
@Id("mask")
@StepInfo(
        name = "Mask",
        does = "Keeps the picture where another lane's picture is light, or covered.",
        ifBlack = "the lane it reads is dark or empty",
        find = "mask matte stencil cut out inside alpha hold out hide parts holes see through",
        notice = "Where the other picture is dark, this one is see-through.",
        example = "puppet > *")
@Read(name = "by", kind = Picture.class, says = "The lane that says where.")
public record Mask(
        @Id(value = "by", label = "Measure") @Choice(initial = "light", says = "By its light or by its cover.")
        By by,

        @Id("inverted") @Choice(initial = "false", says = "Keeps the outside instead.")
        boolean inverted,

        @Id("amount") @Range(min = 0, max = 1, initial = 1, says = "How much the rest is taken away.")
        double amount)
        implements ByRows<Picture, Void> {

    /** What counts. */
    public enum By {
        @Id("light")
        LIGHT,
        @Id("cover")
        COVER
    }

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Rows rows(Picture whole, Void memory, Frame frame) {
        Picture mask = frame.read("by", Picture.class);
        if (mask == null || amount == 0) return null;
        return (in, out, from, to) -> {
            if (out != in) out.copyFrom(in, from, to);
            float[] k = RowRoom.of(in.width).x;
            for (int row = from; row < to; row++) {
                if (by == By.COVER) System.arraycopy(mask.a(), mask.at(row), k, 0, in.width);
                else light(mask.r(), mask.g(), mask.b(), mask.at(row), k, in.width);
                keep(k, inverted ? -1 : 1, inverted ? 1 : 0, (float) amount, in.width);
                for (int c = 0; c < 4; c++) Runs.times(out.plane(c), out.at(row), k, in.width);
            }
            return out;
        };
    }

    private static void light(float[] r, float[] g, float[] b, int at, float[] k, int n) {
        for (int i = 0; i < n; i++) k[i] = 0.2126f * r[at + i] + 0.7152f * g[at + i] + 0.0722f * b[at + i];
    }

    private static void keep(float[] k, float slope, float lift, float amount, int n) {
        for (int i = 0; i < n; i++) k[i] = 1 - amount * (1 - Math.min(1, Math.max(0, lift + slope * k[i])));
    }
}
