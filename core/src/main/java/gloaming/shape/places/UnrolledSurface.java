package gloaming.shape.places;

import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/**
 * A shape's surface laid flat by its texture places, and what each place of it is: for pictures that are to be painted on it, and for
 * shaders that want to know where on it they are.
 */
@Id("unrolled-surface")
@StepInfo(
        name = "Unrolled surface",
        does = "Lays a shape's surface flat by its texture places, as a picture of its colours, places or normals.",
        find = "uv unwrap bake texture map position normal template paint surface flat shape to picture",
        ifBlack = "the shape has no texture places, or its colours are black",
        notice = "What the shape wears, laid flat.",
        example = "ball > *")
public record UnrolledSurface(
        @Id("shows")
        @Choice(
                initial = "colour",
                says =
                        "Its colours; its places, as red, green and blue in units; or its normals, a half for none; each where it lies.")
        Shows shows)
        implements Operation<Shape, Picture, Void> {

    /** What is laid flat. */
    public enum Shows {
        @Id("colour")
        COLOUR,
        @Id("place")
        PLACE,
        @Id("normal")
        NORMAL
    }

    @Override
    public Picture run(Shape in, Void memory, Frame frame) {
        Picture out = frame.picture();
        out.clear();
        float[][] from = switch (shows) {
            case PLACE -> new float[][] {in.x(), in.y(), in.z()};
            case NORMAL -> new float[][] {in.nx(), in.ny(), in.nz()};
            case COLOUR -> in.coloured() ? new float[][] {in.red(), in.green(), in.blue()} : null;
        };
        // Rows apart, so that who draws a pixel last is the same with any number of threads.
        frame.crew().each(out.height, 32, (low, high) -> {
            for (int t = 0; t < in.triangles(); t++) triangle(in, t, from, out, low, high);
        });
        return out;
    }

    private void triangle(Shape in, int t, float[][] from, Picture out, int low, int high) {
        int a = in.of()[3 * t];
        int b = in.of()[3 * t + 1];
        int c = in.of()[3 * t + 2];
        float w = out.width;
        float h = out.height;
        float ax = in.u()[a] * w;
        float ay = in.v()[a] * h;
        float bx = in.u()[b] * w;
        float by = in.v()[b] * h;
        float cx = in.u()[c] * w;
        float cy = in.v()[c] * h;
        float area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
        if (!(Math.abs(area) > 1e-6f)) return;
        int bottom = Math.max(low, (int) Math.floor(Math.min(ay, Math.min(by, cy)) - 0.5f));
        int top = Math.min(high - 1, (int) Math.ceil(Math.max(ay, Math.max(by, cy)) + 0.5f));
        int left = Math.max(0, (int) Math.floor(Math.min(ax, Math.min(bx, cx)) - 0.5f));
        int right = Math.min(out.width - 1, (int) Math.ceil(Math.max(ax, Math.max(bx, cx)) + 0.5f));
        // Half a pixel over the edge, so that no seam shows.
        float longest = Math.max(
                Math.abs(bx - ax) + Math.abs(by - ay),
                Math.max(Math.abs(cx - bx) + Math.abs(cy - by), Math.abs(ax - cx) + Math.abs(ay - cy)));
        float slack = -0.5f * longest / Math.abs(area);
        for (int y = bottom; y <= top; y++) {
            for (int x = left; x <= right; x++) {
                float px = x + 0.5f;
                float py = y + 0.5f;
                float wb = ((px - ax) * (cy - ay) - (py - ay) * (cx - ax)) / area;
                float wc = ((bx - ax) * (py - ay) - (by - ay) * (px - ax)) / area;
                float wa = 1 - wb - wc;
                if (!(wa >= slack && wb >= slack && wc >= slack)) continue;
                int i = y * out.width + x;
                for (int k = 0; k < 3; k++) {
                    float value = from == null ? 1 : wa * from[k][a] + wb * from[k][b] + wc * from[k][c];
                    out.plane(k)[i] = shows == Shows.NORMAL ? 0.5f + 0.5f * value : value;
                }
                out.a()[i] = 1;
            }
        }
    }
}
