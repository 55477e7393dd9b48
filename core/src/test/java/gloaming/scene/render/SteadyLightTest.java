package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Garbage;
import gloaming.flow.Crew;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Loops over places that are lit are short enough that none of their vectors becomes an object (see {@link gloaming.flow.Vectors}). */
class SteadyLightTest {
    private static final Fragments F = places();
    private static final View VIEW = new View();
    private static final Taps TAPS = new Taps();
    private static final float[] NUMBERS = new float[32];
    private static final Map<String, Runnable> KERNELS = kernels();

    private static Fragments places() {
        Fragments f = new Fragments();
        f.n = Fragments.MOST;
        SplittableRandom any = new SplittableRandom(3);
        for (float[] column : new float[][] {
            f.x,
            f.y,
            f.z,
            f.nx,
            f.ny,
            f.nz,
            f.fx,
            f.fy,
            f.fz,
            f.lx,
            f.ly,
            f.lz,
            f.vx,
            f.vy,
            f.vz,
            f.roughness,
            f.light,
            f.nl,
            f.nv,
            f.nh,
            f.vh,
            f.soft,
            f.far,
            f.red,
            f.metal,
            f.shine,
            f.coat,
            f.open,
            f.way,
            f.aslant,
            f.matt
        }) for (int i = 0; i < f.n; i++) column[i] = (float) any.nextDouble(0.1, 1);
        return f;
    }

    private static Map<String, Runnable> kernels() {
        VIEW.camera(0, 0, 4, 0.12, 0, 0, 0, false, 160, 90);
        for (int i = 0; i < NUMBERS.length; i++) NUMBERS[i] = 1 + i % 5;
        float[] map = new float[64 * 64];
        Map<String, Runnable> all = new TreeMap<>();
        all.put("face", () -> LightKernels.face(F, 0, VIEW));
        all.put("angles", () -> LightKernels.angles(F));
        all.put("facets", () -> LightKernels.facets(F));
        all.put("lamp", () -> LightKernels.lamp(F, F.outRed, F.red, 1));
        all.put("mirror", () -> LightKernels.mirror(F));
        all.put("dome", () -> LightKernels.dome(F, 1, 0.5f, 0.2f));
        all.put("sky", () -> LightKernels.sky(F, F.outGreen, F.red));
        all.put("coat facets", () -> LightKernels.coatFacets(F));
        all.put("coat", () -> LightKernels.coat(F, F.coatRed, 1));
        all.put("coat under a sky", () -> LightKernels.coatSky(F, F.coatRed));
        all.put("coat laid", () -> LightKernels.lay(F, F.outBlue, F.coatRed));
        all.put("fog's way", () -> LightKernels.way(F, 0.1f));
        all.put("low fog's way", () -> LightKernels.lowWay(F, 1, 0, 2, 0.5f));
        all.put("fog", () -> LightKernels.fog(F, 1, 0.5f, 0.2f));
        all.put("row of a face", () -> FaceKernels.row(F, 0, 512, NUMBERS));
        all.put("shadow of a lamp", () -> ShadowKernels.place(TAPS, F, VIEW.m, false, 0.01f));
        all.put("shadow of a sun", () -> ShadowKernels.place(TAPS, F, VIEW.m, true, 0.01f));
        all.put("shadow looked at", () -> {
            TAPS.n = 200;
            ShadowKernels.look(TAPS, map, 64);
        });
        Heights heights = heights();
        ReliefRays rays = new ReliefRays();
        for (boolean repeats : new boolean[] {false, true}) {
            String how = repeats ? ", side by side" : "";
            all.put("rays into a relief" + how, () -> {
                CarvingKernels.rays(F, 0, 512, NUMBERS, repeats, rays);
                for (int i = 0; i < 512; i++) {
                    rays.u[i] = 0.3f + 0.0005f * i;
                    rays.v[i] = 0.4f + 0.0003f * i;
                    rays.du[i] = 0.07f;
                    rays.dv[i] = -0.05f;
                    rays.until[i] = 1;
                }
                rays.march(heights, 512, repeats);
            });
            all.put("slopes of a relief" + how, () -> {
                CarvingKernels.around(heights, rays, 512, repeats, 0.01f, 0.02f);
                CarvingKernels.between(rays, 512, rays.slopeX, 0.5f, rays.slopeX);
                CarvingKernels.turn(rays, 512, F, 0);
            });
        }
        all.put(
                "rays from a lamp",
                () -> CarvingKernels.fromLamp(F, 0, 512, rays.u, rays.v, rays.height, 0, NUMBERS, 0.02f, rays));
        return all;
    }

    /** A wall of sixteen by sixteen blocks. */
    private static Heights heights() {
        float[] light = new float[64 * 64];
        for (int i = 0; i < light.length; i++) light[i] = (i / 4 % 16 * 7 + i / 256 * 5) % 11 / 10f;
        Heights heights = new Heights();
        try (Crew crew = new Crew(1)) {
            heights.take(light, light, light, 64, 64, crew);
        }
        return heights;
    }

    static Stream<String> names() {
        return KERNELS.keySet().stream();
    }

    @ParameterizedTest
    @MethodSource("names")
    void aLoopMakesNoObjects(String name) {
        assertThat(Garbage.least(0, 200, KERNELS.get(name))).isZero();
    }
}
