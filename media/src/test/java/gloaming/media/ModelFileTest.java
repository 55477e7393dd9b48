package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Shape;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Models of every format, made here byte by byte, and what is left of them when they are damaged. */
class ModelFileTest {
    @TempDir
    Path folder;

    private Path file(byte[] bytes) throws IOException {
        return Files.write(Files.createTempFile(folder, "model", ""), bytes);
    }

    private Path file(String text) throws IOException {
        return file(text.getBytes(StandardCharsets.UTF_8));
    }

    /** One triangle: places, then normals, then indices of two bytes. */
    private static byte[] triangle() {
        ByteBuffer bytes = ByteBuffer.allocate(80).order(ByteOrder.LITTLE_ENDIAN);
        for (float f : new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}) bytes.putFloat(f);
        for (int i = 0; i < 3; i++) bytes.putFloat(0).putFloat(0).putFloat(1);
        for (int i = 0; i < 3; i++) bytes.putShort((short) i);
        return bytes.array();
    }

    private static String json(String nodes, String buffer, int count) {
        return """
                {"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[%s],
                "materials":[{"pbrMetallicRoughness":{"baseColorFactor":[0.5,0.25,1,1]}}],
                "meshes":[{"primitives":[{"attributes":{"POSITION":0,"NORMAL":1},"indices":2,"material":0}]}],
                "accessors":[{"bufferView":0,"componentType":5126,"count":%d,"type":"VEC3","min":[0,0,0],"max":[1,1,0]},
                {"bufferView":1,"componentType":5126,"count":3,"type":"VEC3"},{"bufferView":2,"componentType":5123,"count":3,"type":"SCALAR"}],
                "bufferViews":[{"buffer":0,"byteOffset":0,"byteLength":36},{"buffer":0,"byteOffset":36,"byteLength":36},
                {"buffer":0,"byteOffset":72,"byteLength":6}],"buffers":[{"byteLength":80%s}]}""".formatted(nodes, count, buffer);
    }

    private static byte[] glb(String json) {
        byte[] text = json.getBytes(StandardCharsets.UTF_8);
        int padded = (text.length + 3) / 4 * 4;
        byte[] data = triangle();
        ByteBuffer bytes =
                ByteBuffer.allocate(12 + 8 + padded + 8 + data.length).order(ByteOrder.LITTLE_ENDIAN);
        bytes.putInt(0x46546C67).putInt(2).putInt(bytes.capacity());
        bytes.putInt(padded).putInt(0x4E4F534A).put(text);
        while (bytes.position() < 20 + padded) bytes.put((byte) ' ');
        bytes.putInt(data.length).putInt(0x004E4942).put(data);
        return bytes.array();
    }

    private static final String MOVED = "{\"mesh\":0,\"translation\":[1,2,3],\"scale\":[2,2,2]}";

    @Test
    void aGlbStandsWhereItsNodesPutItInItsBaseColour() throws Exception {
        Shape shape = ModelFile.read(file(glb(json(MOVED, "", 3))), "a.glb");
        assertThat(shape.triangles()).isEqualTo(1);
        assertThat(shape.x()[1]).isCloseTo(3, within(1e-6f));
        assertThat(shape.y()[2]).isCloseTo(4, within(1e-6f));
        assertThat(shape.z()[0]).isCloseTo(3, within(1e-6f));
        assertThat(shape.nz()[0]).isCloseTo(1, within(1e-6f));
        assertThat(shape.green()[1]).isCloseTo(0.25f, within(1e-6f));
    }

    @Test
    void aNodeBelowAnotherIsMovedByBothAndOneThatMirrorsKeepsItsFrontInFront() throws Exception {
        String nodes = "{\"children\":[1],\"translation\":[10,0,0]},{\"mesh\":0,\"scale\":[-1,1,1]}";
        Shape shape = ModelFile.read(file(glb(json(nodes, "", 3))), "a.glb");
        assertThat(shape.x()[1]).isCloseTo(9, within(1e-6f));
        int a = shape.of()[0];
        int b = shape.of()[1];
        int c = shape.of()[2];
        float area = (shape.x()[b] - shape.x()[a]) * (shape.y()[c] - shape.y()[a])
                - (shape.x()[c] - shape.x()[a]) * (shape.y()[b] - shape.y()[a]);
        assertThat(area * shape.nz()[a]).isPositive();
    }

    @Test
    void aGltfThatHoldsItsNumbersItselfIsRead() throws Exception {
        String data = Base64.getEncoder().encodeToString(triangle());
        String text = json(MOVED, ",\"uri\":\"data:application/octet-stream;base64," + data + "\"", 3);
        Facts facts = Facts.of(file(text), "a.gltf");
        assertThat(facts.kind()).isEqualTo(Facts.Kind.MODEL);
        assertThat(facts.coding()).isEqualTo("1 triangles");
        assertThat(facts.preview()).isNotEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"other.bin", "../../../etc/hostname", "file:///etc/hostname", "http://localhost/x.bin"})
    void whatAFileRefersToOutsideItselfIsNotLookedFor(String uri) throws IOException {
        Path text = file(json(MOVED, ",\"uri\":\"" + uri + "\"", 3));
        assertThatThrownBy(() -> ModelFile.read(text, "a.gltf")).isInstanceOf(Unreadable.class);
    }

    @Test
    void nodesInACircleHugeCountsAndMissingPartsEndInASentence() throws IOException {
        for (String nodes : new String[] {
            "{\"children\":[0],\"mesh\":0}", "{\"children\":[1]},{\"children\":[0]}", "{\"mesh\":7}", ""
        }) {
            Path one = file(glb(json(nodes, "", 3)));
            assertThatThrownBy(() -> ModelFile.read(one, "a.glb"))
                    .isInstanceOf(Unreadable.class)
                    .hasMessageContaining("'a.glb'");
        }
        Path huge = file(glb(json(MOVED, "", Integer.MAX_VALUE)));
        assertThatThrownBy(() -> ModelFile.read(huge, "a.glb")).isInstanceOf(Unreadable.class);
    }

    @Test
    void damagedFilesEndInASentenceOrAShape() throws IOException {
        byte[] whole = glb(json(MOVED, "", 3));
        SplittableRandom any = new SplittableRandom(5);
        int read = 0;
        for (int i = 0; i < 400; i++) {
            byte[] bytes = i % 2 == 0 ? java.util.Arrays.copyOf(whole, any.nextInt(4, whole.length)) : whole.clone();
            for (int k = 0; k < i % 5; k++) bytes[any.nextInt(4, bytes.length)] = (byte) any.nextInt(256);
            try {
                ModelFile.read(file(bytes), "a.glb");
                read++;
            } catch (Unreadable e) {
                assertThat(e.getMessage()).startsWith("'a.glb'").endsWith(".");
            }
        }
        assertThat(read).isBetween(1, 300);
    }

    @Test
    void anObjIsCutIntoTriangles() throws Exception {
        String quad =
                "# a wall\nmtllib none.mtl\no wall\nv 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nvt 0 0\nvt 1 0\nvt 1 1\nvt 0 1\nf 1/1 2/2 3/3 4/4\n";
        Shape shape = ModelFile.read(file(quad), "wall.obj");
        assertThat(shape.triangles()).isEqualTo(2);
        assertThat(shape.nz()[0]).isCloseTo(1, within(1e-6f));
        assertThat(shape.u()[2]).isCloseTo(1, within(1e-6f));
        assertThat(Facts.of(file(quad), "wall.obj").kind()).isEqualTo(Facts.Kind.MODEL);
    }

    @Test
    void anStlIsReadAsNumbersAndAsText() throws Exception {
        ByteBuffer numbers = ByteBuffer.allocate(84 + 50).order(ByteOrder.LITTLE_ENDIAN);
        numbers.putInt(80, 1).position(84);
        for (float f : new float[] {0, 0, 0, 0, 0, 0, 2, 0, 0, 0, 2, 0}) numbers.putFloat(f);
        String text =
                "solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 2 0 0\nvertex 0 2 0\nendloop\nendfacet\nendsolid\n";
        for (Path one : new Path[] {file(numbers.array()), file(text)}) {
            Shape shape = ModelFile.read(one, "a.stl");
            assertThat(shape.triangles()).isEqualTo(1);
            assertThat(shape.x()[1]).isEqualTo(2);
            assertThat(shape.nz()[0]).isEqualTo(1);
            assertThat(shape.radius()).isCloseTo((float) Math.sqrt(2), within(1e-5f));
        }
    }

    @Test
    void aModelIsReadInAProcessOfItsOwn() throws Exception {
        try (Decoder apart = new Apart()) {
            Shape shape = apart.model(file(glb(json(MOVED, "", 3))), "a.glb");
            assertThat(shape.triangles()).isEqualTo(1);
            assertThat(shape.green()[2]).isCloseTo(0.25f, within(1e-6f));
            Path none = file("{\"asset\":{\"version\":\"2.0\"}}");
            assertThatThrownBy(() -> apart.model(none, "none.gltf"))
                    .isInstanceOf(Unreadable.class)
                    .hasMessageContaining("no triangles");
        }
    }

    @Test
    void cloudsAndTablesAreStillClouds() throws Exception {
        assertThat(Facts.of(file("# x y z\n0 0 0\n1 1 1\n"), "a.xyz").kind()).isEqualTo(Facts.Kind.CLOUD);
        assertThat(Facts.of(file("x,y,z\n0,0,0\n1,1,1\n"), "a.csv").kind()).isEqualTo(Facts.Kind.CLOUD);
    }
}
