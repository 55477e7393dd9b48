package gloaming;

import gloaming.desk.Inbox;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.flow.Signal;
import gloaming.library.Library;
import gloaming.sound.Hearing;
import gloaming.step.Frame;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A frame for a single operation, outside any player. */
public final class Moments implements Frame {
    public final Map<String, Flow> reads = new HashMap<>();
    public int width = 160;
    public int height = 90;
    public double renderScale = 1;
    public boolean sparing;
    public double dt = 1 / 60.0;
    public double time;
    public long index;
    public long seed = 5;
    public double tempo = 120;
    public Library library = new Brought();
    public final Inbox inbox = new Inbox();
    public final Hearing hearing = new Hearing();
    /** What the operations said was wrong. */
    public final List<String> troubles = new ArrayList<>();
    /** Results beside the step that somebody asks for, and what was given. */
    public final Map<String, Flow> given = new HashMap<>();
    /** What is handed out as a picture each time, instead of a new one. */
    public Picture reused;

    private final Crew crew = new Crew(1);

    public Moments size(int width, int height) {
        this.width = width;
        this.height = height;
        return this;
    }

    public Moments rate(double framesPerSecond) {
        dt = 1 / framesPerSecond;
        return this;
    }

    public Moments next() {
        time += dt;
        index++;
        return this;
    }

    @Override
    public boolean sparing() {
        return sparing;
    }

    @Override
    public long index() {
        return index;
    }

    @Override
    public double time() {
        return time;
    }

    @Override
    public double dt() {
        return dt;
    }

    @Override
    public double beat() {
        return time * tempo / 60;
    }

    @Override
    public boolean asked(String name) {
        return given.containsKey(name);
    }

    @Override
    public void give(String name, Flow result) {
        if (given.containsKey(name)) given.put(name, result);
    }

    @Override
    public long seed() {
        return seed;
    }

    @Override
    public int width() {
        return width;
    }

    @Override
    public int height() {
        return height;
    }

    @Override
    public Crew crew() {
        return crew;
    }

    @Override
    public Hearing hearing() {
        return hearing;
    }

    @Override
    public double tempo() {
        return tempo;
    }

    @Override
    public Inbox inbox() {
        return inbox;
    }

    @Override
    public Signal lane(String id) {
        return (Signal) reads.get(id);
    }

    @Override
    public Library library() {
        return library;
    }

    @Override
    public Picture picture() {
        if (reused != null) return reused;
        // Not empty, so that a step which relies on that is found out.
        return new Picture(width, height).fill(7, -3, 11, 2);
    }

    @Override
    public Picture onto(Picture in) {
        return in.kept() ? picture() : in;
    }

    @Override
    public <T extends Flow> T read(String name, Class<T> type) {
        return type.cast(reads.get(name));
    }

    @Override
    public double renderScale() {
        return renderScale;
    }

    @Override
    public void trouble(String sentence) {
        troubles.add(sentence);
    }
}
