package gloaming.web;

import gloaming.web.command.Server;
import gloaming.web.live.House;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.nio.file.Path;
import java.util.function.BooleanSupplier;
import org.springframework.aot.AotDetector;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.SpringProperties;

/** The whole program on a real data folder, as the command starts it. */
public final class Program implements AutoCloseable {
    final ConfigurableApplicationContext context;
    final int port;

    public Program(int port, Path data, boolean demo) {
        // From what the build wrote down, as the command does; other applications that tests start have nothing of the
        // kind.
        SpringProperties.setFlag(AotDetector.AOT_ENABLED);
        try {
            context = Server.run(port, data, demo);
        } catch (Exception e) {
            throw new IllegalStateException(e);
        } finally {
            SpringProperties.setProperty(AotDetector.AOT_ENABLED, null);
        }
        this.port =
                ((ServletWebServerApplicationContext) context).getWebServer().getPort();
    }

    public <T> T get(Class<T> type) {
        return context.getBean(type);
    }

    String url(String path) {
        return "http://localhost:" + port + path;
    }

    /** The Bench of a look that is put on air for it. */
    String bench(String look) {
        put(look);
        return url("/bench/" + look);
    }

    /** The Desk of a look that is put on air for it. */
    String desk(String look) {
        put(look);
        return url("/desk/" + look);
    }

    void put(String look) {
        get(House.class).take(get(Shows.class).look(look).orElseThrow());
    }

    Shows.LookRow look(String name) {
        Shows shows = get(Shows.class);
        return shows.shows().stream()
                .flatMap(s -> shows.looks(s.id()).stream())
                .filter(l -> l.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    OpenLook open(String name) {
        return get(Journal.class).open(look(name));
    }

    /** Waits until something is true, a minute at most. */
    public static void until(String what, BooleanSupplier is) {
        long end = System.nanoTime() + 60_000_000_000L;
        while (!is.getAsBoolean()) {
            if (System.nanoTime() > end) throw new AssertionError("did not happen in a minute: " + what);
            Thread.onSpinWait();
            java.util.concurrent.locks.LockSupport.parkNanos(5_000_000);
        }
    }

    @Override
    public void close() {
        context.close();
    }
}
