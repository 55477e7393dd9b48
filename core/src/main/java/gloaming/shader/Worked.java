package gloaming.shader;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * A worked shader of the guide: a text to read, to copy and to change.
 *
 * @param over the id of the one that comes before it where it changes a picture, or empty
 */
public record Worked(String id, String name, String says, String over, String text) {
    private static final int COUNT = 30;

    /** All of them, from the shortest to the most ambitious. */
    public static final List<Worked> ALL = read();

    /** The one of this id, or null. */
    public static Worked of(String id) {
        return ALL.stream().filter(w -> w.id.equals(id)).findFirst().orElse(null);
    }

    /** How many lines it has. */
    public long lines() {
        return text.lines().count();
    }

    /** A look that shows it: what it changes first, and what else it reads in a lane of its own. */
    public Look look() {
        List<Step> steps = new ArrayList<>();
        if (!over.isEmpty()) steps.add(step("s2", "shader-source", of(over)));
        Step main = step("s1", over.isEmpty() ? "shader-source" : "shader-effect", this);
        List<Lane> lanes = new ArrayList<>();
        Map<String, ?> reads = text.contains("uniform sampler2D other") ? Map.of("other", "l2") : Map.of();
        if (!reads.isEmpty()) {
            lanes.add(new Lane("l2", "other", Clock.SHOW, List.of(step("s3", "shader-source", of("18-caustics")))));
            main = main.withRead("other", "l2");
        }
        steps.add(main);
        lanes.add(new Lane("l1", name.toLowerCase(java.util.Locale.ROOT), Clock.SHOW, steps));
        return Look.empty(name).withLanes(lanes).withMix(List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    private static Step step(String id, String type, Worked worked) {
        return Step.of(id, type).with("code", Value.of(worked.text)).withLabel(worked.name);
    }

    private static List<Worked> read() {
        String[] list = text("list.txt").strip().split("\n");
        if (list.length != COUNT) throw new IllegalStateException("the guide has " + list.length + " shaders");
        return Stream.of(list).map(Worked::parse).toList();
    }

    private static Worked parse(String id) {
        String text = text(id + ".frag");
        String[] head = text.lines().limit(2).toArray(String[]::new);
        int colon = head[0].indexOf(": ");
        String over = head[1].startsWith("// over: ") ? head[1].substring(9).strip() : "";
        String says = Character.toUpperCase(head[0].charAt(colon + 2)) + head[0].substring(colon + 3);
        return new Worked(id, head[0].substring(3, colon), says, over, text.replace("// over: " + over + "\n", ""));
    }

    private static String text(String file) {
        try (InputStream in = Worked.class.getResourceAsStream("/gloaming/guide/" + file)) {
            if (in == null) throw new IllegalStateException("the guide has no " + file);
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
