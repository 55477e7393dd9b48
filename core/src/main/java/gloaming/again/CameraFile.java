package gloaming.again;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.tape.CameraShot;

/** The pictures of the camera, in the file beside a set. */
@FunctionalInterface
public interface CameraFile {
    /** One of them laid into a cut, kept; null where it is not there or cannot be read. */
    Picture picture(CameraShot shot, Cut cut);
}
