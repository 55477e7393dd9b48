package gloaming.web.access;

import gloaming.look.Refused;
import jakarta.annotation.PreDestroy;
import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.catalina.LifecycleException;
import org.apache.catalina.connector.Connector;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.TomcatWebServer;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** The doors to the network: listening sockets at addresses of this machine beside the loopback one, opened and closed while it runs. */
@Component
public class Doors {
    private static final Logger LOG = LoggerFactory.getLogger(Doors.class);
    private static final int MOST = 4;

    private final Access access;
    private final Guests guests;
    /** Addresses to listen at in place of the machine's own; for tests. */
    private final List<String> given;

    private final Map<String, Connector> open = new ConcurrentHashMap<>();
    private volatile TomcatWebServer server;

    Doors(Access access, Guests guests, @Value("${gloaming.network:}") List<String> given) {
        this.access = access;
        this.guests = guests;
        this.given = given;
    }

    @EventListener
    void started(WebServerInitializedEvent event) {
        if (!(event.getApplicationContext() instanceof ServletWebServerApplicationContext context)) return;
        if (context.getWebServer() instanceof TomcatWebServer tomcat) server = tomcat;
        if (!access.opensAtStart()) return;
        try {
            open();
        } catch (Refused e) {
            LOG.warn(e.getMessage());
        }
    }

    public boolean isOpen() {
        return !open.isEmpty();
    }

    /** Whether a request to this address of the machine came through a door. */
    boolean isDoor(String address) {
        return open.containsKey(address);
    }

    /** Where guests find the program. */
    public List<String> urls() {
        return open.keySet().stream()
                .sorted()
                .map(address -> "http://" + address + ":" + server.getPort() + "/")
                .toList();
    }

    /** Opens to the network, now and at every start; {@link Refused} without a passphrase or a network. */
    public synchronized void open() {
        if (!access.any()) throw new Refused("Set a passphrase first: the program opens to the network only with one.");
        List<String> addresses = addresses();
        if (addresses.isEmpty()) throw new Refused("This machine is in no network at the moment.");
        String failed = null;
        for (String address : addresses) {
            if (open.containsKey(address)) continue;
            Connector connector = new Connector();
            connector.setPort(server.getPort());
            connector.setProperty("address", address);
            connector.setProperty("maxConnections", "200");
            connector.setProperty("maxPostSize", "65536");
            // Requests run beside the frames as those of the machine itself do.
            connector
                    .getProtocolHandler()
                    .setExecutor(server.getTomcat()
                            .getConnector()
                            .getProtocolHandler()
                            .getExecutor());
            try {
                server.getTomcat().getService().addConnector(connector);
                if (!connector.getState().isAvailable()) connector.start();
                open.put(address, connector);
            } catch (LifecycleException | RuntimeException e) {
                failed = address;
                remove(connector);
            }
        }
        if (open.isEmpty())
            throw new Refused("Port " + server.getPort() + " at " + failed + " is taken by another program.");
        access.opensAtStart(true);
    }

    /** Closes all doors and sends all guests away. */
    public synchronized void close() {
        access.opensAtStart(false);
        shut();
        guests.endAll();
    }

    private void shut() {
        open.values().forEach(this::remove);
        open.clear();
    }

    private void remove(Connector connector) {
        try {
            server.getTomcat().getService().removeConnector(connector);
            connector.stop();
            connector.destroy();
        } catch (LifecycleException e) {
            LOG.debug("A door was closed already.", e);
        }
    }

    private List<String> addresses() {
        if (!given.isEmpty()) return given;
        List<String> all = new ArrayList<>();
        try {
            for (NetworkInterface network : Collections.list(NetworkInterface.getNetworkInterfaces())) {
                if (!network.isUp() || network.isLoopback()) continue;
                for (InetAddress address : Collections.list(network.getInetAddresses())) {
                    if (address instanceof Inet4Address && all.size() < MOST) all.add(address.getHostAddress());
                }
            }
        } catch (SocketException e) {
            LOG.warn("The networks of this machine cannot be told: {}", e.getMessage());
        }
        return all;
    }

    @PreDestroy
    void stop() {
        if (server != null) shut();
    }
}
