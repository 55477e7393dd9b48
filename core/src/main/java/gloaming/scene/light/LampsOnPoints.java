package gloaming.scene.light;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.scene.LightSource;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A lamp on each of some points, in its colour. */
@Id("lamps-on-points")
@StepInfo(
        name = "Lamps on points",
        does = "Hangs a lamp on each of the first points of another lane, in the point's colour.",
        ifBlack = "there are no points, or they are black",
        find = "lights many garland chain fireflies point lights swarm",
        notice = "Every point is a small lamp.",
        example = "ball radius=0.5 > *")
@Read(name = "on", kind = Points.class, says = "The points on which lamps hang.")
public record LampsOnPoints(
        @Id("most") @Range(min = 1, max = 48, initial = 8, says = "Lamps at most; the rest of the points stay dark.")
        int most,

        @Id("strength") @Range(min = 0, max = 50, initial = 0.3, says = "Of each: at 1, white one unit away is white.")
        double strength,

        @Id("width") @Range(min = 0, max = 2, initial = 0.03, unit = "units", says = "How wide each is.")
        double width,

        @Id("shadow")
        @Choice(initial = "false", says = "Whether things throw shadows in their light; sixteen lamps at most do.")
        boolean shadow)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        Points points = frame.read("on", Points.class);
        if (points == null) return;
        int n = Math.min(Math.min(most, points.n()), Scene.LAMPS - own.lamps());
        for (int i = 0; i < n; i++) {
            LightSource lamp = own.lamp();
            lamp.form = LightSource.Form.LAMP;
            lamp.x = points.at(Attribute.X, i);
            lamp.y = points.at(Attribute.Y, i);
            lamp.z = points.at(Attribute.Z, i);
            float light = (float) (strength * Math.clamp(points.at(Attribute.ALPHA, i), 0f, 1f));
            lamp.red = points.at(Attribute.RED, i) * light;
            lamp.green = points.at(Attribute.GREEN, i) * light;
            lamp.blue = points.at(Attribute.BLUE, i) * light;
            lamp.wide = (float) width;
            lamp.shadow = shadow;
        }
    }
}
