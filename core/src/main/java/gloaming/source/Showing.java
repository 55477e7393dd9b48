package gloaming.source;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.picture.warp.Fitted;
import gloaming.step.Frame;

/** The cut that a step asks for, made anew only when the frame's size changes. */
final class Showing {
    private Cut cut = new Cut(1, 1, 1, Fit.FIT);

    Cut cut(Fit fit, Frame frame) {
        if (!cut.is(frame.width(), frame.height(), frame.renderScale(), fit)) {
            cut = new Cut(frame.width(), frame.height(), frame.renderScale(), fit);
        }
        return cut;
    }

    /** What is there so far as a picture of the frame's size: itself, drawn larger or smaller, or empty. */
    static Picture now(Picture there, Frame frame) {
        if (there == null) return frame.picture().clear();
        if (there.width == frame.width() && there.height == frame.height()) return there;
        return Fitted.over(there, frame.picture(), frame.crew());
    }
}
