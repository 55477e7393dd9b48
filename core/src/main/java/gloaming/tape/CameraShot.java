package gloaming.tape;

import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.look.Limits;
import gloaming.look.Refused;
import java.nio.ByteBuffer;

/**
 * A picture of the camera in a set: a JPEG in the file beside, in which one follows the other.
 *
 * @param number its number, from 1 on
 * @param at where it lies there, in bytes
 * @param length how long it is, in bytes
 * @param cut what it was laid into when it was shown
 */
public record CameraShot(long number, long at, int length, Cut cut) {
    /** Bytes of one, at most. */
    public static final int LONGEST = 4 << 20;

    private static final int BYTES = 8 + 8 + 4 + 4 + 4 + 8 + 1;

    byte[] bytes() {
        return ByteBuffer.allocate(BYTES)
                .putLong(number)
                .putLong(at)
                .putInt(length)
                .putInt(cut.width())
                .putInt(cut.height())
                .putDouble(cut.scale())
                .put(code(cut.fit()))
                .array();
    }

    /** As it lies in a set; {@link Refused} where it cannot be. */
    public static CameraShot of(byte[] piece) {
        if (piece.length != BYTES) throw damaged();
        ByteBuffer in = ByteBuffer.wrap(piece);
        CameraShot shot = new CameraShot(
                in.getLong(),
                in.getLong(),
                in.getInt(),
                new Cut(in.getInt(), in.getInt(), in.getDouble(), fit(in.get())));
        Cut cut = shot.cut;
        boolean sized = Math.min(cut.width(), cut.height()) >= 1
                && Math.max(cut.width(), cut.height()) <= Limits.MAX_SIDE
                && cut.scale() > 0
                && cut.scale() <= 16;
        if (!sized || shot.number < 1 || shot.at < 0 || shot.length < 1 || shot.length > LONGEST) throw damaged();
        return shot;
    }

    private static byte code(Fit fit) {
        return switch (fit) {
            case FIT -> 0;
            case FILL -> 1;
            case STRETCH -> 2;
            case ACTUAL -> 3;
        };
    }

    private static Fit fit(byte code) {
        return switch (code) {
            case 0 -> Fit.FIT;
            case 1 -> Fit.FILL;
            case 2 -> Fit.STRETCH;
            case 3 -> Fit.ACTUAL;
            default -> throw damaged();
        };
    }

    private static Refused damaged() {
        return new Refused("The recording is damaged: a picture of the camera is none.");
    }
}
