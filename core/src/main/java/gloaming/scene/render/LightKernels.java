package gloaming.scene.render;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;

/**
 * What light makes of surfaces: the metal-rough model.
 *
 * <p>Highlights by microfacets: the distribution of Trowbridge and Reitz (1975; "GGX", Walter and others 2007, equation 33), shadowing and
 * masking that go by each other's height (Heitz 2014, equation 99), Fresnel after Schlick (1994). What meets several facets before it leaves
 * is given back by scaling with {@code 1 + F0 (1 / E - 1)}, where E is the part that leaves at once (Kulla and Conty 2017; the scaling by
 * Turquin 2019). E is fitted for the sky by Lazarov (2013) as Karis (2014) gives it.
 */
@Kernel
final class LightKernels {
    private static final int LANES = Vectors.LANES;

    private LightKernels() {}

    /** Gives normals their length, turns them to the side that is seen, and works out the way to the eye from {@code from} on. */
    static void face(Fragments f, int from, View view) {
        float ex = view.eye[0];
        float ey = view.eye[1];
        float ez = view.eye[2];
        boolean parallel = view.parallel;
        for (int i = from; i < f.n; i += LANES) {
            FloatVector vx = parallel
                    ? Vectors.all(view.back[0])
                    : Vectors.load(f.x, i).neg().add(ex);
            FloatVector vy = parallel
                    ? Vectors.all(view.back[1])
                    : Vectors.load(f.y, i).neg().add(ey);
            FloatVector vz = parallel
                    ? Vectors.all(view.back[2])
                    : Vectors.load(f.z, i).neg().add(ez);
            FloatVector far = vx.mul(vx).add(vy.mul(vy)).add(vz.mul(vz)).sqrt();
            FloatVector over = Vectors.ONE.div(far.max(1e-12f));
            vx.mul(over).intoArray(f.vx, i);
            vy.mul(over).intoArray(f.vy, i);
            vz.mul(over).intoArray(f.vz, i);
            (parallel ? Vectors.ZERO : far).intoArray(f.far, i);
            FloatVector fx = Vectors.load(f.fx, i);
            FloatVector fy = Vectors.load(f.fy, i);
            FloatVector fz = Vectors.load(f.fz, i);
            // Whoever looks from behind sees the other side.
            FloatVector side = Vectors.ONE.blend(
                    -1f, fx.mul(vx).add(fy.mul(vy)).add(fz.mul(vz)).compare(VectorOperators.LT, 0));
            fx.mul(side).intoArray(f.fx, i);
            fy.mul(side).intoArray(f.fy, i);
            fz.mul(side).intoArray(f.fz, i);
            FloatVector nx = Vectors.load(f.nx, i);
            FloatVector ny = Vectors.load(f.ny, i);
            FloatVector nz = Vectors.load(f.nz, i);
            FloatVector length = nx.mul(nx).add(ny.mul(ny)).add(nz.mul(nz)).sqrt();
            VectorMask<Float> known = length.compare(VectorOperators.GT, 1e-20f);
            FloatVector to = side.div(length.max(1e-20f));
            fx.mul(side).blend(nx.mul(to), known).intoArray(f.nx, i);
            fy.mul(side).blend(ny.mul(to), known).intoArray(f.ny, i);
            fz.mul(side).blend(nz.mul(to), known).intoArray(f.nz, i);
        }
    }

