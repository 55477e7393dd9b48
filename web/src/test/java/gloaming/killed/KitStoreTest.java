package gloaming.killed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Clock;
import gloaming.look.Edits;
import gloaming.look.KeptKit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.KitShelf;
import gloaming.step.KitWrap;
import gloaming.web.store.KitZip;
import gloaming.web.store.Kits;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;

/** The shelf of kits on the disk, and as files. */
class KitStoreTest {
    @TempDir
    Path data;

    private static KeptKit kit(String medium, int revision) {
        Look look = Look.empty("Weir")
                .withLanes(List.of(new Lane(
                        "l1",
                        "sign",
                        Clock.SHOW,
                        List.of(
                                Step.of("s1", "still-picture").with("medium", Value.of(medium)),
                                Step.of("s2", "glow")))));
        look = Edits.apply(look, new KitWrap(Catalogue.all()).wrap(look, List.of("l1"), List.of(), "sign"));
        return new KitShelf(Catalogue.all()).kept(look, look.kits().getFirst().id(), "a-sign", revision);
    }

    private static byte[] picture() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(40, 20, BufferedImage.TYPE_INT_RGB), "png", out);
        return out.toByteArray();
    }

    @Test
    void whatIsKeptIsThereAfterARestartAndOnePerPlace() {
        String show;
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            show = context.getBean(Shows.class).addShow("Tide Mill Night");
            Kits kits = context.getBean(Kits.class);
            kits.keep(show, kit("", 1), List.of());
            kits.keep(show, kit("", 2), List.of());
            kits.keep(null, kit("", 5), List.of());
        }
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Kits kits = context.getBean(Kits.class);
            assertThat(kits.of(show)).extracting(Kits.Row::revision).containsExactlyInAnyOrder(2, 5);
            assertThat(kits.of("another")).extracting(Kits.Row::revision).containsExactly(5);
            Kits.Row own = kits.of(show).stream()
                    .filter(row -> row.showId() != null)
                    .findFirst()
                    .orElseThrow();
            assertThat(kits.document(own.id())).isEqualTo(kit("", 2));
            kits.delete(own.id(), true);
            assertThat(kits.of(show)).hasSize(1);
            kits.delete(own.id(), false);
            kits.move(own.id(), null);
            assertThat(kits.of("another")).hasSize(2);
        }
    }

    @Test
    void anotherNameAndExplanationAreTheNextRevisionOfTheSameKit() {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Kits kits = context.getBean(Kits.class);
            String show = context.getBean(Shows.class).addShow("Tide Mill Night");
            Kits.Row row = kits.keep(show, kit("", 4), List.of());
            Kits.Row called = kits.called(row.id(), "Mill sign", "Hangs over the door and glows.");
            assertThat(called).isEqualTo(new Kits.Row(row.id(), show, "a-sign", 5, "Mill sign"));
            KeptKit now = kits.document(row.id());
            assertThat(now.kit().says()).isEqualTo("Hangs over the door and glows.");
            assertThat(now.kit().kept().revision()).isEqualTo(5);
            assertThat(now.look().lanes()).isEqualTo(kit("", 4).look().lanes());
            assertThatThrownBy(() -> kits.called(row.id(), "  ", "")).isInstanceOf(Refused.class);
            assertThat(kits.find(row.id())).contains(called);
            assertThatThrownBy(() -> kits.called("gone", "Sign", "")).hasMessageContaining("not on the shelf");
        }
    }

    @Test
    void aKitGoesOutWithItsMediaAndComesIntoAnotherShowAndItsBytesStay() throws Exception {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Shows shows = context.getBean(Shows.class);
            Kits kits = context.getBean(Kits.class);
            KitZip zips = context.getBean(KitZip.class);
            Media media = context.getBean(Media.class);
            MediaStore store = context.getBean(MediaStore.class);
            String one = shows.addShow("Tide Mill Night");
            Media.Row sign = store.add(one, "", "sign.png", "", new ByteArrayInputStream(picture()));
            List<Kits.Medium> shown = List.of(new Kits.Medium(sign.ref(), sign.name(), sign.hash()));
            Kits.Row row = kits.keep(one, kit(sign.ref(), 1), shown);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            zips.write(kits.document(row.id()), kits.media(row.id()), out);

            String two = shows.addShow("Another evening");
            Kits.Row came = zips.read(two, new ByteArrayInputStream(out.toByteArray()));
            assertThat(came.kept()).isEqualTo("a-sign");
            assertThat(kits.media(came.id())).isEqualTo(shown);
            assertThat(media.of(two)).extracting(Media.Row::name).containsExactly("sign.png");

            // Whoever deletes the medium and sweeps leaves the kit its bytes.
            media.of(one).forEach(r -> media.delete(r.id(), true));
            media.of(two).forEach(r -> media.delete(r.id(), true));
            store.sweep();
            assertThat(Files.isRegularFile(store.path(sign.hash()))).isTrue();

            ByteArrayOutputStream whole = new ByteArrayOutputStream();
            context.getBean(ShowZip.class).write(one, whole);
            String again = context.getBean(ShowZip.class).read(new ByteArrayInputStream(whole.toByteArray()));
            assertThat(kits.of(again)).extracting(Kits.Row::kept).containsExactly("a-sign");

            Random random = new Random(19);
            for (int i = 0; i < 200; i++) {
                byte[] damaged = out.toByteArray();
                for (int k = 0; k < 1 + i % 8; k++) damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
                if (i % 3 == 0) damaged = java.util.Arrays.copyOf(damaged, random.nextInt(damaged.length));
                int before = media.of(two).size();
                try {
                    zips.read(two, new ByteArrayInputStream(damaged));
                } catch (Refused e) {
                    assertThat(e.getMessage()).doesNotContain("\n").endsWith(".");
                    assertThat(media.of(two)).as("nothing is left behind").hasSize(before);
                }
            }
            assertThatThrownBy(() -> zips.read(two, new ByteArrayInputStream(new byte[0])))
                    .isInstanceOf(Refused.class);
        }
    }

    @Test
    void looksThatShowOneAnotherDoSoInACopyOfTheShow() throws Exception {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Shows shows = context.getBean(Shows.class);
            String show = shows.addShow("Tide Mill Night");
            String inner = shows.addLook(show, Look.empty("Weir"));
            shows.addLook(
                    show,
                    Look.empty("Wall")
                            .withLanes(List.of(new Lane(
                                    "l1",
                                    "wall",
                                    Clock.SHOW,
                                    List.of(Step.of("s1", "look-inside").with("look", Value.of(inner)))))));
            ByteArrayOutputStream whole = new ByteArrayOutputStream();
            context.getBean(ShowZip.class).write(show, whole);
            String again = context.getBean(ShowZip.class).read(new ByteArrayInputStream(whole.toByteArray()));
            String copy = shows.duplicate(shows.show(show).orElseThrow(), "Once more");
            for (String other : List.of(again, copy)) {
                List<Shows.LookRow> rows = shows.looks(other);
                assertThat(shows.document(rows.get(1).id())
                                .step("s1")
                                .orElseThrow()
                                .settings())
                        .containsEntry("look", Value.of(rows.getFirst().id()));
            }
        }
    }
}
