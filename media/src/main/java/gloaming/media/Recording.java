package gloaming.media;

import gloaming.sound.Sound;

/** A decoded sound file: mono 16-bit samples in memory. */
public record Recording(String name, int rate, double tempo, short[] samples) implements Sound {
    @Override
    public long length() {
        return samples.length;
    }

    @Override
    public float sample(long index) {
        return samples[(int) index] / 32_768f;
    }
}
