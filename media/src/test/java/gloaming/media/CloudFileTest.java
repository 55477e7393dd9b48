package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Points from files and back. */
class CloudFileTest {
    @TempDir
    Path folder;

    private Points read(String name, String text) throws Exception {
        return CloudFile.read(Files.writeString(folder.resolve(name), text), name);
    }

    @Test
    void aPlyOfWordsHasPlacesColoursAndNormals() throws Exception {
        Points points = read("hull.ply", """
                ply
                format ascii 1.0
                comment made by hand
                element vertex 2
                property float x
                property float y
                property float z
                property float nx
                property float ny
                property float nz
                property uchar red
                property uchar green
                property uchar blue
                property float warmth
                element face 1
                property list uchar int vertex_indices
                end_header
                0 1 2 0 0 1 255 0 188 7
                -1 0.5 1e1 1 0 0 0 255 0 8
                3 0 1 1
                """);
        assertThat(points.n()).isEqualTo(2);
        assertThat(points.at(Attribute.Z, 1)).isEqualTo(10f);
        assertThat(points.at(Attribute.HZ, 0)).isEqualTo(1f);
        assertThat(points.at(Attribute.RED, 0)).isEqualTo(1f);
        // 188 of 255 is half of the light.
        assertThat(points.at(Attribute.BLUE, 0)).isCloseTo(0.5f, within(0.01f));
        assertThat(points.column("warmth").at(1)).isEqualTo(8f);
    }

    @ParameterizedTest
    @ValueSource(strings = {"little", "big"})
    void aBinaryPlyIsReadInEitherOrder(String which) throws Exception {
        ByteBuffer body = ByteBuffer.allocate(3 * (8 + 4 + 2 + 1));
        body.order(which.equals("big") ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < 3; i++)
            body.putDouble(i * 0.5).putFloat(-i).putShort((short) -7).put((byte) 200);
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        file.write(("ply\nformat binary_" + which
                        + "_endian 1.0\nelement vertex 3\nproperty double x\nproperty float y\nproperty short z\n"
                        + "property uchar red\nend_header\n")
                .getBytes(StandardCharsets.US_ASCII));
        file.write(body.array());
        Path path = Files.write(folder.resolve("b.ply"), file.toByteArray());
        Points points = CloudFile.read(path, "b.ply");
        assertThat(points.at(Attribute.X, 2)).isEqualTo(1f);
        assertThat(points.at(Attribute.Y, 2)).isEqualTo(-2f);
        assertThat(points.at(Attribute.Z, 1)).isEqualTo(-7f);
        assertThat(points.at(Attribute.RED, 0)).isCloseTo(0.578f, within(0.005f));
        Path cut = Files.write(folder.resolve("c.ply"), java.util.Arrays.copyOf(file.toByteArray(), file.size() - 5));
        assertThatThrownBy(() -> CloudFile.read(cut, "c.ply")).hasMessageContaining("cut off");
    }

    @Test
    void tablesAreReadWithNamesAndWithout() throws Exception {
        Points csv = read("reeds.csv", "x;y;z;size;height\n0;1;2;0.5;3\n4;5;6;0.25;9\n");
        assertThat(csv.at(Attribute.SIZE, 1)).isEqualTo(0.25f);
        assertThat(csv.column("height").at(0)).isEqualTo(3f);
        Points xyz = read("scan.xyz", "3\n0 0 0 255 255 255\n1 2 3 0 0 0\n-1 -2 -3 255 0 0\n");
        assertThat(xyz.n()).isEqualTo(3);
        assertThat(xyz.at(Attribute.Y, 2)).isEqualTo(-2f);
        assertThat(xyz.at(Attribute.GREEN, 2)).isZero();
        assertThat(xyz.at(Attribute.GREEN, 0)).isEqualTo(1f);
    }

