package gloaming.web.command;

import gloaming.look.Refused;
import gloaming.web.App;
import gloaming.web.access.Access;
import gloaming.web.access.Doors;
import gloaming.web.access.Role;
import gloaming.web.live.Conductor;
import gloaming.web.live.House;
import gloaming.web.live.Resumption;
import gloaming.web.live.SharedFolder;
import gloaming.web.live.StartPriority;
import gloaming.web.store.Damage;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Notices;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.Map;
import java.util.Properties;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.PortInUseException;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** Starts the application and says where it is once the first picture is made. */
public final class Server {
    /** Bytes that there must be room for at a start. */
    private static final int ROOM = 1 << 20;

    private static final long FIRST_PICTURE_MS = 8_000;
    /** Frames after which a look counts as playing. */
    private static final long SETTLED = 60;

    private Server() {}

    /** Runs until the process ends. Port 0 takes a free one. */
    public static ConfigurableApplicationContext run(int port, Path data, boolean demo)
            throws IOException, InterruptedException {
        return run(port, data, demo, false);
    }

    /** The same; {@code network} opens it to the network too. */
    static ConfigurableApplicationContext run(int port, Path data, boolean demo, boolean network)
            throws IOException, InterruptedException {
        try {
            Files.createDirectories(data);
        } catch (IOException e) {
            throw new Refused("The folder " + data + " cannot be made; choose another with --data.");
        }
        writable(data);
        SpringApplication app = new SpringApplication(App.class);
        app.setDefaultProperties(Map.of(
                "gloaming.port",
                port,
                "gloaming.data",
                data.toAbsolutePath().toString(),
                // Whoever takes a free port for the pages wants no fixed one for OSC either.
                "gloaming.osc",
                port == 0 ? 0 : -1,
                "gloaming.build",
                build()));
        app.setMainApplicationClass(App.class);
        app.setLogStartupInfo(false);
        ConfigurableApplicationContext context;
        boolean plays;
        try (StartPriority first = new StartPriority()) {
            context = open(app, port, data);
            first.opened();
            plays = begin(context, demo);
        }
        House house = context.getBean(House.class);
        int bound =
                ((ServletWebServerApplicationContext) context).getWebServer().getPort();
        System.out.println("Gloaming is open at http://localhost:" + bound + "/");
        if (network) open(context);
        Notices notices = context.getBean(Notices.class);
        if (!plays) {
            notices.say(
                    "The look on air has not made a picture yet; put another on air, or open it on the Bench to see why.");
        }
        notices.all().forEach(System.out::println);
        Resumption resumption = context.getBean(Resumption.class);
        Thread.ofVirtual().start(() -> settle(house, resumption));
        return context;
    }

    /** What tells this build from others. */
    private static String build() throws IOException {
        try (InputStream in = Server.class.getResourceAsStream("/META-INF/build-info.properties")) {
            Properties info = new Properties();
            if (in != null) info.load(in);
            String time = info.getProperty("build.time");
            return "v" + (time == null ? 0 : Long.toString(Instant.parse(time).toEpochMilli(), Character.MAX_RADIX));
        }
    }

    /** Begins to play; whether a picture came. */
    private static boolean begin(ConfigurableApplicationContext context, boolean demo)
            throws IOException, InterruptedException {
        context.getBean(Shows.class).sweep();
        context.getBean(MediaStore.class).sweep();
        DemoShow show = context.getBean(DemoShow.class);
        String fresh = show.ensure(demo);
        context.getBean(Resumption.class).resume();
        context.getBean(Conductor.class).resume();
        House house = context.getBean(House.class);
        // The first look has none, and its first picture is made meanwhile.
        if (fresh != null) {
            show.bringMedia(fresh);
            house.mediaChanged(fresh);
        }
        return waitForPicture(house);
    }

    /** Shares a folder with other programs, where one is named. */
    static void share(ConfigurableApplicationContext context, Path folder) {
        if (folder != null) context.getBean(SharedFolder.class).begin(folder);
    }

    private static void open(ConfigurableApplicationContext context) {
        Access access = context.getBean(Access.class);
        String passphrase = System.getenv("GLOAMING_PASSPHRASE");
        if (passphrase != null && !passphrase.isEmpty()) access.set(Role.EVERYTHING, passphrase);
        Doors doors = context.getBean(Doors.class);
        doors.open();
        doors.urls().forEach(url -> System.out.println("and to the network at " + url));
    }

    /** Opens the program; a database that cannot be read is put aside, and what is known of it is opened in its place. */
    private static ConfigurableApplicationContext open(SpringApplication app, int port, Path data) throws IOException {
        try {
            return app.run();
        } catch (RuntimeException e) {
            if (!Damage.is(e)) throw plain(e, port, data);
            Path aside = Damage.putAside(data);
            app.addInitializers(context -> context.getBeanFactory()
                    .registerSingleton(
                            "damage", new Damage.Found(aside.getFileName().toString())));
            try {
                return app.run();
            } catch (RuntimeException again) {
                throw plain(again, port, data);
            }
        }
    }

    /** Whether a picture came within the time that a start may take. */
    private static boolean waitForPicture(House house) throws InterruptedException {
        if (house.onAir() == null) return true;
        long end = System.currentTimeMillis() + FIRST_PICTURE_MS;
        while (System.currentTimeMillis() < end) {
            if (house.player().readings().made() > 0) return true;
            Thread.sleep(5);
        }
        return false;
    }

    /** Notes that what was brought back plays, once it has for a while. */
    private static void settle(House house, Resumption resumption) {
        try {
            while (house.player().readings().made() < SETTLED) Thread.sleep(200);
            resumption.begun();
        } catch (InterruptedException | RuntimeException e) {
            System.getLogger("gloaming")
                    .log(System.Logger.Level.DEBUG, "The program ended before its look had settled.", e);
        }
    }

    /** Asked before anything is opened: a database that cannot be written would look damaged. */
    private static void writable(Path data) {
        Path probe = data.resolve("room.tmp");
        try {
            Files.write(
                    probe,
                    new byte[ROOM],
                    StandardOpenOption.CREATE,
                    StandardOpenOption.WRITE,
                    StandardOpenOption.SYNC);
            Files.delete(probe);
        } catch (IOException e) {
            try {
                Files.deleteIfExists(probe);
            } catch (IOException left) {
                e.addSuppressed(left);
            }
            throw new Refused(full(data));
        }
    }

    private static String full(Path data) {
        return "The data folder " + data
                + " cannot be written to: the disk is full, or it may only be read. Make room, or choose another with --data.";
    }

    private static RuntimeException plain(RuntimeException e, int port, Path data) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof PortInUseException) {
                return new Refused(
                        "Port " + port + " is taken, perhaps by another Gloaming; choose another with --port.");
            }
            if (Damage.full(cause)) {
                return new Refused(full(data));
            }
            if (cause.getMessage() != null && cause.getMessage().contains("may be already in use")) {
                return new Refused("The folder " + data
                        + " is open in another Gloaming; close that, or choose another with --data.");
            }
        }
        return e;
    }
}
