package gloaming.media;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Letters;
import gloaming.library.Library;
import gloaming.library.Reel;
import gloaming.library.Still;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * The media of one show.
 *
 * <p>In a live show nothing here waits: what is not read yet is read on a thread of the shelf's own, and the step shows what it
 * had. With {@code exact} every call waits until it has what was asked for, for pictures that are worked out in their own time.
 */
public final class Shelf implements Library, AutoCloseable {
    /**
     * A medium.
     *
     * @param version changes with its bytes
     * @param folder the name of the folder it stands in, or empty
     */
    public record Item(
            String ref,
            String name,
            Facts.Kind kind,
            Path file,
            String version,
            String folder,
            int frames,
            double rate) {}

    /** Stills that may wait to be read; more are asked for again by the next frame. */
    private static final int MOST_WAITING = 32;

    private final boolean exact;
    private final Decoder decoder;
    private final CameraFeed camera;
    private final ThreadPoolExecutor reader;
    private volatile Map<String, Item> items = Map.of();
    private volatile Map<String, List<String>> folders = Map.of();
    private volatile Map<String, Letters> fonts = Map.of();

    /** A shelf that reads its files in this process. */
    public Shelf(boolean exact) {
        this(exact, new Here());
    }

    public Shelf(boolean exact, Decoder decoder) {
        this(exact, decoder, new CameraFeed(decoder));
    }

    /** A shelf that has its camera with others. */
    public Shelf(boolean exact, Decoder decoder, CameraFeed camera) {
        this.exact = exact;
        this.decoder = decoder;
        this.camera = camera;
        reader = new ThreadPoolExecutor(
                1,
                1,
                10,
                TimeUnit.SECONDS,
                new ArrayBlockingQueue<>(MOST_WAITING),
                run -> Thread.ofPlatform()
                        .name("shelf")
                        .daemon()
                        .priority(Thread.MIN_PRIORITY)
                        .unstarted(run));
        reader.allowCoreThreadTimeOut(true);
    }

    /** Holds these media from now on; whoever shows one that changed goes on with the new one. */
    public void hold(List<Item> media) {
        Map<String, Item> byRef = new HashMap<>();
        Map<String, List<Item>> byFolder = new HashMap<>();
        for (Item item : media) {
            byRef.put(item.ref, item);
            if (item.kind == Facts.Kind.PICTURE && !item.folder.isEmpty()) {
                byFolder.computeIfAbsent(item.folder, f -> new ArrayList<>()).add(item);
            }
        }
        Map<String, List<String>> refs = new HashMap<>();
        byFolder.forEach((folder, all) -> refs.put(
                folder,
                all.stream()
                        .sorted(Comparator.comparing(Item::name).thenComparing(Item::ref))
                        .map(Item::ref)
                        .toList()));
        items = Map.copyOf(byRef);
        folders = Map.copyOf(refs);
        fonts = Map.of();
    }

    /** At most so many files of a folder. */
    private static final int MOST_FILES = 1_000;

    private static final int LONGEST_REF = 40;

