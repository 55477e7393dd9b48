package gloaming.media;

import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.library.Cut;
import gloaming.library.Letters;
import java.io.IOException;
import java.nio.file.Path;

/**
 * Reads files that come from anywhere. {@link Unreadable}, with one sentence for the artist, is all that can come of a damaged,
 * hostile or far too large one.
 */
public interface Decoder extends AutoCloseable {
    /** What a file is. */
    Facts facts(Path file, String name, Halt halt) throws Unreadable, IOException;

    /** Its first picture laid into a cut. */
    Picture still(Path file, String name, Cut cut) throws Unreadable;

    /** A JPEG in memory laid into a cut, or null where it is none. */
    Picture jpeg(byte[] jpeg, Cut cut) throws Unreadable;

    Recording sound(Path file, String name) throws Unreadable;

    Points cloud(Path file, String name) throws Unreadable;

    /** A model with its stuffs and movements. */
    gloaming.library.Sculpture sculpture(Path file, String name) throws Unreadable;

    /** The triangles of a model. */
    gloaming.flow.Shape model(Path file, String name) throws Unreadable;

    Letters letters(Path file, String name) throws Unreadable;

    Frames frames(Path file, String name) throws Unreadable;

    @Override
    default void close() {}
}
