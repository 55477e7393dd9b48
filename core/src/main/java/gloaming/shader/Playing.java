package gloaming.shader;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.warp.Fitted;
import gloaming.step.Frame;
import java.util.List;

/** A step's shader as it plays: the last text that compiled, and what is wrong with a newer one. */
public final class Playing {
    /** How the numbers of a shader are meant. */
    public enum Values {
        @Id("light")
        LIGHT,
        @Id("screen")
        SCREEN
    }

    /** What is said of a shader that reads single pixels, at a lower render scale. */
    static final String COUNTS =
            "reads single pixels, which are larger at a lower render scale, so it looks otherwise than at the full size";

    private static final Picture NOTHING = new Picture(1, 1);
    private String text;
    private Passes passes;
    private Stage[] stages = {};
    private String trouble;

    /** One pass as it plays: its numbers, what it reads, and the pictures it draws in turn when somebody keeps them. */
    private static final class Stage {
        final Passes.Pass pass;
        final Shader.Values values;
        final List<Face.Knob> knobs;
        final Input[] inputs;
        /** Whether its picture is read by a pass, or by the next frame. */
        boolean kept;

        Picture now;
        Picture before = NOTHING;

        Stage(Passes.Pass pass, List<Face.Knob> knobs) {
            this.pass = pass;
            this.knobs = knobs;
            values = pass.shader().values();
            inputs = new Input[pass.shader().samplers().size()];
        }

        /** A picture to draw into, of which the one before still has the last frame. */
        Picture turn(int width, int height, Crew crew) {
            Picture room = before;
            before = now == null ? NOTHING : now;
            if (before != NOTHING && (before.width != width || before.height != height)) {
                // The frame's size has changed: what was is drawn in the new one.
                before = Fitted.over(before, new Picture(width, height), crew);
            }
            boolean fits = room != NOTHING && room.width == width && room.height == height;
            now = fits ? room : new Picture(width, height);
            return now.keep();
        }
    }

    /** So many pixels of the frame at the look's full size. */
    static int full(Frame frame, int pixels) {
        return (int) Math.max(1, Math.round(pixels / frame.renderScale()));
    }

    /**
     * Draws a frame; {@code picture} is what comes in, or null. Coordinates, sizes and slopes are as at full size, whatever the render scale,
     * but where single pixels are read: there nothing but the pixels themselves is sure to meet them.
     */
    Picture draw(String code, Values meant, Object[] own, Picture picture, Frame frame) {
        if (!code.equals(text)) take(code);
        if (passes == null) throw new IllegalArgumentException(trouble);
        if (trouble != null) frame.trouble("goes on as it was before: " + trouble);
        boolean whole = frame.renderScale() == 1;
        boolean counts = false;
        for (Stage stage : stages) counts |= stage.pass.shader().countsPixels();
        if (counts && !whole) frame.trouble(COUNTS);
        boolean asFull = !whole && !counts;
        Picture out = null;
        for (int i = 0; i < stages.length; i++) {
            Stage stage = stages[i];
            int width = stage.pass.width(frame.width());
            int height = stage.pass.height(frame.height());
            boolean last = i == stages.length - 1;
            // What the step shows always has the frame's size.
            if (last) {
                width = frame.width();
                height = frame.height();
            }
            out = stage.kept ? stage.turn(width, height, frame.crew()) : frame.picture();
            if (trouble == null) Face.set(stage.knobs, own, stage.values);
            int fullWidth = asFull ? full(stage.pass, last, full(frame, frame.width()), true) : width;
            int fullHeight = asFull ? full(stage.pass, last, full(frame, frame.height()), false) : height;
            for (Shader.Uniform u : stage.pass.shader().uniforms())
                given(u, stage.values, fullWidth, fullHeight, frame);
            for (int k = 0; k < stage.inputs.length; k++) {
                Picture read = read(i, stage.pass.shader().samplers().get(k).name(), picture, frame);
                boolean scaled = asFull
                        && read != NOTHING
                        && !ofItsOwnSize(
                                i, stage.pass.shader().samplers().get(k).name());
                int readWidth = scaled ? full(frame, read.width) : read.width;
                int readHeight = scaled ? full(frame, read.height) : read.height;
                Input was = stage.inputs[k];
                if (was == null || was.picture() != read || was.width() != readWidth || was.height() != readHeight) {
                    Input.Edge edge = stage.pass.shader().samplers().get(k).edge();
                    stage.inputs[k] = new Input(read, edge, false, readWidth, readHeight);
                }
            }
            stage.pass.shader().run(out, fullWidth, fullHeight, stage.values, stage.inputs, frame.crew());
        }
        if (meant != Values.SCREEN) return out;
        Picture shown = stages[stages.length - 1].kept ? frame.picture().copyFrom(out) : out;
        light(shown, frame);
        return shown;
    }

