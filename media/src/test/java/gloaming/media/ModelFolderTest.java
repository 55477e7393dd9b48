package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.MapLaying;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.flow.SurfaceMap;
import gloaming.library.Sculpture;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Models that refer to other files, which lie with them in a ZIP; and meshes in PLY. */
class ModelFolderTest {
    private static final String GLTF = """
            {"asset":{"version":"2.0"},"scenes":[{"nodes":[0]}],"nodes":[{"mesh":0}],
            "extensionsUsed":["KHR_texture_transform","KHR_materials_transmission","KHR_materials_clearcoat"],
            "images":[{"uri":"../pictures/hull%20red.png"}],"textures":[{"source":0}],
            "materials":[{"extensions":{"KHR_materials_transmission":{"transmissionFactor":0.5},
            "KHR_materials_clearcoat":{"clearcoatFactor":0.75,"clearcoatRoughnessFactor":0.25,
            "clearcoatTexture":{"index":0},"clearcoatRoughnessTexture":{"index":0,"texCoord":1},
            "clearcoatNormalTexture":{"index":0,"scale":0.5}}},"normalTexture":{"index":0,"scale":2},
            "emissiveFactor":[1,1,1],"emissiveTexture":{"index":0,"extensions":{"KHR_texture_transform":{"offset":[0,0.25]}}},
            "pbrMetallicRoughness":{"baseColorTexture":{"index":0,"texCoord":1,"extensions":
            {"KHR_texture_transform":{"offset":[0.25,0.5],"rotation":1.5707963267948966,"scale":[2,4]}}}}}],
            "meshes":[{"primitives":[{"material":0,"attributes":{"POSITION":0,"TEXCOORD_0":1,"TEXCOORD_1":2,"_HEAT":3,"_WAY":0}}]}],
            "accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3"},
            {"bufferView":1,"componentType":5126,"count":3,"type":"VEC2"},{"bufferView":2,"componentType":5126,"count":3,"type":"VEC2"},
            {"bufferView":3,"componentType":5126,"count":3,"type":"SCALAR"}],
            "bufferViews":[{"buffer":0,"byteLength":36},{"buffer":0,"byteOffset":36,"byteLength":24},
            {"buffer":0,"byteOffset":60,"byteLength":24},{"buffer":0,"byteOffset":84,"byteLength":12}],
            "buffers":[{"uri":"boat.bin","byteLength":96}]}""";

    @TempDir
    Path folder;

    private static byte[] floats(float... values) {
        ByteBuffer bytes = ByteBuffer.allocate(4 * values.length).order(ByteOrder.LITTLE_ENDIAN);
        for (float value : values) bytes.putFloat(value);
        return bytes.array();
    }

