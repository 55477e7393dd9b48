package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A picture of another lane, read where each point is and put into an attribute. */
@Id("give-picture")
@StepInfo(
        name = "Give picture",
        does = "Gives points an attribute, or their colour, by a picture read where each point is.",
        find = "attribute picture image sample colour color brightness texture map video read",
        notice = "Each point takes the colour of the picture below it.",
        example = "grid columns=40 rows=22 size=0.03 > *")
@Read(name = "by", kind = Picture.class, says = "The picture that is read.")
public record GivePicture(
        @Id("attribute")
        @Choice(
                initial = "colour",
                says =
                        "The attribute: x, y, z, vx, vy, vz, hx, hy, hz, size, red, green, blue, alpha, age, life, or a name of your own; 'colour' is all three.")
        String attribute,

        @Id("how") @Choice(initial = "set", says = "Put in its place, added to it, or multiplied with it.")
        How how,

        @Id("of")
        @Choice(
                initial = "own-colour",
                says = "What is read: with the attribute 'colour', its own colours, or one number for each point.")
        Of of,

        @Id("low") @Range(min = -100, max = 100, initial = 0, says = "What black gives.")
        double low,

        @Id("high") @Range(min = -100, max = 100, initial = 1, says = "What white gives.")
        double high)
        implements Operation<Points, Points, ChangedColumns> {

    /** What of a picture is read. */
    public enum Of {
        @Id("own-colour")
        OWN_COLOUR,
        @Id("brightness")
        BRIGHTNESS,
        @Id("red")
        RED,
        @Id("green")
        GREEN,
        @Id("blue")
        BLUE,
        @Id("alpha")
        ALPHA
    }

    @Override
    public ChangedColumns memory() {
        return new ChangedColumns();
    }

    @Override
    public Points run(Points in, ChangedColumns altered, Frame frame) {
        Points out = altered.of(in);
        int n = in.n();
        Picture by = frame.read("by", Picture.class);
        if (n == 0 || by == null) return out;
        if (of == Of.OWN_COLOUR) {
            Attributes.put(altered, out, "red", how, frame, i -> read(by, by.r(), in, i));
            Attributes.put(altered, out, "green", how, frame, i -> read(by, by.g(), in, i));
            Attributes.put(altered, out, "blue", how, frame, i -> read(by, by.b(), in, i));
            return out;
        }
        Attributes.put(altered, out, attribute, how, frame, i -> switch (of) {
            case RED -> read(by, by.r(), in, i);
            case GREEN -> read(by, by.g(), in, i);
            case BLUE -> read(by, by.b(), in, i);
            case ALPHA -> read(by, by.a(), in, i);
            default ->
                0.2126f * read(by, by.r(), in, i)
                        + 0.7152f * read(by, by.g(), in, i)
                        + 0.0722f * read(by, by.b(), in, i);
        });
        return out;
    }

    private float read(Picture by, float[] plane, Points in, int i) {
        float value = Peek.at(by, plane, in.at(Attribute.X, i), in.at(Attribute.Y, i), 0);
        return (float) (low + (high - low) * value);
    }
}
