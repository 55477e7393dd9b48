package gloaming.sound;

/** A sound with its gain turned: what comes out over 1 is clipped where it is heard, and shown as such. */
public record Louder(Sound sound, double factor) implements Sound {

    @Override
    public String name() {
        return sound.name();
    }

    @Override
    public Sound source() {
        return sound.source();
    }

    @Override
    public int rate() {
        return sound.rate();
    }

    @Override
    public long length() {
        return sound.length();
    }

    @Override
    public double tempo() {
        return sound.tempo();
    }

    @Override
    public float sample(long index) {
        return (float) (sound.sample(index) * factor);
    }

    @Override
    public double heard(double showSeconds) {
        return sound.heard(showSeconds);
    }

    @Override
    public void upTo(double seconds, float[] into) {
        sound.upTo(seconds, into);
        for (int i = 0; i < into.length; i++) into[i] *= (float) factor;
    }
}
