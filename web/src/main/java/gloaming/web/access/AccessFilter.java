package gloaming.web.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Stands before everything: whoever comes through a {@link Doors door} must be a guest, and does what their role may. A name
 * that some foreign page has pointed at this machine is not answered (DNS rebinding).
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
public class AccessFilter extends OncePerRequestFilter {
    static final String COOKIE = "gloaming-guest";
    /** Where a request and its socket find who asks; null for the machine itself. */
    public static final String GUEST = "gloaming.guest";

    private static final Set<String> OWN = Set.of("localhost", "127.0.0.1", "[::1]", "::1", "0:0:0:0:0:0:0:1");
    private static final Set<String> BEFORE = Set.of("/enter", "/mark.svg", "/favicon.ico");

    /** Scripts and styles under the number of a build. */
    private static final Pattern BUILT = Pattern.compile("/v[0-9a-z]+(/(?:css|js|vendor)/.*)");

    private final Doors doors;
    private final Guests guests;

    AccessFilter(Doors doors, Guests guests) {
        this.doors = doors;
        this.guests = guests;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String here = request.getLocalAddr();
        if (!doors.isDoor(here)) {
            if (!OWN.contains(here) || !OWN.contains(request.getServerName())) {
                response.sendError(400, "Gloaming answers to localhost only.");
                return;
            }
            chain.doFilter(request, response);
            return;
        }
        if (!here.equals(request.getServerName())) {
            response.sendError(400, "Gloaming answers to its own address only.");
            return;
        }
        String path = plain(request.getRequestURI());
        Optional<Guests.Guest> guest = guests.find(token(request));
        if (guest.isEmpty()) {
            if (BEFORE.contains(path) || path.matches("/(css|fonts|vendor)/[a-z0-9.-]+"))
                chain.doFilter(request, response);
            else if (request.getMethod().equals("GET") && !"websocket".equalsIgnoreCase(request.getHeader("Upgrade")))
                response.sendRedirect("/enter");
            else response.sendError(401);
            return;
        }
        if (!guest.get().role().may(request.getMethod(), path) && !path.equals("/enter")) {
            if (path.equals("/")) response.sendRedirect(guest.get().role().home());
            else
                response.sendError(
                        403, "This passphrase is for " + guest.get().role().says() + ".");
            return;
        }
        request.setAttribute(GUEST, guest.get());
        chain.doFilter(request, response);
    }

    private static String plain(String path) {
        Matcher built = BUILT.matcher(path);
        return built.matches() ? built.group(1) : path;
    }

    private static String token(HttpServletRequest request) {
        if (request.getCookies() == null) return null;
        for (Cookie cookie : request.getCookies()) if (cookie.getName().equals(COOKIE)) return cookie.getValue();
        return null;
    }
}
