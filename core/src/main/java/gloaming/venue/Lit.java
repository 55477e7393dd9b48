package gloaming.venue;

import gloaming.flow.Srgb;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.util.List;

/** One surface in pixels: which of them it lights, and with what of a picture. */
final class Lit {
    /** Places in a pixel's width that are looked at, at most, where a picture is laid down smaller than it is. */
    private static final int MOST = 4;

    private static final int CORNERS = 4;

    private final Surface surface;
    private final int width;
    private final int fromWidth;
    private final Homography to;
    /** Lines along the edges: {@code nx x + ny y + n} is how far within a place lies, in pixels. */
    private final double[] nx = new double[CORNERS];

    private final double[] ny = new double[CORNERS];
    private final double[] n = new double[CORNERS];
    private final float left;
    private final float top;
    private final float across;
    private final float down;
    private final float right;
    private final float bottom;
    private final float light;
    private final int places;
    /** How much of each pixel lies within the outline, or null where there is none. */
    private final byte[] outline;

    /** @param fromWidth how large the pictures are */
    Lit(Surface surface, int width, int height, int fromWidth, int fromHeight) {
        this.surface = surface;
        this.width = width;
        this.fromWidth = fromWidth;
        to = Homography.to(surface.corners(), width, height);
        edges(width, height);
        Part part = surface.part();
        left = (float) (part.left() * fromWidth);
        top = (float) (part.top() * fromHeight);
        right = (float) (part.right() * fromWidth);
        bottom = (float) (part.bottom() * fromHeight);
        across = right - left;
        down = bottom - top;
        light = (float) surface.light();
        double pixels = Math.max(1, area(surface.corners()) * width * height);
        places = Math.clamp((int) Math.round(Math.sqrt(across * down / pixels)), 1, MOST);
        outline = surface.outline().isEmpty() ? null : within(surface.outline(), width, height);
    }

    private static double area(List<Place> corners) {
        double twice = 0;
        for (int i = 0; i < CORNERS; i++) {
            Place a = corners.get(i);
            Place b = corners.get((i + 1) % CORNERS);
            twice += a.x() * b.y() - b.x() * a.y();
        }
        return Math.abs(twice) / 2;
    }

    private void edges(int width, int height) {
        List<Place> corners = surface.corners();
        double middleX = 0;
        double middleY = 0;
        for (Place corner : corners) {
            middleX += corner.x() * width / CORNERS;
            middleY += corner.y() * height / CORNERS;
        }
        for (int k = 0; k < CORNERS; k++) {
            Place a = corners.get(k);
            Place b = corners.get((k + 1) % CORNERS);
            double x = (b.y() - a.y()) * height;
            double y = (a.x() - b.x()) * width;
            double length = Math.hypot(x, y);
            nx[k] = x / length;
            ny[k] = y / length;
            n[k] = -(nx[k] * a.x() * width + ny[k] * a.y() * height);
            if (nx[k] * middleX + ny[k] * middleY + n[k] > 0) continue;
            nx[k] = -nx[k];
            ny[k] = -ny[k];
            n[k] = -n[k];
        }
    }