    private static byte[] red() throws IOException {
        BufferedImage image = new BufferedImage(4, 2, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 8; i++) image.setRGB(i % 4, i / 4, 0xFF0000);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    private static byte[] zip(Map<String, byte[]> files) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (var e : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(e.getKey()));
                zip.write(e.getValue());
            }
        }
        return out.toByteArray();
    }

    private static Map<String, byte[]> boat() throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("boat/read me.txt", "A punt.".getBytes(StandardCharsets.UTF_8));
        files.put("boat/hull/boat.gltf", GLTF.getBytes(StandardCharsets.UTF_8));
        files.put(
                "boat/hull/boat.bin",
                floats(0, 0, 0, 1, 0, 0, 0, 1, 0, 9, 9, 9, 9, 9, 9, 0.5f, 0.25f, 1, 0.25f, 0.5f, 0, 7, 8, 9));
        files.put("boat/pictures/hull red.png", red());
        return files;
    }

    private Sculpture read(byte[] bytes) throws IOException, Unreadable {
        return ModelFile.sculpture(Files.write(Files.createTempFile(folder, "model", ""), bytes), "boat.zip");
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }

    @Test
    void aGltfFindsItsNumbersAndPicturesInItsZip() throws Exception {
        Sculpture boat = read(zip(boat()));
        Shape shape = boat.parts().getFirst().shape();
        assertThat(shape.triangles()).isEqualTo(1);
        assertThat(shape.x()[1]).isEqualTo(1);
        assertThat(shape.y()[2]).isEqualTo(1);
        // As a colour, as the red and the green of a coat, and as normals of two scales.
        assertThat(boat.pictures()).hasSize(5);
        assertThat(boat.pictures().getFirst().width).isEqualTo(4);
        assertThat(boat.pictures().getFirst().r()[0]).isCloseTo(1, within(1e-6f));
        assertThat(boat.stuffs().getFirst().through()).isEqualTo(0.5f);
        assertThat(boat.stuffs().getFirst().coat()).isEqualTo(0.75f);
        assertThat(boat.stuffs().getFirst().coatRoughness()).isEqualTo(0.25f);
    }

    @Test
    void eachPictureIsLaidByTheSetThatItNamesAndMovedAsItSays() throws Exception {
        Sculpture boat = read(zip(boat()));
        Shape shape = boat.parts().getFirst().shape();
        assertThat(shape.u()[0]).isEqualTo(9);
        float[] u2 = shape.number(Shape.SECOND_U);
        float[] v2 = shape.number(Shape.SECOND_V);
        MapLaying colour = boat.stuffs().getFirst().laid(SurfaceMap.COLOUR).how();
        assertThat(colour.second()).isTrue();
        // A quarter turn: u' = 4 v + 0.25, v' = -2 u + 0.5, and v goes down in the file and up here.
        assertThat(colour.u(u2[0], v2[0])).isCloseTo(4 * 0.25 + 0.25, within(1e-5));
        assertThat(colour.v(u2[0], v2[0])).isCloseTo(1 - (-2 * 0.5 + 0.5), within(1e-5));
        assertThat(colour.u(u2[2], v2[2])).isCloseTo(0.25, within(1e-5));
        assertThat(colour.u(u2[1], v2[1])).isCloseTo(1.25, within(1e-5));
        assertThat(colour.v(u2[1], v2[1])).isCloseTo(1 - (-2 + 0.5), within(1e-5));
        MapLaying glow = boat.stuffs().getFirst().laid(SurfaceMap.GLOW).how();
        assertThat(glow).isEqualTo(new MapLaying(false, 1, 0, 0, 0, 1, -0.25f));
        assertThat(boat.stuffs().getFirst().laid(SurfaceMap.COAT).how()).isSameAs(MapLaying.PLAIN);
        assertThat(boat.stuffs().getFirst().laid(SurfaceMap.COAT_ROUGH).how().second())
                .isTrue();
        assertThat(boat.stuffs().getFirst().laid(SurfaceMap.OPEN)).isNull();
    }

    @Test
    void normalsLeanByAsMuchAsTheirScaleSays() throws Exception {
        Sculpture boat = read(zip(boat()));
        // Red is a normal along (1, -1, -1).
        for (var expected :
                Map.of(SurfaceMap.NORMAL, 2.0, SurfaceMap.COAT_NORMAL, 0.5).entrySet()) {
            Picture normals = boat.pictures()
                    .get(boat.stuffs().getFirst().laid(expected.getKey()).picture());
            double s = expected.getValue();
            double length = Math.sqrt(2 * s * s + 1);
            assertThat(2 * normals.r()[0] - 1).isCloseTo((float) (s / length), within(1e-5f));
            assertThat(2 * normals.g()[0] - 1).isCloseTo((float) (-s / length), within(1e-5f));
            assertThat(2 * normals.b()[0] - 1).isCloseTo((float) (-1 / length), within(1e-5f));
        }
    }

    /** The colour's picture of a boat whose picture has covers of 0.2, 0.4, 0.6 and 1, by its material's mode. */
    private Picture covered(String mode) throws Exception {
        BufferedImage image = new BufferedImage(4, 1, BufferedImage.TYPE_INT_ARGB);
        for (int i = 0; i < 4; i++) image.setRGB(i, 0, new int[] {51, 102, 153, 255}[i] << 24 | 0xFF0000);
        var out = new java.io.ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        Map<String, byte[]> files = boat();
        files.put("boat/pictures/hull red.png", out.toByteArray());
        files.put(
                "boat/hull/boat.gltf",
                GLTF.replace("\"materials\":[{", "\"materials\":[{" + mode).getBytes(StandardCharsets.UTF_8));
        Sculpture boat = read(zip(files));
        return boat.pictures()
                .get(boat.stuffs().getFirst().laid(SurfaceMap.COLOUR).picture());
    }

    @Test
    void whatIsOpaqueIsWholeWhatIsMaskedIsThereOrNotAndOnlyWhatIsBlendedCoversInPart() throws Exception {
        for (var expected : Map.of(
                        "",
                        new float[] {1, 1, 1, 1},
                        "\"alphaMode\":\"MASK\",",
                        new float[] {0, 0, 1, 1},
                        "\"alphaMode\":\"MASK\",\"alphaCutoff\":0.3,",
                        new float[] {0, 1, 1, 1},
                        "\"alphaMode\":\"BLEND\",",
                        new float[] {0.2f, 0.4f, 0.6f, 1})
                .entrySet()) {
            Picture colour = covered(expected.getKey());
            for (int i = 0; i < 4; i++) {
                assertThat(colour.a()[i]).isCloseTo(expected.getValue()[i], within(1e-6f));
                assertThat(colour.r()[i]).isCloseTo(expected.getValue()[i], within(1e-6f));
            }
        }
    }

    @Test
    void picturesThatAreNotThereOrDamagedAreCountedAndTheModelIsThereAllTheSame() throws Exception {
        assertThat(read(zip(boat())).missing()).isZero();
        Map<String, byte[]> without = boat();
        without.remove("boat/pictures/hull red.png");
        Sculpture boat = read(zip(without));
        assertThat(boat.missing()).isEqualTo(1);
        assertThat(boat.parts().getFirst().shape().triangles()).isEqualTo(1);
        assertThat(boat.stuffs().getFirst().laid()).isEmpty();
        without.put("boat/pictures/hull red.png", text("no picture"));
        assertThat(read(zip(without)).missing()).isEqualTo(1);
    }

    @Test
    void whatIsToBeSeenAsItIsWhateverLightsThereAreSaysSo() throws Exception {
        assertThat(read(zip(boat())).stuffs().getFirst().unlit()).isFalse();
        Map<String, byte[]> files = boat();
        String told = GLTF.replace(
                "\"extensions\":{\"KHR_materials_transmission\"",
                "\"extensions\":{\"KHR_materials_unlit\":{},\"KHR_materials_transmission\"");
        files.put("boat/hull/boat.gltf", told.getBytes(StandardCharsets.UTF_8));
        assertThat(read(zip(files)).stuffs().getFirst().unlit()).isTrue();
    }

    @Test
    void numbersOfTheFilesOwnAreNumbersOfTheCorners() throws Exception {
        Path file = Files.write(folder.resolve("boat.zip"), zip(boat()));
        for (Shape shape : List.of(
                ModelFile.sculpture(file, "boat.zip").parts().getFirst().shape(), ModelFile.read(file, "boat.zip"))) {
            assertThat(shape.number("heat")).startsWith(7, 8, 9);
            assertThat(shape.number("way_x")).startsWith(0, 1, 0);
            assertThat(shape.number("way_y")).startsWith(0, 0, 1);
        }
    }

    @Test
    void anObjHasThePartsAndStuffsOfItsMtl() throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("mill.obj", text("""
                mtllib mill.mtl
                v 0 0 0
                v 1 0 0
                v 0 1 0
                v 0 0 1
                vt 0 0
                vt 1 0
                vt 0 1
                usemtl brick
                f 1/1 2/2 3/3
                usemtl pane
                f 1/1 3/2 4/3
                """));
        files.put("mill.mtl", text("""
                newmtl brick
                Kd 1 0 0
                Ns 98
                map_Kd brick.png
                newmtl pane
                Kd 0 0 1
                d 0.25
                Ke 2 0 0
                """));
        files.put("textures/BRICK.png", red());
        Sculpture mill = read(zip(files));
        assertThat(mill.parts()).hasSize(2);
        Sculpture.Stuff brick = mill.stuffs().get(mill.parts().get(0).stuff());
        assertThat(brick.colours()).startsWith(1, 0, 0, 1);
        assertThat(brick.roughness()).isCloseTo((float) Math.sqrt(Math.sqrt(2 / 100.0)), within(1e-5f));
        assertThat(brick.laid(SurfaceMap.COLOUR).picture()).isZero();
        Sculpture.Stuff pane = mill.stuffs().get(mill.parts().get(1).stuff());
        assertThat(pane.clear()).isTrue();
        assertThat(pane.colours()).containsExactly(0, 0, 1, 0.25f, 2, 0, 0);
        assertThat(ModelFile.read(Files.write(folder.resolve("m.zip"), zip(files)), "m.zip")
                        .triangles())
                .isEqualTo(2);
    }

    private static final String HEAD = """
            ply
            format %s 1.0
            element vertex 4
            property float x
            property float y
            property float z
            property uchar red
            property uchar green
            property uchar blue
            element face 1
            property uchar flags
            property list uchar int vertex_indices
            element edge 1
            property int vertex1
            end_header
            """;

    @Test
    void aPlyWithFacesIsAModelWhicheverWayItsNumbersStand() throws Exception {
        byte[] ascii = text(HEAD.formatted("ascii")
                + "0 0 0 255 0 0\n1 0 0 255 0 0\n1 1 0 255 0 0\n0 1 0 0 0 255\n7 4 0 1 2 3\n0\n");
        for (ByteOrder order : new ByteOrder[] {null, ByteOrder.LITTLE_ENDIAN, ByteOrder.BIG_ENDIAN}) {
            byte[] file = ascii;
            if (order != null) {
                byte[] head = text(HEAD.formatted(
                        order == ByteOrder.LITTLE_ENDIAN ? "binary_little_endian" : "binary_big_endian"));
                ByteBuffer to =
                        ByteBuffer.allocate(head.length + 4 * 15 + 18 + 4).order(order);
                to.put(head);
                float[][] at = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
                for (int i = 0; i < 4; i++) {
                    to.putFloat(at[i][0]).putFloat(at[i][1]).putFloat(0);
                    to.put((byte) (i < 3 ? 255 : 0)).put((byte) 0).put((byte) (i < 3 ? 0 : 255));
                }
                to.put((byte) 7)
                        .put((byte) 4)
                        .putInt(0)
                        .putInt(1)
                        .putInt(2)
                        .putInt(3)
                        .putInt(0);
                file = to.array();
            }
            Path path = Files.write(Files.createTempFile(folder, "wall", ".ply"), file);
            assertThat(Facts.of(path, "wall.ply").kind()).isEqualTo(Facts.Kind.MODEL);
            Shape wall = ModelFile.read(path, "wall.ply");
            assertThat(wall.triangles()).isEqualTo(2);
            assertThat(wall.nz()[0]).isCloseTo(1, within(1e-5f));
            assertThat(wall.blue()[3]).isCloseTo(1, within(1e-5f));
        }
        byte[] points = text(HEAD.replace("face 1", "face 0").formatted("ascii") + "0 0 0 1 1 1\n".repeat(4));
        assertThat(Facts.of(Files.write(folder.resolve("p.ply"), points), "p.ply")
                        .kind())
                .isEqualTo(Facts.Kind.CLOUD);
    }

    @Test
    void whatIsDamagedOrNoModelIsSaidInOneSentence() throws Exception {
        assertThatThrownBy(() -> read(zip(Map.of("notes.txt", text("nothing")))))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("holds no model");
        Map<String, byte[]> lone = boat();
        lone.remove("boat/hull/boat.bin");
        assertThatThrownBy(() -> read(zip(lone))).isInstanceOf(Unreadable.class);
        byte[] huge = text(HEAD.replace("face 1", "face 1000000000").formatted("ascii"));
        assertThatThrownBy(() -> read(huge)).isInstanceOf(Unreadable.class);
        byte[] whole = zip(boat());
        SplittableRandom random = new SplittableRandom(7);
        for (int i = 0; i < 200; i++) {
            byte[] bytes = whole.clone();
            for (int k = 0; k < 6; k++) bytes[random.nextInt(bytes.length)] = (byte) random.nextInt();
            try {
                read(bytes);
            } catch (Unreadable e) {
                assertThat(e.getMessage()).startsWith("'boat.zip'");
            }
        }
    }

    @Test
    void aZipThatUnpacksWithoutEndIsRefused() throws Exception {
        Map<String, byte[]> bomb = new LinkedHashMap<>();
        byte[] zeros = new byte[40 << 20];
        for (int i = 0; i < 8; i++) bomb.put("a" + i, zeros);
        assertThatThrownBy(() -> read(zip(bomb))).isInstanceOf(Unreadable.class).hasMessageContaining("256 MB");
    }
}
