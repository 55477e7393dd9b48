package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.step.ByPixel;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.StepInfo;

/** Each channel taken from any other. */
@Id("channels")
@StepInfo(
        name = "Channels",
        does = "Takes each of red, green, blue and cover from another channel.",
        find = "swap pick channel red green blue alpha cover luminance shuffle swizzle false colour",
        notice = "Red and blue have changed places; any channel can go anywhere.",
        example = "puppet > * red=blue blue=red")
public record Channels(
        @Id("red") @Choice(initial = "red", says = "What becomes red.")
        Source red,

        @Id("green") @Choice(initial = "green", says = "What becomes green.")
        Source green,

        @Id("blue") @Choice(initial = "blue", says = "What becomes blue.")
        Source blue,

        @Id("cover") @Choice(initial = "cover", says = "What becomes cover.")
        Source cover)
        implements ByPixel<Void> {

    /** Where a channel is taken from. */
    public enum Source {
        @Id("red")
        RED,
        @Id("green")
        GREEN,
        @Id("blue")
        BLUE,
        @Id("cover")
        COVER,
        @Id("light")
        LIGHT,
        @Id("none")
        NONE,
        @Id("full")
        FULL;

        float of(float r, float g, float b, float a) {
            return switch (this) {
                case RED -> r;
                case GREEN -> g;
                case BLUE -> b;
                case COVER -> a;
                case LIGHT -> 0.2126f * r + 0.7152f * g + 0.0722f * b;
                case NONE -> 0;
                case FULL -> 1;
            };
        }
    }

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        return (p, from, to, row) -> {
            for (int i = from; i < to; i++) {
                float r = p.r()[i];
                float g = p.g()[i];
                float b = p.b()[i];
                float a = p.a()[i];
                p.r()[i] = red.of(r, g, b, a);
                p.g()[i] = green.of(r, g, b, a);
                p.b()[i] = blue.of(r, g, b, a);
                p.a()[i] = cover.of(r, g, b, a);
            }
        };
    }
}