    private static byte[] within(List<Place> places, int width, int height) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
        Path2D path = new Path2D.Double();
        for (Place place : places) {
            double x = place.x() * width;
            double y = place.y() * height;
            if (path.getCurrentPoint() == null) path.moveTo(x, y);
            else path.lineTo(x, y);
        }
        path.closePath();
        Graphics2D pen = image.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setColor(Color.WHITE);
        pen.fill(path);
        pen.dispose();
        return ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
    }

    /**
     * Lays its part of a row over what is there.
     *
     * @param y the row, from the top
     * @param rgb the picture as 8-bit sRGB, top row first
     * @param row light of the row, three numbers a pixel
     */
    void row(int y, byte[] rgb, float[] row) {
        double middle = y + 0.5;
        double first = 0.5;
        double last = width - 0.5;
        for (int k = 0; k < CORNERS; k++) {
            double rest = ny[k] * middle + n[k] + 0.5;
            if (Math.abs(nx[k]) < 1e-9) {
                if (rest <= 0) return;
            } else if (nx[k] > 0) first = Math.max(first, -rest / nx[k]);
            else last = Math.min(last, -rest / nx[k]);
        }
        int end = Math.min(width - 1, (int) Math.floor(last - 0.5));
        for (int x = Math.max(0, (int) Math.ceil(first - 0.5)); x <= end; x++) {
            double in = 1;
            for (int k = 0; k < CORNERS; k++) in = Math.min(in, nx[k] * (x + 0.5) + ny[k] * middle + n[k] + 0.5);
            if (in <= 0) continue;
            float cover = (float) in * edge(x + 0.5, middle);
            if (outline != null) cover *= (outline[y * width + x] & 255) / 255f;
            if (cover > 0) sample(x, y, rgb, cover, row);
        }
    }

    /** How much there is of it at a place for the softness of its edges. */
    private float edge(double x, double y) {
        double soft = surface.soft();
        if (soft <= 0) return 1;
        double u = to.u(x, y);
        double v = to.v(x, y);
        return (float) (smooth(Math.min(u, 1 - u) / soft) * smooth(Math.min(v, 1 - v) / soft));
    }

    /** Two edges that lie over each other and go opposite ways make an even light. */
    private static double smooth(double part) {
        double t = Math.clamp(part, 0.0, 1.0);
        return t * t * (3 - 2 * t);
    }

    private void sample(int x, int y, byte[] rgb, float cover, float[] row) {
        float r = 0;
        float g = 0;
        float b = 0;
        for (int j = 0; j < places; j++) {
            double py = y + (j + 0.5) / places;
            for (int i = 0; i < places; i++) {
                double px = x + (i + 0.5) / places;
                double w = 1 / (to.g() * px + to.h() * py + to.i());
                float u = (float) Math.clamp((to.a() * px + to.b() * py + to.c()) * w, 0.0, 1.0);
                float v = (float) Math.clamp((to.d() * px + to.e() * py + to.f()) * w, 0.0, 1.0);
                if (surface.flip().across) u = 1 - u;
                if (surface.flip().down) v = 1 - v;
                // Between the middles of the outermost pixels of its part.
                float sx = Math.max(
                        0, Math.clamp(left + u * across, left + 0.5f, Math.max(left + 0.5f, right - 0.5f)) - 0.5f);
                float sy =
                        Math.max(0, Math.clamp(top + v * down, top + 0.5f, Math.max(top + 0.5f, bottom - 0.5f)) - 0.5f);
                int column = (int) sx;
                int line = (int) sy;
                float fx = sx - column;
                float fy = sy - line;
                int p = (line * fromWidth + column) * 3;
                int q = fx > 0 ? p + 3 : p;
                int down = fy > 0 ? fromWidth * 3 : 0;
                float a00 = (1 - fx) * (1 - fy);
                float a10 = fx * (1 - fy);
                float a01 = (1 - fx) * fy;
                float a11 = fx * fy;
                r += a00 * Srgb.ofByte(rgb[p])
                        + a10 * Srgb.ofByte(rgb[q])
                        + a01 * Srgb.ofByte(rgb[p + down])
                        + a11 * Srgb.ofByte(rgb[q + down]);
                g += a00 * Srgb.ofByte(rgb[p + 1])
                        + a10 * Srgb.ofByte(rgb[q + 1])
                        + a01 * Srgb.ofByte(rgb[p + down + 1])
                        + a11 * Srgb.ofByte(rgb[q + down + 1]);
                b += a00 * Srgb.ofByte(rgb[p + 2])
                        + a10 * Srgb.ofByte(rgb[q + 2])
                        + a01 * Srgb.ofByte(rgb[p + down + 2])
                        + a11 * Srgb.ofByte(rgb[q + down + 2]);
            }
        }
        float part = cover * light / (places * places);
        int at = 3 * x;
        row[at] = row[at] * (1 - cover) + r * part;
        row[at + 1] = row[at + 1] * (1 - cover) + g * part;
        row[at + 2] = row[at + 2] * (1 - cover) + b * part;
    }
}
