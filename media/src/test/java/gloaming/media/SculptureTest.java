package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Picture;
import gloaming.flow.SurfaceMap;
import gloaming.library.Sculpture;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Models with skins, animations and pictures, made here byte by byte. */
class SculptureTest {
    @TempDir
    Path folder;

    private final ByteArrayOutputStream data = new ByteArrayOutputStream();
    private final List<String> views = new ArrayList<>();
    private final List<String> accessors = new ArrayList<>();

    private int view(byte[] bytes) {
        while (data.size() % 4 != 0) data.write(0);
        views.add("{\"buffer\":0,\"byteOffset\":%d,\"byteLength\":%d}".formatted(data.size(), bytes.length));
        data.writeBytes(bytes);
        return views.size() - 1;
    }

    private int floats(String type, int n, float... values) {
        ByteBuffer bytes = ByteBuffer.allocate(4 * values.length).order(ByteOrder.LITTLE_ENDIAN);
        for (float value : values) bytes.putFloat(value);
        accessors.add("{\"bufferView\":%d,\"componentType\":5126,\"count\":%d,\"type\":\"%s\"}"
                .formatted(view(bytes.array()), values.length / n, type));
        return accessors.size() - 1;
    }

    private int bytes(String type, int n, int... values) {
        byte[] bytes = new byte[values.length];
        for (int i = 0; i < values.length; i++) bytes[i] = (byte) values[i];
        accessors.add("{\"bufferView\":%d,\"componentType\":5121,\"count\":%d,\"type\":\"%s\"}"
                .formatted(view(bytes), values.length / n, type));
        return accessors.size() - 1;
    }

