package gloaming.killed;

import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.media.Decoder;
import gloaming.media.Facts;
import gloaming.media.Here;
import gloaming.web.store.Folder;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.OpenLook;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.file.Path;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.flyway.autoconfigure.FlywayAutoConfiguration;
import org.springframework.boot.jdbc.autoconfigure.DataSourceAutoConfiguration;
import org.springframework.boot.jdbc.autoconfigure.DataSourceTransactionManagerAutoConfiguration;
import org.springframework.boot.jooq.autoconfigure.JooqAutoConfiguration;
import org.springframework.boot.transaction.autoconfigure.TransactionAutoConfiguration;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.ComponentScan;
import org.springframework.context.annotation.Configuration;

/**
 * A process that is killed: the program's storage without its pages. It says what it finds, then changes things without end and
 * says of each when it was told that it is kept.
 */
final class Killed {
    private static final int HAND = 25;
    private static final int MOST = 40;

    private Killed() {}

    /** What storage needs and no more: most of a round is the start. */
    @Configuration
    @ImportAutoConfiguration({
        DataSourceAutoConfiguration.class,
        DataSourceTransactionManagerAutoConfiguration.class,
        TransactionAutoConfiguration.class,
        FlywayAutoConfiguration.class,
        JooqAutoConfiguration.class
    })
    @ComponentScan("gloaming.web.store")
    static class Storage {
        @Bean
        Decoder decoder() {
            return new Here();
        }

        @Bean
        Folder folder(@Value("${gloaming.data}") String data) {
            return new Folder(Path.of(data).toAbsolutePath());
        }
    }

    static ConfigurableApplicationContext open(Path data) {
        return new SpringApplicationBuilder(Storage.class)
                .web(WebApplicationType.NONE)
                .properties(Map.of("gloaming.data", data.toString()))
                .logStartupInfo(false)
                .run();
    }

    /** The look that is edited. */
    static Shows.LookRow look(Shows shows) {
        if (shows.shows().isEmpty()) shows.addShow("Tide Mill Night");
        String show = shows.shows().getFirst().id();
        if (shows.looks(show).isEmpty()) shows.addLook(show, Look.empty("Weir"));
        return shows.looks(show).getFirst();
    }

    private static void say(String line) {
        System.out.println(line);
        System.out.flush();
    }

    public static void main(String[] args) throws Exception {
        ConfigurableApplicationContext context = open(Path.of(args[0]));
        Random random = new Random(Long.parseLong(args[1]));
        Shows shows = context.getBean(Shows.class);
        Journal journal = context.getBean(Journal.class);
        OpenLook open = journal.open(look(shows));
        Facts facts = new Facts(Facts.Kind.PICTURE, 1, 1, 1, 0, 0, false, "png", new byte[20_000]);
        say("found " + open.look().seed());
        shows.shows().forEach(s -> say("show " + s.name()));
        context.getBean(Media.class).of(open.showId).forEach(m -> say("medium " + m.name()));
        say("ready");
        journal.onSaved(look -> say("saved " + look.saved("the-page")));
        AtomicLong n = new AtomicLong(open.saved("the-page"));
        Thread.ofPlatform().daemon().start(() -> {
            for (; ; ) {
                long next = n.incrementAndGet();
                say("sent " + next);
                open.apply(new Edit.Format(960, 540, 30, next, 96), 0, new OpenLook.Origin("the-page", next));
                try {
                    Thread.sleep(random.nextInt(HAND));
                } catch (InterruptedException e) {
                    return;
                }
            }
        });
        String made = null;
        // Killed, or ended of itself after so many where that is said.
        int most = args.length > 2 ? Integer.parseInt(args[2]) : Integer.MAX_VALUE;
        for (int i = 0; i < most; i++) {
            String name = "show-" + args[1] + "-" + i;
            if (i % 4 == 0 && shows.shows().size() > MOST) {
                say("forget");
                shows.shows().stream().skip(1).forEach(s -> shows.dropShow(s.id()));
            }
            switch (i % 4) {
                case 0 -> made = shows.addShow(name);
                case 1 -> shows.renameShow(made, name);
                case 2 -> context.getBean(Media.class).add(open.showId, "m", name, "", "0".repeat(64), 1, facts);
                default -> {
                    ByteArrayOutputStream zip = new ByteArrayOutputStream();
                    ShowZip zips = context.getBean(ShowZip.class);
                    zips.write(made, zip);
                    shows.renameShow(zips.read(new ByteArrayInputStream(zip.toByteArray())), name);
                }
            }
            say("did " + i % 4 + " " + name);
            Thread.sleep(random.nextInt(60));
        }
        System.exit(0);
    }
}
