package gloaming.media;

import gloaming.sound.Sound;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/** Writes sound as a WAV file: mono, 16 bit. */
public final class Wav {
    private Wav() {}

    /** The whole sound as a file's bytes. */
    public static byte[] bytes(Sound sound) {
        int n = Math.toIntExact(sound.length());
        ByteBuffer file = ByteBuffer.allocate(44 + 2 * n).order(ByteOrder.LITTLE_ENDIAN);
        file.put("RIFF".getBytes(StandardCharsets.US_ASCII))
                .putInt(36 + 2 * n)
                .put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII));
        file.putInt(16)
                .putShort((short) 1)
                .putShort((short) 1)
                .putInt(sound.rate())
                .putInt(sound.rate() * 2);
        file.putShort((short) 2).putShort((short) 16);
        file.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(2 * n);
        for (int i = 0; i < n; i++) file.putShort((short) Math.round(sound.sample(i) * 32_768f));
        return file.array();
    }
}
