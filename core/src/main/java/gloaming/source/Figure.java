package gloaming.source;

import gloaming.step.Randomness;

/**
 * A body of rigid limbs: which joints they run between, how thick they are at both, and where the joints are at a moment of its dance.
 *
 * <p>Joints are in units, x and y of each, and limbs from back to front. A body that stands is some 1.5 units tall.
 */
abstract class Figure {
    /** What limbs are clothed in; see {@link Puppet}. */
    static final int TROUSERS = 0;

    static final int BOOTS = 1;
    static final int SKIN = 2;
    static final int COAT = 3;
    static final int HAIR = 4;

    final int joints;
    /** From which joint to which, and in what. */
    final int[][] limbs;

    final float[] thick;
    final float[] thin;

    private Figure(int joints, int[][] limbs, float[] thick, float[] thin) {
        this.joints = joints;
        this.limbs = limbs;
        this.thick = thick;
        this.thin = thin;
    }

    /**
     * Puts the joints where they are.
     *
     * @param at rounds of the dance so far
     * @param s its size; {@code v} how wildly it moves
     */
    abstract void pose(float[] j, long seed, double at, double s, double v);

    /** A sum of two slow rounds with seeded phases: -1 to 1, smooth, never quite the same. */
    static double swing(long seed, int use, double at) {
        double a = Randomness.uniform(seed, use, 1);
        double b = Randomness.uniform(seed, use, 2);
        return 0.65 * Math.sin(2 * Math.PI * (at + a)) + 0.35 * Math.sin(2 * Math.PI * (at * 0.5 + b));
    }

    static void set(float[] joints, int joint, double x, double y) {
        joints[2 * joint] = (float) x;
        joints[2 * joint + 1] = (float) y;
    }

    /** Hip, neck, two legs of hip, knee, ankle, head, two arms of shoulder, elbow, hand. */
    static final Figure LIMBS =
            new Figure(
                    15,
                    new int[][] {
                        {2, 3, TROUSERS},
                        {3, 4, BOOTS},
                        {9, 10, SKIN},
                        {10, 11, SKIN},
                        {5, 6, TROUSERS},
                        {6, 7, BOOTS},
                        {0, 1, COAT},
                        {1, 8, HAIR},
                        {12, 13, SKIN},
                        {13, 14, SKIN}
                    },
                    new float[] {0.085f, 0.07f, 0.055f, 0.045f, 0.085f, 0.07f, 0.17f, 0.1f, 0.055f, 0.045f},
                    new float[] {0.07f, 0.045f, 0.045f, 0.038f, 0.07f, 0.045f, 0.13f, 0.1f, 0.045f, 0.038f}) {
                @Override
                void pose(float[] j, long seed, double at, double s, double v) {
                    double hipX = 0.35 * v * swing(seed, 0, at * 0.25);
                    double hipY = -0.12 * s + 0.05 * v * s * Math.abs(Math.sin(Math.PI * at));
                    double lean = 0.1 * v * swing(seed, 1, at * 0.5);
                    set(j, 0, hipX, hipY);
                    set(j, 1, hipX + Math.sin(lean) * 0.52 * s, hipY + Math.cos(lean) * 0.52 * s);
                    for (int side = -1; side <= 1; side += 2) {
                        int leg = side < 0 ? 2 : 5;
                        double thigh = side * 0.12 + 0.32 * v * swing(seed, 4 + side, at);
                        double shin = thigh + 0.22 * v * (swing(seed, 8 + side, at) - 1) * side * 0.5;
                        double x = hipX + side * 0.07 * s;
                        set(j, leg, x, hipY);
                        set(j, leg + 1, x + Math.sin(thigh) * 0.36 * s, hipY - Math.cos(thigh) * 0.36 * s);
                        set(
                                j,
                                leg + 2,
                                j[2 * leg + 2] + Math.sin(shin) * 0.38 * s,
                                j[2 * leg + 3] - Math.cos(shin) * 0.38 * s);
                        int arm = side < 0 ? 9 : 12;
                        double upper = side * (0.9 + 0.8 * v * swing(seed, 12 + side, at));
                        double fore = upper + side * (0.5 + 0.7 * v * swing(seed, 16 + side, at));
                        double shoulderX = j[2] + side * 0.15 * s;
                        double shoulderY = j[3] - 0.05 * s;
                        set(j, arm, shoulderX, shoulderY);
                        set(j, arm + 1, shoulderX + Math.sin(upper) * 0.27 * s, shoulderY - Math.cos(upper) * 0.27 * s);
                        set(
                                j,
                                arm + 2,
                                j[2 * arm + 2] + Math.sin(fore) * 0.25 * s,
                                j[2 * arm + 3] - Math.cos(fore) * 0.25 * s);
                    }
                    double nod = lean + 0.15 * v * swing(seed, 20, at);
                    set(j, 8, j[2] + Math.sin(nod) * 0.16 * s, j[3] + Math.cos(nod) * 0.16 * s);
                }
            };

