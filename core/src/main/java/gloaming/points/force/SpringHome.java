package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.arrange.Turned;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * A spring from each point to where it would be if nothing moved it, or where it was born.
 *
 * <p>The damped spring is worked out exactly over the frame (Juckett 2012, "Damped springs"), so that it never blows up.
 */
@Id("home")
@StepInfo(
        name = "Spring home",
        does = "Draws each point back to where it was laid out or born, as on a spring.",
        find = "force spring return elastic rest restore wobble origin home return",
        notice = "Each dot swings back to where it began, however it was pushed.",
        example = "sow burst=300 rate=0 life=100 lifeSpread=0 scatter=1 speed=1.5 size=0.012 > *")
public record SpringHome(
        @Id("swings")
        @Range(
                min = 0.05,
                max = 20,
                initial = 1,
                unit = "Hz",
                byRatio = true,
                says = "How often it swings in a second.")
        double swings,

        @Id("damping")
        @Range(min = 0, max = 4, initial = 0.4, says = "How soon it comes to rest: 0 never, 1 without overshoot.")
        double damping,

        @Id("amount") @Range(min = 0, max = 1, initial = 1, says = "How much of the spring is felt.")
        double amount)
        implements Force<SpringHome.Memory> {

    /** The names under which points keep their home. */
    public static final class Memory extends ForceMemory {
        private static final java.util.concurrent.atomic.AtomicLong COUNT =
                new java.util.concurrent.atomic.AtomicLong();
        final String[] names = new String[3];

        Memory() {
            long number = COUNT.incrementAndGet();
            for (int axis = 0; axis < 3; axis++) names[axis] = ".home " + axis + " " + number;
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public void move(Points points, Memory memory, Frame frame, float dt) {
        Points layout = memory.layout();
        int n = points.n();
        double w = 2 * Math.PI * swings * Math.sqrt(amount);
        double[] c = swing(w, damping, dt);
        for (int axis = 0; axis < 3; axis++) {
            Attribute place = Turned.GROUPS[0][axis];
            float[] p = points.column(place).values;
            float[] v = points.column(Turned.GROUPS[1][axis]).values;
            float[] home = layout != null ? null : points.kept(memory.names[axis]);
            frame.crew().each(n, Points.GRAIN, (from, to) -> {
                for (int i = from; i < to; i++) {
                    float rest = layout != null ? layout.at(place, i) : home[i];
                    if (rest != rest) {
                        if (home != null) home[i] = p[i];
                        continue;
                    }
                    if (amount == 0) continue;
                    // The frame's own step by velocity has been taken already: back it goes, and on along the spring.
                    if (i >= points.young()) continue;
                    double was = p[i] - v[i] * dt - rest;
                    double speed = v[i];
                    p[i] = (float) (rest + c[0] * was + c[1] * speed);
                    v[i] = (float) (c[2] * was + c[3] * speed);
                }
            });
        }
    }

    /** Place from place and velocity, and velocity from both, after a time. */
    private static double[] swing(double w, double damping, double dt) {
        if (w < 1e-9) return new double[] {1, dt, 0, 1};
        double decay = Math.exp(-damping * w * dt);
        if (damping < 0.9999) {
            double wd = w * Math.sqrt(1 - damping * damping);
            double cos = Math.cos(wd * dt);
            double sin = Math.sin(wd * dt) / wd;
            return new double[] {
                decay * (cos + damping * w * sin), decay * sin, -decay * w * w * sin, decay * (cos - damping * w * sin)
            };
        }
        if (damping < 1.0001) {
            return new double[] {decay * (1 + w * dt), decay * dt, -decay * w * w * dt, decay * (1 - w * dt)};
        }
        double root = w * Math.sqrt(damping * damping - 1);
        double fast = -damping * w - root;
        double slow = -damping * w + root;
        double ef = Math.exp(fast * dt);
        double es = Math.exp(slow * dt);
        double over = 1 / (slow - fast);
        return new double[] {
            (slow * ef - fast * es) * over,
            (es - ef) * over,
            slow * fast * (ef - es) * over,
            (slow * es - fast * ef) * over
        };
    }
}
