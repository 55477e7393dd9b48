package gloaming.scene;

import gloaming.step.Frame;
import gloaming.step.Operation;

/** A step on a scene: what comes in is taken over into a scene of its own, and that is changed. */
public interface Staging extends Operation<Scene, Scene, Scene> {

    /** Changes a scene that is this step's own. */
    void stage(Scene own, Frame frame);

    @Override
    default Scene memory() {
        return new Scene();
    }

    @Override
    default Scene run(Scene in, Scene own, Frame frame) {
        own.copyFrom(in);
        stage(own, frame);
        return own;
    }
}