    private static byte[] png() throws IOException {
        BufferedImage image = new BufferedImage(2, 2, BufferedImage.TYPE_INT_ARGB);
        image.setRGB(0, 0, 0xFFFF0000);
        image.setRGB(1, 0, 0xFF00FF00);
        image.setRGB(0, 1, 0xFF0000FF);
        image.setRGB(1, 1, 0x00000000);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    /** An arm with two joints that turns a quarter in a second, and a picture on it. */
    private byte[] arm() throws IOException {
        int places = floats("VEC3", 3, 0, 0, 0, 1, 1, 0, 0, 2, 0);
        int textures = floats("VEC2", 2, 0, 0, 1, 0, 0, 1);
        int joints = bytes("VEC4", 4, 0, 0, 0, 0, 0, 1, 0, 0, 1, 0, 0, 0);
        int shares = floats("VEC4", 4, 1, 0, 0, 0, 0.5f, 0.5f, 0, 0, 1, 0, 0, 0);
        int inverse = floats(
                "MAT4", 16, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, -1,
                0, 1);
        int target = floats("VEC3", 3, 0, 0, 0, 0, 0, 2, 0, 0, 0);
        int times = floats("SCALAR", 1, 0, 1);
        float half = (float) Math.sqrt(0.5);
        int turns = floats("VEC4", 4, 0, 0, 0, 1, 0, 0, half, half);
        int picture = view(png());
        String json = """
                {"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0,2]}],
                "extensionsUsed":["KHR_materials_emissive_strength"],
                "nodes":[{"children":[1]},{"translation":[0,1,0]},{"mesh":0,"skin":0}],
                "images":[{"bufferView":%d,"mimeType":"image/png"}],"textures":[{"source":0}],
                "materials":[{"doubleSided":true,"alphaMode":"BLEND","emissiveFactor":[1,0,0],
                "occlusionTexture":{"index":0,"strength":0.25},
                "extensions":{"KHR_materials_emissive_strength":{"emissiveStrength":3}},
                "pbrMetallicRoughness":{"baseColorFactor":[1,0.5,0.25,1],"roughnessFactor":0.4,"metallicFactor":0.75,
                "baseColorTexture":{"index":0},"metallicRoughnessTexture":{"index":0}}}],
                "meshes":[{"weights":[0.25],"primitives":[{"material":0,"targets":[{"POSITION":%d}],
                "attributes":{"POSITION":%d,"TEXCOORD_0":%d,"JOINTS_0":%d,"WEIGHTS_0":%d}}]}],
                "skins":[{"joints":[0,1],"inverseBindMatrices":%d}],
                "animations":[{"name":"wave","channels":[{"sampler":0,"target":{"node":1,"path":"rotation"}}],
                "samplers":[{"input":%d,"output":%d}]}],
                "accessors":[%s],"bufferViews":[%s],"buffers":[{"byteLength":%d}]}""".formatted(
                        picture,
                        target,
                        places,
                        textures,
                        joints,
                        shares,
                        inverse,
                        times,
                        turns,
                        String.join(",", accessors),
                        String.join(",", views),
                        data.size());
        byte[] text = json.getBytes(StandardCharsets.UTF_8);
        int padded = (text.length + 3) / 4 * 4;
        while (data.size() % 4 != 0) data.write(0);
        ByteBuffer bytes = ByteBuffer.allocate(20 + padded + 8 + data.size()).order(ByteOrder.LITTLE_ENDIAN);
        bytes.putInt(0x46546C67).putInt(2).putInt(bytes.capacity());
        bytes.putInt(padded).putInt(0x4E4F534A).put(text);
        while (bytes.position() < 20 + padded) bytes.put((byte) ' ');
        bytes.putInt(data.size()).putInt(0x004E4942).put(data.toByteArray());
        return bytes.array();
    }

    private Sculpture read(byte[] bytes) throws IOException, Unreadable {
        return ModelFile.sculpture(Files.write(Files.createTempFile(folder, "model", ""), bytes), "arm.glb");
    }

    @Test
    void skinTargetsAnimationStuffAndPictureAreThere() throws Exception {
        Sculpture model = read(arm());
        Sculpture.Part part = model.parts().getFirst();
        assertThat(part.shape().triangles()).isEqualTo(1);
        assertThat(part.joints()).containsExactly(0, 0, 0, 0, 0, 1, 0, 0, 1, 0, 0, 0);
        assertThat(part.shares()[5]).isEqualTo(0.5f);
        assertThat(part.targets()[0][5]).isEqualTo(2);
        int node = part.node();
        assertThat(model.weights()[node]).containsExactly(0.25f);
        Sculpture.Skin skin = model.skins().getFirst();
        assertThat(skin.inverse()[12 + 7]).isEqualTo(-1);
        assertThat(model.parents()[skin.joints()[1]]).isEqualTo(skin.joints()[0]);
        Sculpture.Animation wave = model.animations().getFirst();
        assertThat(wave.name()).isEqualTo("wave");
        assertThat(wave.seconds()).isEqualTo(1);
        assertThat(wave.tracks().getFirst().node()).isEqualTo(skin.joints()[1]);
        Sculpture.Stuff stuff = model.stuffs().get(part.stuff());
        assertThat(stuff.colours()).containsExactly(new float[] {1, 0.5f, 0.25f, 1, 3, 0, 0}, within(1e-5f));
        assertThat(stuff.roughness()).isCloseTo(0.4f, within(1e-6f));
        assertThat(stuff.bothSides()).isTrue();
        assertThat(stuff.clear()).isTrue();
        Picture picture = model.pictures().get(stuff.laid(SurfaceMap.COLOUR).picture());
        // Rows go from below to above: blue and nothing, then red and green.
        assertThat(picture.b()[0]).isEqualTo(1);
        assertThat(picture.a()[1]).isZero();
        assertThat(picture.r()[2]).isEqualTo(1);
        assertThat(model.pictures().get(stuff.laid(SurfaceMap.ROUGH).picture()).r()[3])
                .isEqualTo(1);
        assertThat(model.pictures().get(stuff.laid(SurfaceMap.METAL).picture()).g()[0])
                .isEqualTo(1);
        assertThat(stuff.shut()).isEqualTo(0.25f);
        assertThat(model.pictures().get(stuff.laid(SurfaceMap.OPEN).picture()).g()[2])
                .isEqualTo(1);
        assertThat(model.pictures().get(stuff.laid(SurfaceMap.OPEN).picture()).g()[0])
                .isZero();
    }

    @Test
    void itTravelsWholeBetweenProcesses() throws Exception {
        Sculpture model = read(arm());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        WireSculpture.write(new DataOutputStream(out), model);
        Sculpture there = WireSculpture.read(new DataInputStream(new ByteArrayInputStream(out.toByteArray())));
        assertThat(there.parents()).isEqualTo(model.parents());
        assertThat(there.rest()).isEqualTo(model.rest());
        assertThat(there.animations()).usingRecursiveComparison().isEqualTo(model.animations());
        assertThat(there.skins()).usingRecursiveComparison().isEqualTo(model.skins());
        assertThat(there.stuffs()).usingRecursiveComparison().isEqualTo(model.stuffs());
        assertThat(there.parts().getFirst().shape().y()[2]).isEqualTo(2);
        assertThat(there.pictures().getFirst().r())
                .isEqualTo(model.pictures().getFirst().r());
        assertThat(there.pictures().getFirst().kept()).isTrue();
    }

    @Test
    void damagedOnesEndInASentenceOrInAModelWhoseNumbersAllPointSomewhere() throws Exception {
        byte[] whole = arm();
        SplittableRandom any = new SplittableRandom(11);
        int read = 0;
        for (int round = 0; round < 400; round++) {
            byte[] bytes = whole.clone();
            for (int k = any.nextInt(1, 8); k > 0; k--) bytes[any.nextInt(20, bytes.length)] = (byte) any.nextInt();
            if (round % 7 == 0) bytes = java.util.Arrays.copyOf(bytes, any.nextInt(20, bytes.length));
            try {
                Sculpture model = read(bytes);
                ByteArrayOutputStream out = new ByteArrayOutputStream();
                WireSculpture.write(new DataOutputStream(out), model);
                WireSculpture.read(new DataInputStream(new ByteArrayInputStream(out.toByteArray())));
                read++;
            } catch (Unreadable e) {
                assertThat(e.getMessage()).startsWith("'arm.glb'").endsWith(".");
            }
        }
        assertThat(read).isPositive();
    }

    @Test
    void whatComesDamagedOverTheWireIsRefused() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        WireSculpture.write(new DataOutputStream(out), read(arm()));
        byte[] bytes = out.toByteArray();
        // The first node hangs on one that is not there.
        bytes[4] = 0;
        bytes[7] = 9;
        assertThatThrownBy(() -> WireSculpture.read(new DataInputStream(new ByteArrayInputStream(bytes))))
                .isInstanceOf(IOException.class);
    }
}
