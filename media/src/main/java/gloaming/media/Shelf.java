package gloaming.media;

import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.library.Letters;
import gloaming.library.Library;
import gloaming.library.Reel;
import gloaming.library.Sculpture;
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
import java.util.WeakHashMap;
import java.util.concurrent.ConcurrentHashMap;
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

    /** At most so many files of a folder. */
    private static final int MOST_FILES = 1_000;

    private static final int LONGEST_REF = 40;
    private static final int MOST_FONTS = 64;
    /** Clouds, and models, that are kept in memory, at most. */
    private static final int MOST_CLOUDS = 16;

    private final Decoder decoder;
    private final CameraFeed camera;
    private final ShelfReader reader;
    private final WholeFiles<Letters> fonts;
    private final WholeFiles<Points> clouds;
    private final WholeFiles<Shape> models;
    private final WholeFiles<Sculpture> sculptures;
    private final Map<String, Letters> shipped = new ConcurrentHashMap<>();
    /** What plays; a reel that no step holds any more is forgotten. */
    private final Map<ReelPlayer, Boolean> reels = new WeakHashMap<>();

    private volatile Map<String, Item> items = Map.of();
    private volatile Map<String, List<String>> folders = Map.of();

    /** A shelf that reads its files in this process. */
    public Shelf(boolean exact) {
        this(exact, new Here());
    }

    public Shelf(boolean exact, Decoder decoder) {
        this(exact, decoder, new CameraFeed(decoder));
    }

    /** A shelf that has its camera with others. */
    public Shelf(boolean exact, Decoder decoder, CameraFeed camera) {
        this.decoder = decoder;
        this.camera = camera;
        reader = new ShelfReader(exact);
        fonts = new WholeFiles<>(reader, MOST_FONTS, one -> decoder.letters(one.file, one.name));
        clouds = new WholeFiles<>(reader, MOST_CLOUDS, one -> decoder.cloud(one.file, one.name));
        models = new WholeFiles<>(reader, MOST_CLOUDS, one -> decoder.model(one.file, one.name));
        sculptures = new WholeFiles<>(reader, MOST_CLOUDS, one -> decoder.sculpture(one.file, one.name));
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
    }

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
        return reader.exact();
    }

    @Override
    public Still still(String ref) {
        return new ShelfStill(this, reader, ref);
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
        Item item = items.get(ref);
        if (item == null || item.kind != Facts.Kind.FONT)
            return shipped(FontFile.SHIPPED.contains(ref) ? ref : FontFile.SHIPPED.getFirst());
        Letters read = fonts.of(item);
        return read == null ? shipped(FontFile.SHIPPED.getFirst()) : read;
    }

    private Letters shipped(String ref) {
        return shipped.computeIfAbsent(ref, FontFile::shipped);
    }

    @Override
    public Points cloud(String ref) {
        Item item = items.get(ref);
        return item == null || item.kind != Facts.Kind.CLOUD ? Library.EMPTY.cloud(ref) : clouds.of(item);
    }

    @Override
    public Shape model(String ref) {
        Item item = items.get(ref);
        return item == null || item.kind != Facts.Kind.MODEL ? Library.EMPTY.model(ref) : models.of(item);
    }

    @Override
    public Sculpture sculpture(String ref) {
        Item item = items.get(ref);
        return item == null || item.kind != Facts.Kind.MODEL
                ? Sculpture.of(Library.EMPTY.model(ref))
                : sculptures.of(item);
    }

    @Override
    public CameraFeed camera() {
        return camera;
    }

    @Override
    public void close() {
        reader.close();
        synchronized (reels) {
            reels.keySet().forEach(ReelPlayer::close);
        }
    }
}
