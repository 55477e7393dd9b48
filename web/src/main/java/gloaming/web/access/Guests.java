package gloaming.web.access;

import java.security.SecureRandom;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Who has come in from the network. They are gone when the program ends; at most {@value #MOST} at once. */
@Component
public class Guests {
    private static final int MOST = 64;
    private static final long IDLE_S = 12 * 3600;
    private static final SecureRandom RANDOM = new SecureRandom();

    /**
     * One guest.
     *
     * @param id names the guest where it is shown; the token that lets them in is kept by their browser alone
     */
    public record Guest(String id, Role role, String address, Instant since) {}

    private static final class Seat {
        final Guest guest;
        volatile Instant seen = Instant.now();

        Seat(Guest guest) {
            this.guest = guest;
        }
    }

    private final Map<String, Seat> byToken = new ConcurrentHashMap<>();
    private final List<Consumer<Guest>> left = new CopyOnWriteArrayList<>();

    /** Whoever is told that a guest has to go, beside others. */
    public void onLeft(Consumer<Guest> told) {
        left.add(told);
    }

    /** Lets somebody in; the token is for their browser. When there are too many, the one not seen for longest has to go. */
    String come(Role role, String address) {
        if (byToken.size() >= MOST) {
            byToken.entrySet().stream()
                    .min(Comparator.comparing(e -> e.getValue().seen))
                    .ifPresent(e -> end(e.getKey()));
        }
        String token = random(32);
        byToken.put(token, new Seat(new Guest(random(6), role, address, Instant.now())));
        return token;
    }

    Optional<Guest> find(String token) {
        Seat seat = token == null ? null : byToken.get(token);
        if (seat == null) return Optional.empty();
        if (seat.seen.plusSeconds(IDLE_S).isBefore(Instant.now())) {
            end(token);
            return Optional.empty();
        }
        seat.seen = Instant.now();
        return Optional.of(seat.guest);
    }

    /** All guests, the newest first. */
    public List<Guest> all() {
        List<Guest> all =
                new ArrayList<>(byToken.values().stream().map(s -> s.guest).toList());
        all.sort(Comparator.comparing(Guest::since).reversed());
        return all;
    }

    /** Sends a guest away. */
    void endGuest(String id) {
        byToken.forEach((token, seat) -> {
            if (seat.guest.id().equals(id)) end(token);
        });
    }

    void endAll() {
        byToken.keySet().forEach(this::end);
    }

    private void end(String token) {
        Seat seat = byToken.remove(token);
        if (seat != null) left.forEach(told -> told.accept(seat.guest));
    }

    private static String random(int bytes) {
        byte[] all = new byte[bytes];
        RANDOM.nextBytes(all);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(all);
    }
}
