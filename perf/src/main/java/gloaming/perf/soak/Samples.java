package gloaming.perf.soak;

import gloaming.media.Filming;
import gloaming.media.Wav;
import gloaming.sound.HouseBand;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;

/** One whole small file of each kind that can be brought in, made here by real encoders. */
final class Samples {
    private final Path folder;
    private final List<Path> files = new ArrayList<>();

    Samples(Path folder) throws IOException {
        this.folder = folder;
        for (String format : List.of("png", "jpeg", "gif", "tiff")) image(format);
        film("q.webp", "libwebp", "bgra", 1);
        film("q.hdr", "hdr", "gbrpf32le", 1);
        film("c.mp4", "libopenh264", "yuv420p", 20);
        film("c.mov", "mpeg4", "yuv420p", 20);
        film("c.avi", "mjpeg", "yuvj420p", 20);
        film("c.mkv", "mpeg4", "yuv420p", 20);
        film("c.webm", "libvpx", "yuv420p", 20);
        film("p.mov", "png", "rgba", 6);
        write("s.wav", Wav.bytes(new HouseBand(1, 120)));
        for (String sound : List.of("sine.flac", "sine.ogg", "sine.mp3")) resource("/" + sound);
        resource("/gloaming/fonts/hyperlegible.ttf");
        resource("/gloaming/fonts/fraunces.ttf");
        StringBuilder text = new StringBuilder("ply\nformat ascii 1.0\nelement vertex 40\n");
        for (String name : List.of("x", "y", "z"))
            text.append("property float ").append(name).append('\n');
        text.append("property uchar red\nend_header\n");
        StringBuilder table = new StringBuilder("x,y,z,weight\n");
        for (int i = 0; i < 40; i++) {
            text.append(i).append(" 0.5 ").append(-i).append(' ').append(i * 6).append('\n');
            table.append(i).append(",1e-3,").append(-i).append(",7\n");
        }
        write("a.ply", Mutations.utf8(text.toString()));
        byte[] body = new byte[40 * 13];
        String head = "ply\nformat binary_little_endian 1.0\nelement vertex 40\nproperty float x\nproperty float y\n"
                + "property float z\nproperty uchar red\nend_header\n";
        byte[] start = Mutations.utf8(head);
        byte[] binary = java.util.Arrays.copyOf(start, start.length + body.length);
        write("b.ply", binary);
        write("c.csv", Mutations.utf8(table.toString()));
        write("c.xyz", Mutations.utf8(table.toString().replace(',', ' ')));
    }

    /** At least twenty files of different kinds. */
    List<Path> files() {
        return files;
    }

    private void write(String name, byte[] bytes) throws IOException {
        files.add(Files.write(folder.resolve(name), bytes));
    }

    private void image(String format) throws IOException {
        BufferedImage image = new BufferedImage(48, 30, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 48 * 30; i++) image.setRGB(i % 48, i / 48, i * 40_503);
        Path file = folder.resolve("i." + format);
        if (!ImageIO.write(image, format, file.toFile())) throw new IOException("no writer for " + format);
        files.add(file);
    }

    private void film(String name, String encoder, String format, int frames) {
        files.add(Filming.film(folder.resolve(name), encoder, format, 64, 48, frames, 25, 5, Filming.numbered(64)));
    }

    private void resource(String path) throws IOException {
        try (InputStream in = Filming.class.getResourceAsStream(path)) {
            if (in == null) throw new IOException(path + " is not there");
            write(path.replaceAll(".*/", ""), in.readAllBytes());
        }
    }
}
