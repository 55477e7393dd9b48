package gloaming.library;

import java.awt.geom.GeneralPath;

/** A font: outlines of letters in units of its own size, 1 from line to line, y up. */
public interface Letters {
    /** The outline of a letter; empty where the font has none. */
    GeneralPath outline(int codePoint);

    /** How far the next letter stands from the start of this one. */
    double advance(int codePoint);

    /** What is added between this pair, mostly negative. */
    double kerning(int left, int right);

    /** From the base line to the top of a capital letter. */
    double capHeight();
}
