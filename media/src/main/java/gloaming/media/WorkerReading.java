package gloaming.media;

import static org.bytedeco.ffmpeg.global.avutil.av_max_alloc;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.FileDescriptor;
import java.io.FileInputStream;
import java.io.FileOutputStream;
import java.io.IOException;
import java.nio.file.Path;

/**
 * A process that reads files for the program, so that what is wrong with them can only end this one. It answers requests from its
 * standard input one at a time and ends with it.
 */
public final class WorkerReading {
    /** Bytes that a codec may ask for at once. */
    private static final long MOST_AT_ONCE = 1L << 30;

    private final Here here = new Here();
    private final DataInputStream in;
    private final DataOutputStream out;
    private Frames frames;

    private WorkerReading(DataInputStream in, DataOutputStream out) {
        this.in = in;
        this.out = out;
    }

    public static void main(String[] args) throws IOException {
        DataInputStream in =
                new DataInputStream(new BufferedInputStream(new FileInputStream(FileDescriptor.in), 1 << 16));
        DataOutputStream out =
                new DataOutputStream(new BufferedOutputStream(new FileOutputStream(FileDescriptor.out), 1 << 16));
        // Nothing but answers goes out where answers are read.
        System.setOut(System.err);
        av_max_alloc(MOST_AT_ONCE);
        WorkerReading reading = new WorkerReading(in, out);
        out.writeByte(0);
        out.flush();
        try {
            for (; ; ) reading.answer();
        } catch (EOFException e) {
            // Nobody asks any more.
            System.exit(0);
        }
    }

    private void answer() throws IOException {
        Wire.Ask ask = Wire.Ask.values()[in.readByte()];
        try {
            switch (ask) {
                case FACTS -> {
                    Facts facts = here.facts(file(), in.readUTF(), null);
                    done();
                    Wire.facts(out, facts);
                }
                case STILL -> {
                    Picture picture = here.still(file(), in.readUTF(), Wire.cut(in));
                    done();
                    Wire.picture(out, picture);
                }
                case JPEG -> {
                    Cut cut = Wire.cut(in);
                    Picture picture = here.jpeg(Wire.jpeg(in), cut);
                    if (picture == null) out.writeByte(Wire.Answer.NOTHING.ordinal());
                    else {
                        done();
                        Wire.picture(out, picture);
                    }
                }
                case SOUND -> {
                    Recording sound = here.sound(file(), in.readUTF());
                    done();
                    out.writeInt(sound.rate());
                    out.writeInt(sound.samples().length);
                    Wire.shorts(out, sound.samples(), sound.samples().length);
                }
                case CLOUD -> {
                    var points = here.cloud(file(), in.readUTF());
                    done();
                    Wire.points(out, points);
                }
                case MODEL -> {
                    var shape = here.model(file(), in.readUTF());
                    done();
                    Wire.shape(out, shape);
                }
                case SCULPTURE -> {
                    var model = here.sculpture(file(), in.readUTF());
                    done();
                    WireSculpture.write(out, model);
                }
                case LETTERS -> {
                    FontFile font = FontFile.read(file(), in.readUTF());
                    done();
                    Outlines.write(out, font);
                }
                case OPEN -> {
                    if (frames != null) frames.close();
                    frames = null;
                    frames = here.frames(file(), in.readUTF());
                    done();
                }
                case NEXT -> {
                    boolean more = frames.next();
                    out.writeByte((more ? Wire.Answer.DONE : Wire.Answer.NOTHING).ordinal());
                    if (more) out.writeInt(frames.number());
                }
                case SEEK -> {
                    frames.seek(in.readInt());
                    done();
                }
                case LAY -> {
                    Laid laid = new Laid();
                    laid.reuse(room);
                    frames.lay(Wire.cut(in), laid);
                    room = laid;
                    done();
                    Wire.laid(out, laid);
                }
            }
        } catch (Unreadable e) {
            unreadable(e.getMessage());
        } catch (OutOfMemoryError e) {
            unreadable("There is not enough memory to read it; make it smaller.");
        } catch (RuntimeException e) {
            unreadable("It is damaged, and cannot be read.");
        }
        out.flush();
    }

    private Laid room = new Laid();

    private Path file() throws IOException {
        return Path.of(in.readUTF());
    }

    private void done() throws IOException {
        out.writeByte(Wire.Answer.DONE.ordinal());
    }

    private void unreadable(String sentence) throws IOException {
        out.writeByte(Wire.Answer.UNREADABLE.ordinal());
        out.writeUTF(sentence);
    }
}
