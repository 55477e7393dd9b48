package gloaming.web.live;

import com.sun.management.HotSpotDiagnosticMXBean;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Lets the machine's compilers have only what nobody else wants while the frames on air hold their rate, and has them work beside the
 * frames while code is still too slow for that, or a look has just begun somewhere.
 *
 * <p>A compiler's thread stands nearly as high as a frame's by itself, so that with two cores each frame took twice its time while it
 * worked. Where the system has no such classes of threads, or does not let a thread out of the lowest again, all stays as it is.
 */
@Component
final class CompilerPriority {
    private static final long LOOK_MS = 20;
    /** For so long after a look began somewhere its code is what is waited for. */
    private static final long COLD_NS = 4_000_000_000L;

    private final House house;
    private final Thread thread;
    private List<Players.Playing> players = List.of();
    private long since = System.nanoTime();

    CompilerPriority(House house) {
        this.house = house;
        thread = Thread.ofPlatform().name("compiler-priority").daemon().start(this::run);
    }

    private void run() {
        if (!isOurs()) return;
        try {
            boolean last = false;
            while (true) {
                Thread.sleep(LOOK_MS);
                boolean now =
                        settled(System.nanoTime()) && house.player().readings().holdsRate();
                if (now != last && !Compilers.serve(now ? SchedulingClass.IDLE : SchedulingClass.USUAL)) return;
                last = now;
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (IOException | RuntimeException | LinkageError e) {
            System.getLogger("gloaming").log(System.Logger.Level.DEBUG, "Compilers keep their priority.", e);
        }
    }

    /** Whether all that play have done so for long enough that their code is warm, or nearly. */
    private boolean settled(long now) {
        List<Players.Playing> playing = house.playing();
        if (!playing.equals(players)) {
            players = playing;
            since = now;
        }
        return now - since > COLD_NS;
    }

    /**
     * Whether it is for us to choose: frames come before everybody else, for whom else compilers would not have to stand back, and whoever is
     * put into the lowest class can leave it again, as the thread that asks does first.
     */
    static boolean isOurs() {
        try {
            return framesComeFirst() && SchedulingClass.IDLE.ofThisThread() && SchedulingClass.USUAL.ofThisThread();
        } catch (RuntimeException | LinkageError e) {
            return false;
        }
    }

    private static boolean framesComeFirst() {
        return ManagementFactory.getPlatformMXBean(HotSpotDiagnosticMXBean.class)
                .getVMOption("ThreadPriorityPolicy")
                .getValue()
                .equals("1");
    }

    @PreDestroy
    void stop() {
        thread.interrupt();
    }
}
