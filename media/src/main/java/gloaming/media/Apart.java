package gloaming.media;

import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.library.Cut;
import gloaming.library.Letters;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Reads files in processes of their own, with limits of memory and time: what is wrong with a file costs a sentence. A clip that
 * plays has a process to itself; everything else shares a few.
 */
public final class Apart implements Decoder {
    /** Processes at once, and those kept ready. */
    private static final int MOST = 24;

    private static final int READY = 2;
    /** A process that has read so many files gives way to a fresh one. */
    private static final int JOBS = 500;

    /** For a large picture, and for any other. */
    private static final long LARGE_MS = 3_000;

    private static final long STILL_MS = 12_000;
    private static final long LONG_MS = 30_000;
    private static final long FRAME_MS = 8_000;

    private final Deque<Worker> idle = new ArrayDeque<>();
    private final Set<Worker> busy = ConcurrentHashMap.newKeySet();
    private volatile boolean closed;

    private Worker borrow(String name) throws Unreadable {
        synchronized (this) {
            for (Worker worker; (worker = idle.poll()) != null; ) {
                if (worker.alive()) {
                    busy.add(worker);
                    return worker;
                }
                worker.close();
            }
            if (busy.size() >= MOST || closed)
                throw new Unreadable(
                        "'" + name + "' has to wait: " + MOST + " files are being read or played already.");
        }
        try {
            Worker worker = new Worker();
            busy.add(worker);
            return worker;
        } catch (IOException e) {
            throw new Unreadable("'" + name + "' cannot be read: no process could be started for it.");
        }
    }

    private void giveBack(Worker worker) {
        busy.remove(worker);
        synchronized (this) {
            if (worker.alive() && worker.jobs() < JOBS && idle.size() < READY && !closed) {
                idle.push(worker);
                return;
            }
        }
        worker.close();
    }

    private <T> T once(
            String name,
            long milliseconds,
            Halt halt,
            Wire.Ask ask,
            Worker.Asking asking,
            Worker.Answering<T> answering)
            throws Unreadable {
        Worker worker = borrow(name);
        boolean used = worker.jobs() > 0;
        try {
            if (halt != null) halt.ends(worker::close);
            return worker.ask(name, milliseconds, ask, asking, answering);
        } catch (Worker.Ended e) {
            if (halt != null && halt.halted()) throw new Unreadable("'" + name + "' was left out: it was stopped.");
            // What it read before may have been its end.
            if (used && !worker.late()) return once(name, milliseconds, halt, ask, asking, answering);
            throw e;
        } finally {
            if (halt != null) halt.ends(null);
            giveBack(worker);
        }
    }

    private static void file(DataOutputStream out, Path file, String name) throws IOException {
        out.writeUTF(file.toAbsolutePath().toString());
        out.writeUTF(name);
    }

    @Override
    public Facts facts(Path file, String name, Halt halt) throws Unreadable {
        long time = Facts.still(file) ? time(file) : LONG_MS;
        return once(name, time, halt, Wire.Ask.FACTS, out -> file(out, file, name), Wire::facts);
    }

    private static long time(Path still) {
        return Facts.large(still) ? LARGE_MS : STILL_MS;
    }

    @Override
    public Picture still(Path file, String name, Cut cut) throws Unreadable {
        return once(
                name,
                time(file),
                null,
                Wire.Ask.STILL,
                out -> {
                    file(out, file, name);
                    Wire.cut(out, cut);
                },
                in -> Wire.picture(in, cut));
    }

    @Override
    public Picture jpeg(byte[] jpeg, Cut cut) throws Unreadable {
        return once(
                "the camera",
                STILL_MS,
                null,
                Wire.Ask.JPEG,
                out -> {
                    Wire.cut(out, cut);
                    Wire.bytes(out, jpeg);
                },
                in -> Wire.picture(in, cut));
    }

    @Override
    public Recording sound(Path file, String name) throws Unreadable {
        return once(name, LONG_MS, null, Wire.Ask.SOUND, out -> file(out, file, name), in -> {
            int rate = Math.clamp(in.readInt(), 1, 48_000);
            int length = Wire.count(in, SoundFile.LONGEST * rate);
            short[] samples = new short[length];
            Wire.shorts(in, samples, length);
            return new Recording(name, rate, 0, samples);
        });
    }

    @Override
    public Points cloud(Path file, String name) throws Unreadable {
        return once(name, LONG_MS, null, Wire.Ask.CLOUD, out -> file(out, file, name), Wire::points);
    }

    @Override
    public gloaming.flow.Shape model(Path file, String name) throws Unreadable {
        return once(name, LONG_MS, null, Wire.Ask.MODEL, out -> file(out, file, name), Wire::shape);
    }

    @Override
    public gloaming.library.Sculpture sculpture(Path file, String name) throws Unreadable {
        return once(name, LONG_MS, null, Wire.Ask.SCULPTURE, out -> file(out, file, name), WireSculpture::read);
    }

    @Override
    public Letters letters(Path file, String name) throws Unreadable {
        return once(name, LONG_MS, null, Wire.Ask.LETTERS, out -> file(out, file, name), Outlines::read);
    }

    @Override
    public Frames frames(Path file, String name) throws Unreadable {
        Worker worker = borrow(name);
        boolean used = worker.jobs() > 0;
        OfWorker frames = new OfWorker(worker, name);
        try {
            frames.open(file);
            return frames;
        } catch (Worker.Ended e) {
            frames.close();
            if (used && !worker.late()) return frames(file, name);
            throw e;
        } catch (Unreadable e) {
            frames.close();
            throw e;
        }
    }

    private final class OfWorker implements Frames {
        private final Worker worker;
        private final String name;
        private int number = -1;
        private boolean closed;

        OfWorker(Worker worker, String name) {
            this.worker = worker;
            this.name = name;
        }

        void open(Path file) throws Unreadable {
            worker.ask(name, FRAME_MS, Wire.Ask.OPEN, out -> file(out, file, name), in -> true);
        }

        @Override
        public boolean next() throws Unreadable {
            Integer next = worker.ask(name, FRAME_MS, Wire.Ask.NEXT, out -> {}, in -> in.readInt());
            if (next != null) number = next;
            return next != null;
        }

        @Override
        public int number() {
            return number;
        }

        @Override
        public void seek(int n) throws Unreadable {
            worker.ask(name, FRAME_MS, Wire.Ask.SEEK, out -> out.writeInt(n), in -> true);
            number = n - 1;
        }

        @Override
        public void lay(Cut cut, Laid into) throws Unreadable {
            worker.ask(name, FRAME_MS, Wire.Ask.LAY, out -> Wire.cut(out, cut), in -> {
                Wire.laid(in, cut, into);
                return true;
            });
        }

        @Override
        public void close() {
            if (closed) return;
            closed = true;
            giveBack(worker);
        }
    }

    /** Processes that read or play something now, for those who look after it. */
    public int busy() {
        return busy.size();
    }

    @Override
    public void close() {
        synchronized (this) {
            closed = true;
            idle.forEach(Worker::close);
            idle.clear();
        }
        busy.forEach(Worker::close);
    }
}