    /** A word of a name that documents can hold: {@code Brass Bell (2).PNG} is {@code brass-bell-2}. */
    public static String refOf(String name) {
        String ref = name.replaceAll("\\.[A-Za-z0-9]{1,5}$", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", "-")
                .replaceAll("^-+|-+$", "");
        if (ref.length() > LONGEST_REF) ref = ref.substring(0, LONGEST_REF);
        return ref.isEmpty() ? "medium" : ref;
    }

    /** The files of a folder as media named after them, and those of its folders as folders; what cannot be read is said. */
    public static List<Item> items(Path folder, Consumer<String> left) throws IOException {
        List<Path> files;
        try (Stream<Path> all = Files.walk(folder, 2)) {
            files = all.filter(Files::isRegularFile).sorted().limit(MOST_FILES).toList();
        }
        List<Item> items = new ArrayList<>();
        for (Path file : files) {
            String name = file.getFileName().toString();
            String in = file.getParent().equals(folder)
                    ? ""
                    : file.getParent().getFileName().toString();
            try {
                Facts facts = Facts.of(file, name);
                items.add(new Item(refOf(name), name, facts.kind(), file, name, in, facts.frames(), facts.rate()));
            } catch (Unreadable e) {
                left.accept(e.getMessage() + " It is left out.");
            }
        }
        return items;
    }

    Item item(String ref, Facts.Kind kind) {
        Item item = items.get(ref);
        if (item == null) {
            String what = kind == Facts.Kind.CLIP ? "clip" : "picture";
            throw new IllegalArgumentException(
                    ref.isEmpty() ? "no " + what + " is chosen" : "there is no medium '" + ref + "' in this show");
        }
        if (item.kind != kind) {
            throw new IllegalArgumentException("'" + item.name + "' is a " + item.kind.id() + ", not a " + kind.id());
        }
        return item;
    }

    Decoder decoder() {
        return decoder;
    }

    boolean exact() {
        return exact;
    }

    @Override
    public Still still(String ref) {
        return new Shown(ref);
    }

    @Override
    public Reel reel(String ref) {
        ReelPlayer reel = new ReelPlayer(this, ref);
        synchronized (reels) {
            reels.put(reel, true);
        }
        return reel;
    }

    @Override
    public List<String> folder(String name) {
        return folders.getOrDefault(name, List.of());
    }

    /** A font that is being read shows as the shipped one until it is there. */
    @Override
    public Letters letters(String ref) {
        Letters known = fonts.get(ref);
        if (known != null) return known;
        Item item = items.get(ref);
        if (item == null || item.kind != Facts.Kind.FONT) {
            String shipped = FontFile.SHIPPED.contains(ref) ? ref : FontFile.SHIPPED.getFirst();
            return keep(ref, FontFile.shipped(shipped));
        }
        FontRead read = reading.get(ref);
        if (read == null || !read.item.version.equals(item.version)) {
            if (!exact && reader.getQueue().remainingCapacity() == 0) return plain();
            if (reading.size() >= MOST_FONTS) reading.clear();
            read = new FontRead(item);
            reading.put(ref, read);
            if (exact) read.run();
            else reader.execute(read);
        }
        if (read.problem != null) throw new IllegalArgumentException(read.problem);
        return read.letters == null ? plain() : keep(ref, read.letters);
    }

    private Letters plain() {
        return letters(FontFile.SHIPPED.getFirst());
    }

    private synchronized Letters keep(String ref, Letters letters) {
        Map<String, Letters> more = new HashMap<>(fonts);
        more.put(ref, letters);
        fonts = Map.copyOf(more);
        return letters;
    }

    /** What plays; a reel that no step holds any more is forgotten. */
    private final Map<ReelPlayer, Boolean> reels = new java.util.WeakHashMap<>();

    private static final int MOST_FONTS = 64;
    private final Map<String, FontRead> reading = new ConcurrentHashMap<>();

    /** A font as it was read, or what is wrong with it; neither while that goes on. */
    private final class FontRead implements Runnable {
        private final Item item;
        private volatile Letters letters;
        private volatile String problem;

        FontRead(Item item) {
            this.item = item;
        }

        @Override
        public void run() {
            try {
                letters = decoder.letters(item.file, item.name);
            } catch (Unreadable e) {
                problem = sentence(e);
            }
        }
    }

    /** Clouds, and models, that are kept in memory, at most. */
    private static final int MOST_CLOUDS = 16;

    private final Map<String, Kept<gloaming.flow.Points>> clouds = new ConcurrentHashMap<>();
    private final Map<String, Kept<gloaming.flow.Shape>> models = new ConcurrentHashMap<>();
    private final Map<String, Kept<gloaming.library.Sculpture>> sculptures = new ConcurrentHashMap<>();

    /** Reads the whole of a file. */
    private interface Whole<T> {
        T read(Item item) throws Unreadable;
    }

    /** A file as it was read, or what is wrong with it; neither while that goes on. */
    private static final class Kept<T> {
        final Item item;
        volatile T whole;
        volatile String problem;

        Kept(Item item) {
            this.item = item;
        }

        void read(Whole<T> how) {
            try {
                whole = how.read(item);
            } catch (Unreadable e) {
                problem = sentence(e);
            }
        }
    }

    private <T> T kept(Map<String, Kept<T>> all, String ref, Item item, Whole<T> how) {
        Kept<T> known = all.get(ref);
        if (known == null || !known.item.version.equals(item.version)) {
            if (!exact && reader.getQueue().remainingCapacity() == 0) return known == null ? null : known.whole;
            if (all.size() >= MOST_CLOUDS) all.clear();
            Kept<T> now = new Kept<>(item);
            // What is shown stays until the new one is there.
            if (known != null) now.whole = known.whole;
            all.put(ref, now);
            if (exact) now.read(how);
            else reader.execute(() -> now.read(how));
            known = now;
        }
        if (known.problem != null) throw new IllegalArgumentException(known.problem);
        return known.whole;
    }

    @Override
    public gloaming.flow.Points cloud(String ref) {
        Item item = items.get(ref);
        if (item == null || item.kind != Facts.Kind.CLOUD) return Library.EMPTY.cloud(ref);
        return kept(clouds, ref, item, one -> decoder.cloud(one.file, one.name));
    }

    @Override
    public gloaming.flow.Shape model(String ref) {
        Item item = items.get(ref);
        if (item == null || item.kind != Facts.Kind.MODEL) return Library.EMPTY.model(ref);
        return kept(models, ref, item, one -> decoder.model(one.file, one.name));
    }

    @Override
    public gloaming.library.Sculpture sculpture(String ref) {
        Item item = items.get(ref);
        if (item == null || item.kind != Facts.Kind.MODEL)
            return gloaming.library.Sculpture.of(Library.EMPTY.model(ref));
        return kept(sculptures, ref, item, one -> decoder.sculpture(one.file, one.name));
    }

    @Override
    public CameraFeed camera() {
        return camera;
    }

    /** Without the full stop, as part of a longer sentence. */
    static String sentence(Unreadable e) {
        String message = e.getMessage();
        return message.endsWith(".") ? message.substring(0, message.length() - 1) : message;
    }

    @Override
    public void close() {
        reader.shutdownNow();
        synchronized (reels) {
            reels.keySet().forEach(ReelPlayer::close);
        }
    }

    /** A still as one step shows it. */
    private final class Shown implements Still {
        private final String ref;
        private String version = "";
        private Cut cut;
        private boolean asked;
        /** Written by the reader. */
        private volatile Picture ready;

        private volatile String problem;

        Shown(String ref) {
            this.ref = ref;
        }

        @Override
        public Picture at(Cut wanted) {
            Item item = item(ref, Facts.Kind.PICTURE);
            if (!asked || !wanted.equals(cut) || !item.version.equals(version)) ask(item, wanted);
            if (problem != null && ready == null) throw new IllegalArgumentException(problem);
            return ready;
        }

        private void ask(Item item, Cut wanted) {
            Runnable read = () -> {
                try {
                    ready = decoder.still(item.file, item.name, wanted);
                    problem = null;
                } catch (Unreadable e) {
                    problem = sentence(e);
                }
            };
            if (exact) read.run();
            else if (reader.getQueue().remainingCapacity() == 0) return;
            else reader.execute(read);
            asked = true;
            cut = wanted;
            version = item.version;
        }
    }
}
