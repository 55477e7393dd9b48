package gloaming.venue;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.util.List;

/** One surface in pixels: which of them it lights, and with what of a picture. */
final class SurfacePixels {
    /** Places in a pixel's width that are looked at, at most, where a picture is laid down smaller than it is. */
    private static final int MOST = 4;

    private static final int CORNERS = 4;

    private final Surface surface;
    private final int width;
    private final Homography to;
    /** Lines along the edges: {@code nx x + ny y + n} is how far within a place lies, in pixels. */
    private final double[] nx = new double[CORNERS];

    private final double[] ny = new double[CORNERS];
    private final double[] n = new double[CORNERS];
    private final OutputRow.Span across;
    private final OutputRow.Span down;
    private final float light;
    private final int places;
    /** How much of each pixel lies within the outline and bent sides, or null where there are none. */
    private final byte[] outline;
    /** Null where the sides are straight. */
    private final BentSides bent;

    /** @param fromWidth how large the pictures are */
    SurfacePixels(Surface surface, int width, int height, int fromWidth, int fromHeight) {
        this.surface = surface;
        this.width = width;
        to = Homography.to(surface.corners(), width, height);
        edges(width, height);
        Part part = surface.part();
        across = OutputRow.Span.of(part.left() * fromWidth, part.right() * fromWidth, surface.flip().across);
        down = OutputRow.Span.of(part.top() * fromHeight, part.bottom() * fromHeight, surface.flip().down);
        light = (float) surface.light();
        double pixels = Math.max(1, area(surface.corners()) * width * height);
        places = Math.clamp(
                (int) Math.round(Math.sqrt(
                        (part.right() - part.left()) * (part.bottom() - part.top()) * fromWidth * fromHeight / pixels)),
                1,
                MOST);
        boolean straight = surface.sides().isEmpty();
        bent = straight ? null : new BentSides(surface, to, width, height);
        byte[] cut = surface.outline().isEmpty() ? null : within(path(surface.outline(), width, height), width, height);
        outline = straight ? cut : both(within(BentSides.border(surface, width, height), width, height), cut);
    }

    private static byte[] both(byte[] one, byte[] other) {
        if (other != null)
            for (int i = 0; i < one.length; i++) one[i] = (byte) ((one[i] & 255) * (other[i] & 255) / 255);
        return one;
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

    private static Path2D path(List<Place> places, int width, int height) {
        Path2D path = new Path2D.Double();
        for (Place place : places) {
            double x = place.x() * width;
            double y = place.y() * height;
            if (path.getCurrentPoint() == null) path.moveTo(x, y);
            else path.lineTo(x, y);
        }
        path.closePath();
        return path;
    }

    private static byte[] within(Path2D path, int width, int height) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
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
     */
    void row(int y, OutputRow row) {
        if (bent == null) flat(y, row);
        else bent(y, row);
    }

    private void flat(int y, OutputRow row) {
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
        int from = Math.max(0, (int) Math.ceil(first - 0.5));
        int many = Math.min(width - 1, (int) Math.floor(last - 0.5)) + 1 - from;
        if (many <= 0) return;
        row.begin(from, many);
        for (int k = 0; k < CORNERS; k++)
            row.within((float) nx[k], (float) (nx[k] * (from + 0.5) + ny[k] * middle + n[k] + 0.5));
        lay(from, y, row);
    }

    private void bent(int y, OutputRow row) {
        int from = 0;
        int last = width - 1;
        while (from <= last && outline[y * width + from] == 0) from++;
        while (last > from && outline[y * width + last] == 0) last--;
        if (from > last) return;
        row.begin(from, last + 1 - from);
        lay(from, y, row);
    }

    private void lay(int from, int y, OutputRow row) {
        if (surface.soft() > 0) {
            place(from + 0.5, y + 0.5, row);
            row.soften((float) surface.soft());
        }
        if (outline != null) row.cut(outline, y * width + from);
        for (int j = 0; j < places; j++) {
            for (int i = 0; i < places; i++) {
                place(from + (i + 0.5) / places, y + (j + 0.5) / places, row);
                row.look(across, down);
            }
        }
        row.lay(light / (places * places));
    }

    private void place(double x, double y, OutputRow row) {
        if (bent == null) row.place(to, x, y);
        else row.place(bent, x, y);
    }
}
