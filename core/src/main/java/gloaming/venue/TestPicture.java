package gloaming.venue;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.image.BufferedImage;

/** What is shown in place of the picture while surfaces are set up: numbered squares and a circle. */
public final class TestPicture {
    private static final int COLUMNS = 16;
    private static final int ROWS = 9;
    /** From where to where each stroke of a figure goes. */
    private static final int[][] STROKES = {
        {0, 0, 1, 0}, {1, 0, 1, 1}, {1, 1, 1, 2}, {0, 2, 1, 2}, {0, 1, 0, 2}, {0, 0, 0, 1}, {0, 1, 1, 1}
    };
    /** Which strokes make each figure. */
    private static final int[] FIGURES = {63, 6, 91, 79, 102, 109, 125, 7, 127, 111};

    private TestPicture() {}

    /** One of a size, as 8-bit sRGB, top row first. */
    public static byte[] of(int width, int height) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = image.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        double cellX = (double) width / COLUMNS;
        double cellY = (double) height / ROWS;
        pen.setStroke(new BasicStroke((float) Math.max(1, cellY / 16), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        for (int j = 0; j < ROWS; j++) for (int i = 0; i < COLUMNS; i++) cell(pen, i, j, cellX, cellY);
        pen.setColor(Color.WHITE);
        pen.setStroke(new BasicStroke((float) Math.max(1, cellY / 24)));
        for (int i = 0; i <= COLUMNS; i++) pen.draw(new Line2D.Double(i * cellX, 0, i * cellX, height));
        for (int j = 0; j <= ROWS; j++) pen.draw(new Line2D.Double(0, j * cellY, width, j * cellY));
        double size = Math.min(width, height) * 0.94;
        pen.setStroke(new BasicStroke((float) Math.max(1, cellY / 12)));
        pen.draw(new Ellipse2D.Double((width - size) / 2, (height - size) / 2, size, size));
        pen.dispose();
        byte[] rgb = new byte[3 * width * height];
        int[] all = image.getRGB(0, 0, width, height, null, 0, width);
        for (int i = 0; i < all.length; i++) {
            rgb[3 * i] = (byte) (all[i] >> 16);
            rgb[3 * i + 1] = (byte) (all[i] >> 8);
            rgb[3 * i + 2] = (byte) all[i];
        }
        return rgb;
    }

    /** A square with its number, counted by rows; lighter from left to right. */
    private static void cell(Graphics2D pen, int i, int j, double cellX, double cellY) {
        float grey = (i + j) % 2 == 0 ? 0.12f + 0.3f * i / COLUMNS : 0.04f;
        pen.setColor(new Color(grey, grey, grey * 1.15f));
        pen.fillRect((int) (i * cellX), (int) (j * cellY), (int) Math.ceil(cellX), (int) Math.ceil(cellY));
        pen.setColor(j == 0 || i == 0 ? new Color(255, 178, 122) : new Color(150, 170, 190));
        String number = String.valueOf(j * COLUMNS + i + 1);
        double wide = Math.min(cellX * 0.2, cellY * 0.25);
        double x = i * cellX + (cellX - number.length() * wide * 1.6 + wide * 0.6) / 2;
        for (int k = 0; k < number.length(); k++)
            digit(pen, number.charAt(k) - '0', x + k * wide * 1.6, j * cellY + cellY / 2 - wide, wide);
    }

    /** A figure of seven strokes, twice as high as wide: no font is needed for it. */
    private static void digit(Graphics2D pen, int figure, double x, double y, double size) {
        for (int k = 0; k < STROKES.length; k++) {
            if ((FIGURES[figure] >> k & 1) == 0) continue;
            int[] s = STROKES[k];
            pen.draw(new Line2D.Double(x + s[0] * size, y + s[1] * size, x + s[2] * size, y + s[3] * size));
        }
    }
}