    private static int full(Passes.Pass pass, boolean last, int frame, boolean across) {
        if (last) return frame;
        return across ? pass.width(frame) : pass.height(frame);
    }

    /** Whether what pass {@code i} reads under this name has a size in pixels of its own. */
    private boolean ofItsOwnSize(int i, String name) {
        int place = name.equals(Passes.BEFORE) ? i : passes.place(name);
        return place >= 0 && place < stages.length - 1 && stages[place].pass.fixed();
    }

    /** What a sampler of pass {@code i} reads: the step's input, a pass's picture of this frame or the last, or a lane. */
    private Picture read(int i, String name, Picture picture, Frame frame) {
        Picture read;
        int place = name.equals(Passes.BEFORE) ? i : passes.place(name);
        if (place >= 0) read = place < i ? stages[place].now : place == i ? stages[i].before : latest(stages[place]);
        else if (name.equals(Face.PICTURE) && picture != null) read = picture;
        else read = frame.read(name, Picture.class);
        return read == null ? NOTHING : read;
    }

    /** The last picture of a pass whose turn in this frame is still to come. */
    private static Picture latest(Stage stage) {
        return stage.now == null ? NOTHING : stage.now;
    }

    private void take(String code) {
        text = code;
        Passes fresh = Passes.of(code);
        if (!fresh.problems.isEmpty()) {
            trouble = fresh.problems.getFirst().toString();
            return;
        }
        trouble = null;
        Stage[] old = stages;
        passes = fresh;
        List<List<Face.Knob>> knobs = Face.knobs(fresh);
        stages = new Stage[fresh.passes.size()];
        for (int i = 0; i < stages.length; i++) stages[i] = new Stage(fresh.passes.get(i), knobs.get(i));
        for (int i = 0; i < stages.length; i++) {
            for (Shader.Sampler s : stages[i].pass.shader().samplers()) {
                int place = s.name().equals(Passes.BEFORE) ? i : fresh.place(s.name());
                if (place >= 0) stages[place].kept = true;
            }
            // What a pass has drawn so far lasts through an edit of its text.
            if (i < old.length && old[i].pass.name().equals(stages[i].pass.name())) {
                stages[i].now = old[i].now;
                stages[i].before = old[i].before;
            }
        }
    }

    static void given(Shader.Uniform u, Shader.Values values, int width, int height, Frame frame) {
        switch (u.name()) {
            case "time" -> values.put(u, 0, frame.time());
            case "beat" -> values.put(u, 0, frame.beat());
            case "frame" -> values.put(u, 0, frame.index());
            case "seed" -> values.put(u, 0, frame.seed() >>> 40);
            case "size" -> {
                values.put(u, 0, width);
                if (u.count() > 1) values.put(u, 1, height);
            }
            default -> {}
        }
    }

    /** From a screen's levels to light, by a polynomial that stays within a thousandth of the sRGB curve. */
    private static void light(Picture out, Frame frame) {
        frame.crew().each(out.height, 16, (from, to) -> {
            for (int c = 0; c < 3; c++) {
                float[] plane = out.plane(c);
                for (int i = out.at(from); i < out.at(to); i++) {
                    float x = plane[i];
                    plane[i] = x * (x * (x * 0.305306011f + 0.682171111f) + 0.012522878f);
                }
            }
        });
    }
}
