package gloaming.sound;

/** The parts of the spectrum a level can be taken of; edges in Hz. */
public enum Band {
    LOW(20, 160),
    MID(160, 2_000),
    HIGH(2_000, 16_000),
    ALL(20, 20_000);

    final double from;
    final double to;

    Band(double from, double to) {
        this.from = from;
        this.to = to;
    }
}
