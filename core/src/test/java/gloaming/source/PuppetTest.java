package gloaming.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class PuppetTest {
    private final Moments frame = new Moments().size(320, 180).rate(30);

    private Puppet.Body body = Puppet.Body.LIMBS;

    private Picture shown(Puppet.Shows what, double vigour) {
        Puppet puppet = new Puppet(what, vigour, 0.5, 1, 3, body);
        return puppet.run(null, puppet.memory(), frame);
    }

    @ParameterizedTest
    @EnumSource
    void theMatteIsWhereThePictureDiffersFromTheWall(Puppet.Body performer) {
        body = performer;
        for (int i = 0; i < 20; i++) frame.next();
        Picture picture = shown(Puppet.Shows.PICTURE, 1);
        Picture wall = shown(Puppet.Shows.WALL, 1);
        Picture matte = shown(Puppet.Shows.MATTE, 1);
        int inside = 0;
        for (int p = 0; p < picture.pixels(); p++) {
            boolean same =
                    picture.r()[p] == wall.r()[p] && picture.g()[p] == wall.g()[p] && picture.b()[p] == wall.b()[p];
            if (matte.a()[p] == 0)
                assertThat(same).as("nothing outside the matte").isTrue();
            if (matte.a()[p] == 1) inside++;
        }
        assertThat(inside).as("pixels of the performer").isBetween(2_500, 20_000);
    }

    @ParameterizedTest
    @EnumSource
    void itsMotionIsWhereItsPictureWent(Puppet.Body performer) {
        body = performer;
        // A spot of cloth now is the spot of cloth where the motion says that it was.
        for (int i = 0; i < 20; i++) frame.next();
        Picture before = shown(Puppet.Shows.PICTURE, 1);
        frame.next();
        Picture now = shown(Puppet.Shows.PICTURE, 1);
        Picture motion = shown(Puppet.Shows.MOTION, 1);
        double followed = 0;
        double stayed = 0;
        double k = 90 * frame.dt;
        for (int y = 15; y < 165; y++) {
            for (int x = 15; x < 305; x++) {
                int p = y * 320 + x;
                if (Math.hypot(motion.r()[p], motion.g()[p]) * k < 1) continue;
                followed += Math.abs(now.g()[p] - sampled(before.g(), x - motion.r()[p] * k, y - motion.g()[p] * k));
                stayed += Math.abs(now.g()[p] - before.g()[p]);
            }
        }
        assertThat(stayed).isPositive();
        assertThat(followed).isLessThan(0.45 * stayed);
    }

    private static double sampled(float[] in, double x, double y) {
        int i = (int) Math.floor(x);
        int j = (int) Math.floor(y);
        double u = x - i;
        double v = y - j;
        int p = j * 320 + i;
        return (in[p] * (1 - u) + in[p + 1] * u) * (1 - v) + (in[p + 320] * (1 - u) + in[p + 321] * u) * v;
    }

    @ParameterizedTest
    @EnumSource
    void withoutVigourItStandsAndItIsTheSameEveryTime(Puppet.Body performer) {
        body = performer;
        frame.next();
        Picture still = shown(Puppet.Shows.MOTION, 0);
        for (int p = 0; p < still.pixels(); p++)
            assertThat(Math.abs(still.r()[p])).isLessThan(1e-3f);
        Picture one = shown(Puppet.Shows.PICTURE, 1);
        Picture two = shown(Puppet.Shows.PICTURE, 1);
        assertThat(two.r()).isEqualTo(one.r());
    }

    @ParameterizedTest
    @EnumSource
    void itStaysInThePicture(Puppet.Body performer) {
        body = performer;
        for (int i = 0; i < 600; i++) {
            frame.next();
            if (i % 20 > 0) continue;
            Picture matte = shown(Puppet.Shows.MATTE, 1);
            float edge = 0;
            for (int y = 0; y < 180; y++) edge = Math.max(edge, Math.max(matte.a()[y * 320], matte.a()[y * 320 + 319]));
            assertThat(edge).isZero();
            float middle = 0;
            for (float a : matte.a()) middle += a;
            assertThat(middle).isGreaterThan(2_000);
        }
        assertThat(frame.time).isCloseTo(20, offset(1e-6));
    }
}