    @Test
    void whatIsWrittenIsReadAgain() throws Exception {
        Points points = new Points().n(50);
        SplittableRandom random = new SplittableRandom(2);
        for (Attribute attribute : Attribute.values()) {
            float[] column = points.each(attribute);
            for (int i = 0; i < 50; i++) column[i] = attribute == Attribute.ID ? i : (float) random.nextDouble();
        }
        points.put("warmth", Column.of(1, 2, 3, 4, 5));
        points.put(".hidden", Column.of(1));
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        CloudFile.write(points, file);
        Points back = CloudFile.read(Files.write(folder.resolve("o.ply"), file.toByteArray()), "o.ply");
        assertThat(back.n()).isEqualTo(50);
        for (Attribute attribute : Attribute.values()) {
            for (int i = 0; i < 50; i++) assertThat(back.at(attribute, i)).isEqualTo(points.at(attribute, i));
        }
        assertThat(back.column("warmth").at(7)).isEqualTo(3f);
        assertThat(back.column(".hidden")).isNull();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "ply\nformat ascii 1.0\nelement vertex 5\nproperty float x\nend_header\n1\n2\n",
                "ply\nformat ascii 1.0\nelement vertex many\nproperty float x\nend_header\n",
                "ply\nformat ascii 1.0\nelement vertex 1\nproperty float q\nend_header\n1\n",
                "ply\nformat woven 1.0\nelement vertex 1\nproperty float x\nend_header\n1\n",
                "ply\nformat binary_little_endian 1.0\nelement vertex 1\nproperty quad x\nend_header\n1\n",
                "ply\nformat ascii 1.0\nelement face 1\nproperty list uchar int a\nelement vertex 1\nend_header\n",
                "ply\nformat ascii 1.0\nelement vertex 99999999\nproperty float x\nend_header\n",
                "ply\n",
                "1 of these is no table\nof numbers at all\n",
            })
    void whatIsDamagedIsOneSentence(String text) {
        assertThatThrownBy(() -> read("bad.ply", text))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("'bad.ply'")
                .hasMessageEndingWith(".");
    }

    @Test
    void randomDamageNeverGetsThrough() throws IOException {
        byte[] good =
                "ply\nformat ascii 1.0\nelement vertex 2\nproperty float x\nproperty float y\nend_header\n1 2\n3 4\n"
                        .getBytes(StandardCharsets.US_ASCII);
        SplittableRandom random = new SplittableRandom(6);
        for (int i = 0; i < 500; i++) {
            byte[] bad = good.clone();
            for (int k = 0; k < 3; k++) bad[random.nextInt(bad.length)] = (byte) random.nextInt(256);
            Path path = Files.write(folder.resolve("d.ply"), bad);
            try {
                assertThat(CloudFile.read(path, "d.ply").n()).isLessThanOrEqualTo(CloudFile.MOST);
            } catch (Unreadable e) {
                assertThat(e.getMessage()).endsWith(".");
            }
        }
    }

    @Test
    void theFactsAndTheShelfKnowACloud() throws Exception {
        Path file = Files.writeString(folder.resolve("weir.xyz"), "0 0 0\n1 1 1\n");
        Facts facts = Facts.of(file, "weir.xyz");
        assertThat(facts.kind()).isEqualTo(Facts.Kind.CLOUD);
        assertThat(facts.coding()).isEqualTo("2 points");
        try (Shelf shelf = new Shelf(true)) {
            shelf.hold(Shelf.items(folder, problem -> {}));
            assertThat(shelf.cloud("weir").n()).isEqualTo(2);
            assertThatThrownBy(() -> shelf.cloud("nothing")).hasMessageContaining("nothing");
            assertThatThrownBy(() -> shelf.cloud("")).hasMessageContaining("chosen");
        }
        assertThat(List.of(Facts.Kind.CLOUD.id())).containsExactly("cloud");
    }

    @Test
    void aSketchShowsAllOfTheCloudInItsColours() {
        Points points = new Points().n(2_001);
        for (int i = 0; i < 2_000; i++) {
            points.each(Attribute.X)[i] = -400 + 0.4f * i;
            points.each(Attribute.RED)[i] = i < 1_000 ? 1 : 0;
            points.each(Attribute.BLUE)[i] = i < 1_000 ? 0 : 1;
        }
        points.each(Attribute.GREEN)[0] = 0;
        points.each(Attribute.X)[2_000] = Float.NaN;
        Picture picture = CloudSketch.of(points, 160, 90);
        int[] span = {160, -1};
        for (int at = 0; at < picture.pixels(); at++) {
            if (picture.r()[at] + picture.b()[at] == 0) continue;
            int column = at % 160;
            span[0] = Math.min(span[0], column);
            span[1] = Math.max(span[1], column);
            if (column < 75) assertThat(picture.b()[at]).isZero();
            if (column > 85) assertThat(picture.r()[at]).isZero();
        }
        assertThat(span[0]).isBetween(5, 15);
        assertThat(span[1]).isBetween(145, 155);
    }

    @Test
    void aSketchOfNothingIsBlack() {
        for (int n : new int[] {0, 1, 3}) {
            Picture picture = CloudSketch.of(new Points().n(n), 16, 9);
            assertThat(picture.r()).hasSize(144);
            for (float light : picture.r()) assertThat(light).isFinite();
        }
    }
}
