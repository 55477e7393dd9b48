package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.step.ByPixel;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The picture's light, run through three colours; its cover stays. */
@Id("recolour")
@StepInfo(
        name = "Recolour",
        does = "Paints dark, middle and light tones in three colours.",
        find =
                "gradient map duotone tritone false colours by light brightness to colour tint palette heat ramp other sepia rainbow hue shift night vision thermal",
        notice = "Light decides the colour: dark, middle, light.",
        example = "puppet > *")
public record Recolour(
        @Id("dark") @Choice(initial = "#1b1433", says = "Colour of what is dark.")
        Colour dark,

        @Id("middle") @Choice(initial = "#c8553d", says = "Colour of what is between.")
        Colour middle,

        @Id("light") @Choice(initial = "#ffe0a8", says = "Colour of what is light.")
        Colour light,

        @Id("bend") @Range(min = 0.02, max = 0.98, initial = 0.5, says = "Where between dark and light the middle is.")
        double bend,

        @Id("brightness") @Range(min = 0, max = 20, initial = 1, says = "Times the colours.")
        double brightness)
        implements ByPixel<Recolour.Memory> {

    /** The colours, worked out when they change. */
    public static final class Memory {
        Ramp ramp;
        Recolour made;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Pixels pixels(Memory memory, Frame frame) {
        if (!equals(memory.made)) memory.ramp = new Ramp(dark, middle, light, bend);
        memory.made = this;
        Ramp ramp = memory.ramp;
        return (p, from, to, row) -> {
            float[] r = p.r();
            for (int i = from; i < to; i++) {
                float seen = 0.2126f * r[i] + 0.7152f * p.g()[i] + 0.0722f * p.b()[i];
                r[i] = Math.min(1f, Math.max(0f, (float) Math.sqrt(Math.max(0f, seen))));
            }
            ramp.paint(p, from, to, (float) brightness);
        };
    }
}
