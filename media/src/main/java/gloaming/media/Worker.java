package gloaming.media;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;

/** One {@link WorkerReading} process. Whatever takes longer than it may is ended with it. One thread at a time. */
final class Worker implements AutoCloseable {
    /** Kilobytes of address space. */
    private static final long MOST_KB = 5L << 20;

    private static final long START_S = 60;
    private static final Path SHELL = Path.of("/bin/sh");
    private static final ScheduledExecutorService ENDINGS = Executors.newSingleThreadScheduledExecutor(
            Thread.ofPlatform().name("endings").daemon().factory());

    /** Something that is asked for. */
    interface Asking {
        void write(DataOutputStream out) throws IOException;
    }

    /** What came of it. */
    interface Answering<T> {
        T read(DataInputStream in) throws IOException;
    }

    private final Process process;
    private final DataOutputStream out;
    private final DataInputStream in;
    private volatile boolean late;
    private volatile boolean closed;
    private int jobs;

    /** Starts a process; returns when it is ready. */
    Worker() throws IOException {
        process = new ProcessBuilder(command())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        out = new DataOutputStream(new BufferedOutputStream(process.getOutputStream(), 1 << 16));
        in = new DataInputStream(new BufferedInputStream(process.getInputStream(), 1 << 16));
        // On a busy machine a start takes as long as it takes; that is not the file's fault.
        ScheduledFuture<?> ending = ENDINGS.schedule(process::destroyForcibly, START_S, TimeUnit.SECONDS);
        try {
            in.readByte();
        } finally {
            ending.cancel(false);
        }
    }

    private static List<String> command() {
        List<String> java = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx1200m",
                "-Xss512k",
                "-XX:+UseSerialGC",
                "-XX:ReservedCodeCacheSize=48m",
                "-XX:CompressedClassSpaceSize=64m",
                "-XX:+ExitOnOutOfMemoryError",
                "-Xshare:auto",
                "-Djava.awt.headless=true",
                "--add-modules",
                "jdk.incubator.vector",
                "--enable-native-access=ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow",
                "-cp",
                System.getProperty("java.class.path"),
                WorkerReading.class.getName()));
        if (!System.getProperty("os.name").startsWith("Linux") || !Files.isExecutable(SHELL)) return java;
        List<String> limited = new ArrayList<>(
                List.of(SHELL.toString(), "-c", "ulimit -v " + MOST_KB + " -c 0; exec \"$@\"", "reading"));
        limited.addAll(java);
        return limited;
    }

    /**
     * Asks for something and reads what came of it; null where that is nothing. {@link Unreadable} when it cannot be read, takes
     * longer than {@code milliseconds}, or ends the process.
     */
    <T> T ask(String name, long milliseconds, Wire.Ask ask, Asking asking, Answering<T> answering) throws Unreadable {
        jobs++;
        ScheduledFuture<?> ending = ENDINGS.schedule(
                () -> {
                    late = true;
                    process.destroyForcibly();
                },
                milliseconds,
                TimeUnit.MILLISECONDS);
        try {
            out.writeByte(ask.ordinal());
            asking.write(out);
            out.flush();
            return switch (Wire.Answer.values()[in.readByte()]) {
                case DONE -> answering.read(in);
                case NOTHING -> null;
                case UNREADABLE -> throw new Unreadable(in.readUTF());
            };
        } catch (IOException | RuntimeException e) {
            close();
            throw new Ended(
                    late
                            ? "'" + name + "' takes longer to read than " + milliseconds / 1000
                                    + " s; make it smaller, or try again when less is going on."
                            : "'" + name + "' is damaged or far too large: reading it had to be given up.");
        } finally {
            ending.cancel(false);
        }
    }

    /** The process has ended before it could answer. */
    static final class Ended extends Unreadable {
        Ended(String sentence) {
            super(sentence);
        }
    }

    boolean late() {
        return late;
    }

    boolean alive() {
        return process.isAlive() && !late && !closed;
    }

    /** How often it was asked. */
    int jobs() {
        return jobs;
    }

    @Override
    public void close() {
        closed = true;
        process.destroyForcibly();
    }
}