    /** Works out the cosines between normal, lamp, eye and the half between the two. */
    static void angles(Fragments f) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector lx = Vectors.load(f.lx, i);
            FloatVector ly = Vectors.load(f.ly, i);
            FloatVector lz = Vectors.load(f.lz, i);
            FloatVector vx = Vectors.load(f.vx, i);
            FloatVector vy = Vectors.load(f.vy, i);
            FloatVector vz = Vectors.load(f.vz, i);
            FloatVector hx = lx.add(vx);
            FloatVector hy = ly.add(vy);
            FloatVector hz = lz.add(vz);
            FloatVector length =
                    hx.mul(hx).add(hy.mul(hy)).add(hz.mul(hz)).max(1e-12f).sqrt();
            FloatVector over = Vectors.ONE.div(length);
            vx.mul(hx).add(vy.mul(hy)).add(vz.mul(hz)).mul(over).max(0).min(1).intoArray(f.vh, i);
            FloatVector nx = Vectors.load(f.nx, i);
            FloatVector ny = Vectors.load(f.ny, i);
            FloatVector nz = Vectors.load(f.nz, i);
            nx.mul(hx).add(ny.mul(hy)).add(nz.mul(hz)).mul(over).max(0).min(1).intoArray(f.nh, i);
            nx.mul(lx).add(ny.mul(ly)).add(nz.mul(lz)).intoArray(f.nl, i);
        }
    }

    /** Works out how much the facets throw to the eye, how much more they do aslant, and what matt parts get. */
    static void facets(Fragments f) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector strength = Vectors.load(f.light, i);
            FloatVector straight = Vectors.load(f.nl, i);
            FloatVector nv = Vectors.load(f.nv, i);
            FloatVector nh = Vectors.load(f.nh, i);
            FloatVector vh = Vectors.load(f.vh, i);
            FloatVector soft = Vectors.load(f.soft, i);
            FloatVector rough = Vectors.load(f.roughness, i);
            Parts.facets(rough, straight.max(0), nv, nh, strength).intoArray(f.facets, i);
            // Light that goes round into the dark side (Green 2004, "wrap lighting").
            FloatVector round = straight.add(soft).div(soft.add(1)).max(0);
            round.mul(round.mul(soft).add(1).sub(soft)).mul(strength).intoArray(f.matt, i);
            FloatVector gone = Vectors.ONE.sub(vh);
            FloatVector squared = gone.mul(gone);
            squared.mul(squared).mul(gone).intoArray(f.aslant, i);
        }
    }

    /** Adds the light of one lamp to one colour. */
    static void lamp(Fragments f, float[] out, float[] bases, float light) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector base = Vectors.load(bases, i);
            FloatVector metal = Vectors.load(f.metal, i);
            FloatVector matter = Vectors.ONE.sub(metal);
            FloatVector plain = Vectors.load(f.shine, i).mul(matter);
            // A surface that throws nothing back straight on does not do so aslant either.
            FloatVector aslant =
                    Vectors.load(f.aslant, i).mul(plain.add(metal).mul(25).min(1));
            FloatVector f0 = base.mul(metal).add(plain);
            FloatVector fresnel = Vectors.ONE.sub(f0).mul(aslant).add(f0);
            FloatVector whole = Parts.whole(Vectors.load(f.roughness, i));
            FloatVector lost = Vectors.ONE.div(whole).sub(1);
            FloatVector thrown =
                    fresnel.mul(Vectors.load(f.facets, i)).mul(f0.mul(lost).add(1));
            FloatVector matt = base.mul(matter).mul(Vectors.load(f.matt, i)).mul(Vectors.ONE.sub(fresnel));
            Vectors.load(out, i).add(matt.add(thrown).mul(light)).intoArray(out, i);
        }
    }

    /** Works out how much is thrown back of the sky whatever F0 is, and how high the eye's ray goes that is thrown back. */
    static void mirror(Fragments f) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector ny = Vectors.load(f.ny, i);
            FloatVector vy = Vectors.load(f.vy, i);
            FloatVector facing = Vectors.load(f.nx, i)
                    .mul(Vectors.load(f.vx, i))
                    .add(ny.mul(vy))
                    .add(Vectors.load(f.nz, i).mul(Vectors.load(f.vz, i)));
            FloatVector nv = facing.max(1e-4f).min(1);
            nv.intoArray(f.nv, i);
            FloatVector rough = Vectors.load(f.roughness, i);
            Parts.edge(rough, nv).intoArray(f.aslant, i);
            // A rough face sees what is thrown from all the half it faces.
            FloatVector thrown = facing.mul(2).mul(ny).sub(vy);
            FloatVector wide = rough.mul(rough);
            thrown.add(ny.sub(thrown).mul(wide)).intoArray(f.way, i);
        }
    }

    /**
     * Works out what of one colour of a sky is seen where the eye's ray is thrown, the rougher the more of the whole half that a face sees,
     * and what a matt face gets by the closed form over that half.
     */
    static void dome(Fragments f, float above, float horizon, float below) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector rough = Vectors.load(f.roughness, i);
            FloatVector way = Vectors.load(f.way, i);
            Parts.radiance(way, rough.mul(rough), above - horizon, horizon, below - horizon)
                    .intoArray(f.facets, i);
            Parts.irradiance(Vectors.load(f.ny, i), above - horizon, horizon, below - horizon)
                    .intoArray(f.matt, i);
        }
    }

    /**
     * Adds what the dome gives to one colour. White stuff under an even sky gives the sky back at any roughness (Fdez-Agüera 2019).
     */
    static void sky(Fragments f, float[] out, float[] bases) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector base = Vectors.load(bases, i);
            FloatVector metal = Vectors.load(f.metal, i);
            FloatVector matter = Vectors.ONE.sub(metal);
            FloatVector plain = Vectors.load(f.shine, i).mul(matter);
            FloatVector f0 = base.mul(metal).add(plain);
            FloatVector whole = Parts.whole(Vectors.load(f.roughness, i));
            FloatVector edge = Vectors.load(f.aslant, i);
            FloatVector once = f0.mul(whole.sub(edge))
                    .add(edge.mul(plain.add(metal).mul(25).min(1)));
            // What meets facets again: the mean Fresnel, and of what is left over each time.
            FloatVector mean = Vectors.ONE.sub(f0).mul(1 / 21f).add(f0);
            FloatVector left = mean.mul(Vectors.ONE.sub(whole));
            FloatVector shiny = once.div(Vectors.ONE.sub(left).max(1e-3f)).min(1);
            FloatVector matt = base.mul(matter).mul(Vectors.ONE.sub(shiny)).mul(Vectors.load(f.matt, i));
            FloatVector sum = matt.add(shiny.mul(Vectors.load(f.facets, i)));
            Vectors.load(out, i).add(sum.mul(Vectors.load(f.open, i))).intoArray(out, i);
        }
    }

    /** Works out how much the facets of a coat throw to the eye, and how much more they do aslant. */
    static void coatFacets(Fragments f) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector nl = Vectors.load(f.nl, i).max(0);
            FloatVector nv = Vectors.load(f.nv, i);
            FloatVector nh = Vectors.load(f.nh, i);
            Parts.facets(Vectors.load(f.coatRoughness, i), nl, nv, nh, Vectors.load(f.light, i))
                    .intoArray(f.facets, i);
            FloatVector gone = Vectors.ONE.sub(Vectors.load(f.vh, i));
            FloatVector squared = gone.mul(gone);
            squared.mul(squared).mul(gone).intoArray(f.aslant, i);
        }
    }

    /** Adds what a coat throws to the eye of one lamp's light of one colour. */
    static void coat(Fragments f, float[] out, float light) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector fresnel = Vectors.load(f.aslant, i).mul(0.96f).add(0.04f);
            FloatVector thrown = fresnel.mul(Vectors.load(f.facets, i))
                    .mul(Vectors.load(f.coat, i))
                    .mul(light);
            Vectors.load(out, i).add(thrown).intoArray(out, i);
        }
    }

    /** Adds what a coat throws to the eye of one colour of the sky, which is worked out for its roughness. */
    static void coatSky(Fragments f, float[] out) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector whole = Parts.whole(Vectors.load(f.roughness, i));
            FloatVector edge = Vectors.load(f.aslant, i);
            FloatVector part = whole.sub(edge).mul(0.04f).add(edge).mul(Vectors.load(f.coat, i));
            Vectors.load(out, i)
                    .add(part.mul(Vectors.load(f.facets, i)).mul(Vectors.load(f.open, i)))
                    .intoArray(out, i);
        }
    }

    /** Lays a coat over one colour of what lies under it, which gets what is not thrown back where the eye looks through. */
    static void lay(Fragments f, float[] out, float[] coats) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector gone = Vectors.ONE.sub(Vectors.load(f.nv, i));
            FloatVector squared = gone.mul(gone);
            FloatVector fresnel =
                    squared.mul(squared).mul(gone).mul(0.96f).add(0.04f).mul(Vectors.load(f.coat, i));
            FloatVector left = Vectors.ONE.sub(fresnel);
            // Where there is none its own column may hold anything.
            FloatVector thrown = Vectors.ZERO.blend(
                    Vectors.load(coats, i), Vectors.load(f.coat, i).compare(VectorOperators.GT, 0));
            Vectors.load(out, i).mul(left).add(thrown).intoArray(out, i);
        }
    }

    /** How much fog lies on the way to each place, as a power of 2 that is left of the light behind it, below 0. */
    static void way(Fragments f, float density) {
        for (int i = 0; i < f.n; i += LANES)
            Vectors.load(f.far, i).mul(density * -1.442695f).intoArray(f.way, i);
    }

    /**
     * The same where fog has a height, the more the lower the way is: by the mean of exp(-(y - ground) / height) between the eye and the place,
     * which is reckoned by three of them (Simpson's rule). {@code eye} is that of the eye.
     */
    static void lowWay(Fragments f, float eyeY, float ground, float height, float eye) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector way = Vectors.load(f.way, i);
            FloatVector y = Vectors.load(f.y, i);
            FloatVector end =
                    VectorMath.exp2(y.sub(ground).mul(-1.442695f / height).min(8));
            FloatVector middle = VectorMath.exp2(
                    y.add(eyeY).mul(0.5f).sub(ground).mul(-1.442695f / height).min(8));
            way.mul(end.add(middle.mul(4)).add(eye).mul(1 / 6f)).intoArray(f.way, i);
        }
    }

    /** Fog of a colour takes the place of what is not left of the light. */
    static void fog(Fragments f, float red, float green, float blue) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector outRed = Vectors.load(f.outRed, i);
            FloatVector outGreen = Vectors.load(f.outGreen, i);
            FloatVector outBlue = Vectors.load(f.outBlue, i);
            FloatVector left = VectorMath.exp2(Vectors.load(f.way, i));
            FloatVector gone = Vectors.ONE.sub(left);
            outRed.mul(left).add(gone.mul(red)).intoArray(f.outRed, i);
            outGreen.mul(left).add(gone.mul(green)).intoArray(f.outGreen, i);
            outBlue.mul(left).add(gone.mul(blue)).intoArray(f.outBlue, i);
        }
    }

    /** What the loops above share; a class of its own because it is to be inlined. */
    @Kernel.Part
    static final class Parts {
        private Parts() {}

        /** How much microfacets throw to the eye, whatever they mirror; the model's pi is the lamp's, too: see Lamp. */
        static FloatVector facets(
                FloatVector rough, FloatVector nl, FloatVector nv, FloatVector nh, FloatVector strength) {
            FloatVector a2 = rough.mul(rough).max(2e-3f);
            a2 = a2.mul(a2);
            FloatVector d = nh.mul(nh).mul(a2.sub(1)).add(1);
            FloatVector one = Vectors.ONE.sub(a2);
            FloatVector mask = nl.mul(nv.mul(nv).mul(one).add(a2).sqrt())
                    .add(nv.mul(nl.mul(nl).mul(one).add(a2).sqrt()));
            return a2.mul(nl).mul(strength).mul(0.5f).div(d.mul(d).mul(mask.max(1e-6f)));
        }

        /** The part of white light that leaves a rough mirror at once: the sum of the fit's two numbers. */
        static FloatVector whole(FloatVector rough) {
            return rough.mul(-0.55f).add(1);
        }

        /** The part that is thrown back whatever F0 is, the more the more aslant: the fit's second number. */
        static FloatVector edge(FloatVector rough, FloatVector nv) {
            FloatVector x = Vectors.ONE.sub(rough);
            FloatVector falls = VectorMath.exp2(nv.mul(-9.28f));
            FloatVector a = x.mul(x).min(falls).mul(x).add(rough.mul(-0.0275f)).add(0.0425f);
            return a.mul(1.04f).add(rough.mul(0.022f)).sub(0.04f).max(0);
        }

        /** The sky where a ray goes, {@code wide} parts of it mixed up with the mean of its half; above and below are beyond the horizon's. */
        static FloatVector radiance(FloatVector up, FloatVector wide, float above, float horizon, float below) {
            FloatVector sharp =
                    up.max(0).mul(above).add(up.neg().max(0).mul(below)).add(horizon);
            FloatVector blurred = irradiance(up, above, horizon, below);
            return sharp.add(blurred.sub(sharp).mul(wide));
        }

        /**
         * The mean light on a matt face whose normal points {@code up} so far. Of what runs evenly from 0 at the horizon to 1 above, faces
         * upward, sideways and downward get 2/3, 2 / (3 pi) and 0; between, the parabola through these.
         */
        static FloatVector irradiance(FloatVector up, float above, float horizon, float below) {
            FloatVector even = up.mul(up).mul(0.1211262f).add(0.2122066f);
            FloatVector third = up.mul(1 / 3f);
            return even.add(third).mul(above).add(even.sub(third).mul(below)).add(horizon);
        }
    }
}
