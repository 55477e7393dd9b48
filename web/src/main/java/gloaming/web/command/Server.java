package gloaming.web.command;

import gloaming.look.Refused;
import gloaming.web.App;
import gloaming.web.live.House;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Shows;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.PortInUseException;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** Starts the application and says where it is once the first picture is made. */
public final class Server {
    private static final long FIRST_PICTURE_MS = 60_000;

    private Server() {}

    /** Runs until the process ends. Port 0 takes a free one. */
    public static ConfigurableApplicationContext run(int port, Path data, boolean demo)
            throws IOException, InterruptedException {
        try {
            Files.createDirectories(data);
        } catch (IOException e) {
            throw new Refused("The folder " + data + " cannot be made; choose another with --data.");
        }
        SpringApplication app = new SpringApplication(App.class);
        app.setDefaultProperties(Map.of(
                "gloaming.port",
                port,
                "gloaming.data",
                data.toAbsolutePath().toString(),
                // Whoever takes a free port for the pages wants no fixed one for OSC either.
                "gloaming.osc",
                port == 0 ? 0 : -1));
        app.setLogStartupInfo(false);
        ConfigurableApplicationContext context;
        try {
            context = app.run();
        } catch (RuntimeException e) {
            throw plain(e, port, data);
        }
        context.getBean(Shows.class).sweep();
        context.getBean(MediaStore.class).sweep();
        if (demo) context.getBean(DemoShow.class).ensure();
        House house = context.getBean(House.class);
        house.resume();
        waitForPicture(house);
        int bound =
                ((ServletWebServerApplicationContext) context).getWebServer().getPort();
        System.out.println("Gloaming is open at http://localhost:" + bound + "/");
        return context;
    }

    private static void waitForPicture(House house) throws InterruptedException {
        if (house.onStage() == null) return;
        long end = System.currentTimeMillis() + FIRST_PICTURE_MS;
        while (System.currentTimeMillis() < end) {
            if (house.stage().made() > 0) return;
            Thread.sleep(5);
        }
        throw new IllegalStateException("No picture was made in a minute; see the log.");
    }

    private static RuntimeException plain(RuntimeException e, int port, Path data) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof PortInUseException) {
                return new Refused(
                        "Port " + port + " is taken, perhaps by another Gloaming; choose another with --port.");
            }
            if (cause.getMessage() != null && cause.getMessage().contains("may be already in use")) {
                return new Refused("The folder " + data
                        + " is open in another Gloaming; close that, or choose another with --data.");
            }
        }
        return e;
    }
}
