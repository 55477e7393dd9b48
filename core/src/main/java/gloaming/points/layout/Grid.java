package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points in rows and columns around the middle; one column alone stands in the middle. */
@Id("grid")
@StepInfo(
        name = "Grid",
        does = "Lays points out in rows and columns.",
        find = "layout rows columns matrix lattice raster checkerboard chess board squares led wall",
        notice = "Rows and columns; layers make a block of it.")
public record Grid(
        @Id("columns") @Range(min = 1, max = 1000, initial = 32, byRatio = true, says = "Points across.")
        int columns,

        @Id("rows") @Range(min = 1, max = 1000, initial = 18, byRatio = true, says = "Points up.")
        int rows,

        @Id("width")
        @Range(min = 0, max = 8, initial = 3.2, unit = "units", says = "From the first column to the last.")
        double width,

        @Id("height")
        @Range(min = 0, max = 8, initial = 1.7, unit = "units", says = "From the lowest row to the highest.")
        double height,

        @Id("layers")
        @Range(min = 1, max = 200, initial = 1, byRatio = true, says = "Layers of it, one behind the other.")
        int layers,

        @Id("depth") @Range(min = 0, max = 8, initial = 1.7, unit = "units", says = "From the front layer to the last.")
        double depth,

        @Id("size")
        @Range(min = 0.0005, max = 0.5, initial = 0.012, unit = "units", byRatio = true, says = "Radius of each point.")
        double size)
        implements Operation<Nothing, Points, Points> {

    @Override
    public Points memory() {
        return new Points();
    }

    @Override
    public Points run(Nothing in, Points out, Frame frame) {
        int each = columns * rows;
        // A million points is the most there may be.
        int deep = Math.max(1, Math.min(layers, 1_000_000 / each));
        Layout.start(out, each * deep, size);
        float[] x = out.column(Attribute.X).values;
        float[] y = out.column(Attribute.Y).values;
        float[] z = out.each(Attribute.Z);
        for (int layer = 0; layer < deep; layer++) {
            for (int row = 0; row < rows; row++) {
                for (int column = 0; column < columns; column++) {
                    int i = layer * each + row * columns + column;
                    x[i] = (float) (columns == 1 ? 0 : width * ((double) column / (columns - 1) - 0.5));
                    y[i] = (float) (rows == 1 ? 0 : height * ((double) row / (rows - 1) - 0.5));
                    z[i] = (float) (deep == 1 ? 0 : depth * (0.5 - (double) layer / (deep - 1)));
                }
            }
        }
        return out;
    }
}
