package gloaming.web.access;

import gloaming.look.Refused;
import gloaming.web.store.Shows;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Passphrases of the network, kept as slow hashes, one a role; whoever says one comes in with its role. */
@Component
public class Access {
    static final int SHORTEST = 8;
    private static final int LONGEST = 200;
    private static final String KEPT = "network";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Shows shows;
    private final PasswordEncoder hashes = Pbkdf2PasswordEncoder.defaultsForSpringSecurity_v5_8();
    private final Throttle throttle = new Throttle(System::currentTimeMillis);
    /** Hashing is slow on purpose; it must not take the machine from the stage. */
    private final Semaphore one = new Semaphore(1);

    Access(Shows shows) {
        this.shows = shows;
    }

    /**
     * What is kept.
     *
     * @param open whether the program opens to the network when it starts
     * @param hashes of the passphrases, by the names of their roles
     */
    private record Kept(boolean open, Map<String, String> hashes) {}

    private Kept kept() {
        try {
            return shows.remembered(KEPT)
                    .map(text -> JSON.readValue(text, Kept.class))
                    .orElse(new Kept(false, Map.of()));
        } catch (JacksonException e) {
            return new Kept(false, Map.of());
        }
    }

    public boolean has(Role role) {
        return kept().hashes.containsKey(role.name());
    }

    /** Whether anybody could come in. */
    public boolean any() {
        return !kept().hashes.isEmpty();
    }

    public boolean opensAtStart() {
        return kept().open && any();
    }

    void opensAtStart(boolean open) {
        shows.remember(KEPT, JSON.writeValueAsString(new Kept(open, kept().hashes)));
    }

    /** Sets the passphrase of a role, or takes it away with an empty one. */
    public void set(Role role, String passphrase) {
        Kept kept = kept();
        Map<Role, String> now = new EnumMap<>(Role.class);
        kept.hashes.forEach((name, hash) -> now.put(Role.valueOf(name), hash));
        if (passphrase.isEmpty()) {
            now.remove(role);
        } else {
            if (passphrase.length() < SHORTEST || passphrase.length() > LONGEST)
                throw new Refused("A passphrase has from " + SHORTEST + " to " + LONGEST + " characters.");
            now.forEach((other, hash) -> {
                if (other != role && hashes.matches(passphrase, hash))
                    throw new Refused(
                            "That is the passphrase for " + other.says() + " already; each needs one of its own.");
            });
            now.put(role, hashes.encode(passphrase));
        }
        Map<String, String> names = new java.util.TreeMap<>();
        now.forEach((each, hash) -> names.put(each.name(), hash));
        shows.remember(KEPT, JSON.writeValueAsString(new Kept(kept.open && !names.isEmpty(), names)));
    }

    /** The role that a passphrase opens, or empty; {@link Refused} while too many have been tried. */
    Optional<Role> enter(String passphrase, String address) {
        long wait = throttle.wait(address);
        if (wait > 0 || !one.tryAcquire())
            throw new Refused("Too many passphrases were tried; wait " + Math.max(1, (wait + 999) / 1000) + " s.");
        try {
            if (passphrase.length() > LONGEST) return Optional.empty();
            for (Map.Entry<String, String> each : kept().hashes.entrySet()) {
                if (!hashes.matches(passphrase, each.getValue())) continue;
                throttle.right(address);
                return Optional.of(Role.valueOf(each.getKey()));
            }
            return Optional.empty();
        } finally {
            one.release();
        }
    }
}
