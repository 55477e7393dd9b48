package gloaming.play;

import gloaming.flow.Picture;
import gloaming.flow.SeesSpace;

/** The pixel that somebody points at. */
public final class Probe extends Relay {
    /** The id of a step, or null for the whole look. */
    public final String subject;

    private final float u;
    private final float v;
    private final float[] pixel = {-1, 0, 0, 0, 0, 0};

    private final float[] space = new float[SeesSpace.NUMBERS];
    private boolean inSpace;

    /** Looks at {@code u, v}, 0 to 1 from the bottom left. */
    public Probe(String subject, float u, float v) {
        this.subject = subject;
        this.u = u;
        this.v = v;
    }

    /** Column, row, red, green, blue and cover of the pixel; the reader's while {@link #ready}. */
    public float[] pixel() {
        return pixel;
    }

    /** Where in space that stands which is seen there, as {@link SeesSpace} has it; null where it is no space, or nothing stands there. */
    public float[] space() {
        return inSpace ? space : null;
    }

    void fill(Picture picture, Plan plan) {
        int x = Math.clamp((int) (u * picture.width), 0, picture.width - 1);
        int y = Math.clamp((int) (v * picture.height), 0, picture.height - 1);
        pixel[0] = x;
        pixel[1] = y;
        Picture.Row row = picture.row(y);
        for (int c = 0; c < 4; c++) pixel[2 + c] = row.get(c, x);
        SeesSpace camera = camera(plan);
        inSpace = camera != null && camera.at(u, v, space);
        done();
    }

    /** The camera behind the step, or the only one of the look. */
    private SeesSpace camera(Plan plan) {
        SeesSpace only = null;
        int cameras = 0;
        for (int l = 0; l < plan.lanes.size(); l++) {
            LaneRun lane = plan.lanes.get(l);
            if (!lane.needed) continue;
            SeesSpace last = null;
            for (int i = 0; i < lane.steps.size(); i++) {
                StepRun step = lane.steps.get(i);
                if (!step.step.bypassed() && step.memory instanceof SeesSpace sees) {
                    last = only = sees;
                    cameras++;
                }
                if (step.step.id().equals(subject)) return last;
            }
        }
        return subject == null && cameras == 1 ? only : null;
    }
}
