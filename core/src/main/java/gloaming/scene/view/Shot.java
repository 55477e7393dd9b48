package gloaming.scene.view;

import gloaming.flow.Picture;
import gloaming.scene.Scene;
import gloaming.scene.render.Measured;
import gloaming.scene.render.Renderer;
import gloaming.step.Frame;

/** What all cameras have in common once they know where they look from. */
final class Shot {
    private Shot() {}

    /**
     * Draws a scene as the renderer's view has it, and what is read beside the picture.
     *
     * @param samples 1, or 2 for smooth edges
     * @param distance units from the camera at which nearness is 1
     */
    static Picture take(
            Scene scene,
            Renderer renderer,
            int samples,
            int shadows,
            double corners,
            double reach,
            double distance,
            Picture out,
            Frame frame) {
        Measured measured = renderer.measured();
        measured.nearness = beside("nearness", frame);
        measured.normals = beside("normals", frame);
        measured.movement = beside("movement", frame);
        measured.things = beside("things", frame);
        measured.distance = distance;
        measured.dt = frame.dt();
        try {
            renderer.corners(corners, reach).draw(scene, samples, texels(shadows, frame), out, frame.crew());
        } finally {
            measured.forget();
        }
        if (renderer.why() != null) frame.trouble(renderer.why());
        return out;
    }

    /** Places a pixel from side to side: 2 for smooth edges, unless there is no time for them. */
    static int samples(Camera.Edges edges, Frame frame) {
        return edges == Camera.Edges.SMOOTH && !frame.sparing() ? 2 : 1;
    }

    /** At a lower size of the picture shadows are smaller, too. */
    private static int texels(int shadows, Frame frame) {
        return Math.max(64, (int) Math.round(shadows * Math.min(1, frame.renderScale())));
    }

    private static Picture beside(String name, Frame frame) {
        if (!frame.asked(name)) return null;
        Picture picture = frame.picture();
        frame.give(name, picture);
        return picture;
    }
}
