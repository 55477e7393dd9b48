package gloaming.web.access;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import gloaming.look.Refused;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page on which the program is opened to the network, and the one by which guests come in. */
@Controller
class NetworkPages {
    private static final String PAGE = "redirect:/network";
    private static final int QUIET = 2;
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");

    private final Access access;
    private final Doors doors;
    private final Guests guests;

    NetworkPages(Access access, Doors doors, Guests guests) {
        this.access = access;
        this.doors = doors;
        this.guests = guests;
    }

    /** A role as the page shows it. */
    record RoleRow(String name, String says, boolean set) {}

    /** An address with its picture as the path of an SVG of so many units a side. */
    record Way(String url, String path, int side) {}

    /** A guest as the page shows it. */
    record GuestRow(String id, String says, String address, String since) {}

    @GetMapping("/network")
    String network(Model model) {
        model.addAttribute("open", doors.isOpen());
        model.addAttribute("any", access.any());
        model.addAttribute(
                "roles",
                Stream.of(Role.values())
                        .map(r -> new RoleRow(r.name(), r.says(), access.has(r)))
                        .toList());
        model.addAttribute("ways", doors.urls().stream().map(NetworkPages::way).toList());
        model.addAttribute(
                "guests",
                guests.all().stream()
                        .map(g -> new GuestRow(
                                g.id(),
                                g.role().says(),
                                g.address(),
                                CLOCK.format(g.since().atZone(ZoneId.systemDefault()))))
                        .toList());
        return "network";
    }

    private static Way way(String url) {
        try {
            BitMatrix dots =
                    new QRCodeWriter().encode(url, BarcodeFormat.QR_CODE, 0, 0, Map.of(EncodeHintType.MARGIN, QUIET));
            StringBuilder path = new StringBuilder();
            for (int y = 0; y < dots.getHeight(); y++) {
                for (int x = 0; x < dots.getWidth(); x++) {
                    if (dots.get(x, y))
                        path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
                }
            }
            return new Way(url, path.toString(), dots.getWidth());
        } catch (WriterException e) {
            throw new IllegalStateException(e);
        }
    }

    private interface Deed {
        void act();
    }

    private static String then(RedirectAttributes flash, Deed deed) {
        try {
            deed.act();
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return PAGE;
    }

    @PostMapping("/network/open")
    String open(RedirectAttributes flash) {
        return then(flash, doors::open);
    }

    @PostMapping("/network/close")
    String close(RedirectAttributes flash) {
        return then(flash, doors::close);
    }

    @PostMapping("/network/passphrase")
    String passphrase(@RequestParam Role role, @RequestParam String passphrase, RedirectAttributes flash) {
        return then(flash, () -> {
            access.set(role, passphrase);
            // Whoever came in with the old one has to say the new one.
            List<Guests.Guest> gone =
                    guests.all().stream().filter(g -> g.role() == role).toList();
            gone.forEach(g -> guests.endGuest(g.id()));
            if (!access.any()) doors.close();
            flash.addFlashAttribute(
                    "done",
                    passphrase.isEmpty()
                            ? "Nobody comes in for " + role.says() + " any more."
                            : "The passphrase for " + role.says() + " is set.");
        });
    }

    @PostMapping("/network/guests/{id}/end")
    String end(@PathVariable String id, RedirectAttributes flash) {
        return then(flash, () -> guests.endGuest(id));
    }

    @GetMapping("/enter")
    String enter() {
        return "enter";
    }

    @PostMapping("/enter")
    String enter(
            @RequestParam String passphrase,
            HttpServletRequest request,
            HttpServletResponse response,
            RedirectAttributes flash) {
        try {
            Optional<Role> role = access.enter(passphrase, request.getRemoteAddr());
            if (role.isPresent()) {
                String token = guests.come(role.get(), request.getRemoteAddr());
                response.addHeader(
                        HttpHeaders.SET_COOKIE,
                        ResponseCookie.from(AccessFilter.COOKIE, token)
                                .path("/")
                                .httpOnly(true)
                                .sameSite("Strict")
                                .maxAge(Duration.ofHours(12))
                                .build()
                                .toString());
                return "redirect:" + role.get().home();
            }
            flash.addFlashAttribute("refused", "That is no passphrase of this program.");
        } catch (Refused e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/enter";
    }
}