    /**
     * A dancer who steps: each foot stands where it came down until it goes on, knees bend to reach it, and a skirt follows the hips a moment
     * later. Hips, waist, chest, neck, crown; legs of hip, knee, ankle, toe; arms of shoulder, elbow, wrist, fingers; hems.
     */
    static final Figure DANCER =
            new Figure(
                    26,
                    new int[][] {
                        {13, 14, SKIN},
                        {14, 15, SKIN},
                        {15, 16, SKIN},
                        {5, 6, SKIN},
                        {6, 7, SKIN},
                        {7, 8, BOOTS},
                        {9, 10, SKIN},
                        {10, 11, SKIN},
                        {11, 12, BOOTS},
                        {0, 21, COAT},
                        {0, 25, COAT},
                        {0, 22, COAT},
                        {0, 24, COAT},
                        {0, 23, COAT},
                        {0, 1, COAT},
                        {1, 2, COAT},
                        {13, 17, COAT},
                        {2, 3, SKIN},
                        {3, 4, HAIR},
                        {17, 18, SKIN},
                        {18, 19, SKIN},
                        {19, 20, SKIN}
                    },
                    new float[] {
                        0.042f, 0.034f, 0.024f, 0.07f, 0.05f, 0.026f, 0.07f, 0.05f, 0.026f, 0.085f, 0.085f, 0.085f,
                        0.085f, 0.085f, 0.088f, 0.066f, 0.05f, 0.036f, 0.062f, 0.042f, 0.034f, 0.024f
                    },
                    new float[] {
                        0.034f, 0.024f, 0.012f, 0.052f, 0.03f, 0.016f, 0.052f, 0.03f, 0.016f, 0.05f, 0.05f, 0.06f,
                        0.06f, 0.07f, 0.066f, 0.092f, 0.05f, 0.032f, 0.068f, 0.034f, 0.024f, 0.012f
                    }) {
                private static final double LEG = 0.4;
                private static final double GROUND = -0.86;

                @Override
                void pose(float[] j, long seed, double at, double s, double v) {
                    double hipX = hips(seed, at, v);
                    double dip = 0.5 - 0.5 * Math.cos(2 * Math.PI * at);
                    double hipY = (GROUND + 1.96 * LEG - 0.05 * v * dip) * s;
                    double lean = 0.12 * v * swing(seed, 1, at * 0.5);
                    double bend = lean + 0.16 * v * swing(seed, 2, at * 0.5);
                    set(j, 0, hipX, hipY);
                    go(j, 0, 1, lean, 0.17 * s);
                    go(j, 1, 2, bend, 0.2 * s);
                    double nod = bend + 0.2 * v * swing(seed, 20, at * 0.5);
                    go(j, 2, 3, bend * 0.6, 0.15 * s);
                    go(j, 3, 4, nod, 0.13 * s);
                    for (int side = -1; side <= 1; side += 2) {
                        leg(j, side < 0 ? 5 : 9, side, seed, at, s, v);
                        arm(j, side < 0 ? 13 : 17, side, bend, seed, at, s, v);
                    }
                    // The cloth comes a quarter round later, and flies out the more the faster the hips went.
                    double later = hips(seed, at - 0.22, v) - hipX;
                    double wide =
                            0.16 + 0.06 * v * Math.abs(swing(seed, 31, at)) + Math.min(0.12, Math.abs(later) * 0.8);
                    for (int i = 0; i < 5; i++) {
                        double across = (i - 2) / 2.0;
                        double lift = Math.abs(across) * (0.05 + 0.4 * Math.abs(later));
                        set(j, 21 + i, hipX + (across * wide * 1.2 + later * 1.3) * s, hipY - (0.42 - lift) * s);
                    }
                }

                private static double hips(long seed, double at, double v) {
                    return 0.3 * v * swing(seed, 0, at * 0.25);
                }

                private static void go(float[] j, int from, int to, double lean, double length) {
                    set(j, to, j[2 * from] + Math.sin(lean) * length, j[2 * from + 1] + Math.cos(lean) * length);
                }

                /** Where a foot comes down with its step {@code n}. */
                private static double lands(long seed, int side, double n, double v) {
                    return hips(seed, n + (side < 0 ? 0.3 : 0.8), v)
                            + side * (0.1 + 0.05 * v * Randomness.uniform(seed, 40 + side, (int) n));
                }

                private static void leg(float[] j, int hip, int side, long seed, double at, double s, double v) {
                    double time = at - (side < 0 ? 0 : 0.5);
                    double n = Math.floor(time);
                    double going = Math.max(0, (time - n - 0.55) / 0.45);
                    double part = going * going * (3 - 2 * going);
                    double footX = lands(seed, side, n, v) * (1 - part) + lands(seed, side, n + 1, v) * part;
                    double footY = (GROUND + 0.16 * v * Math.sin(Math.PI * part)) * s;
                    double x = j[0] + side * 0.06 * s;
                    double y = j[1] - 0.02 * s;
                    double dx = footX - x;
                    double dy = footY - y;
                    double far = Math.hypot(dx, dy);
                    // What is out of reach is reached towards.
                    double reach = Math.min(far, 1.98 * LEG * s);
                    dx *= reach / far;
                    dy *= reach / far;
                    double out = Math.sqrt(Math.max(0, LEG * s * LEG * s - reach * reach / 4));
                    set(j, hip, x, y);
                    set(j, hip + 1, x + dx / 2 - side * dy / reach * out, y + dy / 2 + side * dx / reach * out);
                    set(j, hip + 2, x + dx, y + dy);
                    double toe = side * (0.07 + 0.03 * part) * s;
                    set(j, hip + 3, x + dx + toe, y + dy - (0.035 + 0.05 * Math.sin(Math.PI * part)) * s);
                }

                private static void arm(
                        float[] j, int shoulder, int side, double bend, long seed, double at, double s, double v) {
                    double up = 0.5 + 0.5 * swing(seed, 12 + side, at * 0.5);
                    double upper = side * (0.35 + 1.9 * v * up) - bend;
                    double fore =
                            upper + side * (0.25 + 0.75 * v * (0.5 + 0.5 * swing(seed, 16 + side, at * 0.5 - 0.08)));
                    double hand = fore + side * 0.5 * v * swing(seed, 24 + side, at * 0.5 - 0.16);
                    set(
                            j,
                            shoulder,
                            j[4] + Math.cos(bend) * side * 0.125 * s,
                            j[5] + (0.03 - Math.sin(bend) * side * 0.125) * s);
                    hang(j, shoulder, upper, 0.25 * s);
                    hang(j, shoulder + 1, fore, 0.23 * s);
                    hang(j, shoulder + 2, hand, 0.09 * s);
                }

                private static void hang(float[] j, int from, double turn, double length) {
                    set(j, from + 1, j[2 * from] + Math.sin(turn) * length, j[2 * from + 1] - Math.cos(turn) * length);
                }
            };
}
