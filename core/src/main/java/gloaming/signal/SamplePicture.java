package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A number out of a picture: what it shows at a place, or its mean round it. */
@Id("glance")
@StepInfo(
        name = "Sample picture",
        does = "Gives how light a picture is at a place, or on the whole.",
        find = "pixel value sample picture colour brightness average mean light pick image analyse glance look at read",
        notice = "A number from a picture: how bright it is at one place.")
@Read(name = "at", kind = Picture.class, says = "The lane that is looked at.")
public record SamplePicture(
        @Id(value = "of", label = "Measure") @Choice(initial = "light", says = "What counts.")
        Of of,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where, up.")
        double y,

        @Id("size")
        @Range(
                min = 0,
                max = 8,
                initial = 8,
                unit = "units",
                says = "Side of the square whose mean it is; 0 is one pixel.")
        double size)
        implements Operation<Nothing, Signal, Signal> {
    /** Pixels that are looked at along a side: more tell nothing that these do not. */
    private static final int MOST = 64;

    /** What counts. */
    public enum Of {
        @Id("light")
        LIGHT,
        @Id("red")
        RED,
        @Id("green")
        GREEN,
        @Id("blue")
        BLUE,
        @Id("cover")
        COVER
    }

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Nothing in, Signal out, Frame frame) {
        Picture p = frame.read("at", Picture.class);
        if (p == null) return out.set(0);
        int half = (int) Math.round(size * p.scale() / 2);
        int column = (int) Math.floor(x * p.scale() + p.width / 2.0);
        int row = (int) Math.floor(y * p.scale() + p.height / 2.0);
        int left = Math.clamp(column - half, 0, p.width - 1);
        int right = Math.clamp(column + half, 0, p.width - 1);
        int low = Math.clamp(row - half, 0, p.height - 1);
        int high = Math.clamp(row + half, 0, p.height - 1);
        int across = Math.min(MOST, right - left + 1);
        int up = Math.min(MOST, high - low + 1);
        double sum = 0;
        for (int j = 0; j < up; j++) {
            int at = p.at(low + (int) ((j + 0.5) * (high - low + 1) / up));
            for (int i = 0; i < across; i++)
                sum += value(p, at + left + (int) ((i + 0.5) * (right - left + 1) / across));
        }
        return out.set(sum / (across * up));
    }

    private double value(Picture p, int i) {
        return switch (of) {
            case LIGHT -> 0.2126 * p.r()[i] + 0.7152 * p.g()[i] + 0.0722 * p.b()[i];
            case RED -> p.r()[i];
            case GREEN -> p.g()[i];
            case BLUE -> p.b()[i];
            case COVER -> p.a()[i];
        };
    }
}
