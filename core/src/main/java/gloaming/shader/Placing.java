package gloaming.shader;

import gloaming.shader.Code.Block;
import gloaming.shader.Code.If;
import gloaming.shader.Code.Ins;
import gloaming.shader.Code.Leave;
import gloaming.shader.Code.Loop;
import gloaming.shader.Code.Node;
import gloaming.shader.Code.Reg;
import gloaming.shader.Code.Scope;
import gloaming.shader.Program.Step;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.Set;

/** Gives every value a place in the machine's memory, used again as soon as nobody needs it, and writes the program. */
final class Placing {
    private final Code code;
    private final Reg[] results;
    private int position;
    private int floats;
    private int ints;
    private int areas;
    private final Map<Loop, int[]> spans = new HashMap<>();
    /** From where to where a value is needed. */
    private final Map<Reg, int[]> lives = new LinkedHashMap<>();

    private final Deque<Loop> open = new ArrayDeque<>();
    private final List<Program.Fixed> fixed = new ArrayList<>();
    private final List<Program.Bound> bound = new ArrayList<>();
    private final List<Program.Pool> pools = new ArrayList<>();
    private final Map<Scope, Integer> numbers = new HashMap<>();

    Placing(Code code, Reg[] results) {
        this.code = code;
        this.results = results;
    }

    Program place() {
        number(code.root);
        position = 0;
        live(code.root);
        for (Reg reg : results) touch(reg, position);
        alike();
        strips();
        List<Step> steps = steps(code.root);
        int[] at = new int[results.length];
        int[] step = new int[results.length];
        for (int i = 0; i < at.length; i++) {
            at[i] = results[i].slot;
            step[i] = step(results[i]);
        }
        return new Program(steps, at, step, floats, ints, fixed, bound, pools, areas);
    }

    private static int step(Reg reg) {
        return reg.varying ? -1 : 0;
    }

    // Lives

    private void number(Block block) {
        for (Node node : block.nodes) {
            position++;
            switch (node) {
                case If i -> {
                    number(i.yes);
                    number(i.no);
                }
                case Loop l -> {
                    int from = position;
                    number(l.body);
                    spans.put(l, new int[] {from, ++position});
                }
                case Scope s -> number(s.body);
                default -> {}
            }
        }
    }

    private void live(Block block) {
        for (Node node : block.nodes) {
            position++;
            switch (node) {
                case Ins ins -> {
                    for (Reg reg : ins.in) touch(reg, position);
                    for (Reg reg : ins.out) touch(reg, position);
                }
                case If i -> {
                    touch(i.condition, position);
                    live(i.yes);
                    live(i.no);
                }
                case Loop l -> {
                    open.push(l);
                    live(l.body);
                    open.pop();
                    position++;
                }
                case Scope s -> live(s.body);
                case Leave l -> {}
            }
        }
    }

    private void touch(Reg reg, int at) {
        int[] life = lives.computeIfAbsent(reg, r -> new int[] {r.input != -1 || r.known ? 0 : at, at});
        life[1] = Math.max(life[1], at);
        for (Loop loop : open) {
            int[] span = spans.get(loop);
            if (life[0] < span[0]) life[1] = Math.max(life[1], span[1]);
        }
    }

    // Places

    /** What is the same for all pixels has a place to itself. */
    private void alike() {
        for (Reg reg : lives.keySet()) {
            if (reg.varying) continue;
            reg.slot = reg.whole ? ints : floats;
            if (reg.whole) ints += Program.SPREAD;
            else floats += Program.SPREAD;
            if (reg.known) fixed.add(new Program.Fixed(reg.whole, reg.slot, reg.bits));
            else if (reg.input != -1) bound.add(new Program.Bound(reg.whole, reg.slot, reg.input));
        }
    }

    /** Linear scan (Poletto, Sarkar 1999); memory takes the place of registers, so nothing spills. */
    private void strips() {
        List<Reg> order = lives.keySet().stream()
                .filter(r -> r.varying)
                .sorted((a, b) -> Integer.compare(lives.get(a)[0], lives.get(b)[0]))
                .toList();
        PriorityQueue<Reg> active = new PriorityQueue<>((a, b) -> Integer.compare(lives.get(a)[1], lives.get(b)[1]));
        Deque<Integer> freeFloats = new ArrayDeque<>();
        Deque<Integer> freeInts = new ArrayDeque<>();
        for (Reg reg : order) {
            int from = lives.get(reg)[0];
            // An operand that ends where a result begins may lend it its place: all works from pixel to pixel.
            while (!active.isEmpty() && lives.get(active.peek())[1] < from) {
                Reg done = active.poll();
                (done.whole ? freeInts : freeFloats).push(done.slot);
            }
            Deque<Integer> free = reg.whole ? freeInts : freeFloats;
            if (!free.isEmpty()) {
                reg.slot = free.pop();
            } else if (reg.whole) {
                reg.slot = ints;
                ints += Program.STRIDE;
            } else {
                reg.slot = floats;
                floats += Program.STRIDE;
            }
            active.add(reg);
            if (reg.input != -1) bound.add(new Program.Bound(reg.whole, reg.slot, reg.input));
        }
    }

    private int mask() {
        int at = ints;
        ints += Program.STRIDE;
        return at;
    }

    // The program

    private List<Step> steps(Block block) {
        List<Step> steps = new ArrayList<>();
        List<Integer> run = new ArrayList<>();
        Boolean varying = null;
        for (Node node : block.nodes) {
            if (node instanceof Ins ins) {
                boolean many = ins.out[0].varying;
                if (varying != null && varying != many) end(run, varying, steps);
                varying = many;
                write(ins, run);
                continue;
            }
            if (varying != null) end(run, varying, steps);
            varying = null;
            switch (node) {
                case If i -> {
                    if (i.condition.varying) {
                        steps.add(part(i));
                    } else {
                        steps.add(new Program.Fork(i.condition.slot, steps(i.yes), steps(i.no)));
                    }
                }
                case Loop l -> steps.add(again(l));
                case Scope s -> {
                    int number = areas++;
                    numbers.put(s, number);
                    steps.add(new Program.Area(number, steps(s.body), mask()));
                }
                case Leave l -> steps.add(new Program.Exit(numbers.get(l.scope)));
                case Ins ins -> {}
            }
        }
        if (varying != null) end(run, varying, steps);
        return steps;
    }

    private Step part(If i) {
        int first = mask();
        int second = mask();
        for (boolean where : new boolean[] {true, false}) {
            Block goes = where ? i.yes : i.no;
            Block stays = where ? i.no : i.yes;
            if (stays.nodes.isEmpty() && goes.nodes.size() == 1 && goes.nodes.getFirst() instanceof Leave l) {
                return new Program.Cut(i.condition.slot, where, numbers.get(l.scope), first, second);
            }
        }
        return new Program.Part(i.condition.slot, steps(i.yes), steps(i.no), first, second);
    }

    private static void end(List<Integer> run, boolean many, List<Step> steps) {
        if (run.isEmpty()) return;
        int[] code = run.stream().mapToInt(Integer::intValue).toArray();
        steps.add(many ? new Program.Many(code) : new Program.Once(code));
        run.clear();
    }

    private Step again(Loop loop) {
        Set<Reg> used = new HashSet<>();
        int[] work = new int[1];
        boolean[] squeezes = {true};
        look(loop.body, used, work, squeezes);
        int from = spans.get(loop)[0];
        int[] strips = used.stream()
                .filter(r -> r.varying && !r.whole && lives.get(r)[0] < from)
                .mapToInt(r -> r.slot)
                .distinct()
                .sorted()
                .toArray();
        int[] wholes = used.stream()
                .filter(r -> r.varying && r.whole && lives.get(r)[0] < from)
                .mapToInt(r -> r.slot)
                .distinct()
                .sorted()
                .toArray();
        return new Program.Again(steps(loop.body), strips, wholes, squeezes[0], work[0], loop.line);
    }

    private static void look(Block block, Set<Reg> used, int[] work, boolean[] squeezes) {
        for (Node node : block.nodes) {
            switch (node) {
                case Ins ins -> {
                    used.addAll(List.of(ins.in));
                    used.addAll(List.of(ins.out));
                    work[0]++;
                    // Neighbours are neighbours no more once pixels have moved together.
                    if (ins.op == Op.DX || ins.op == Op.DY) squeezes[0] = false;
                }
                case If i -> {
                    used.add(i.condition);
                    look(i.yes, used, work, squeezes);
                    look(i.no, used, work, squeezes);
                }
                case Loop l -> {
                    int[] inner = new int[1];
                    look(l.body, used, inner, squeezes);
                    work[0] += 4 * inner[0];
                }
                case Scope s -> look(s.body, used, work, squeezes);
                case Leave l -> {}
            }
        }
    }

    private void write(Ins ins, List<Integer> run) {
        int[] n = new int[Program.WIDE];
        n[0] = ins.op.ordinal();
        n[1] = ins.out[0].slot;
        n[8] = ins.data;
        n[9] = ins.masked ? 1 : 0;
        switch (ins.op) {
            case PICK, PUT -> {
                int first = ins.op == Op.PICK ? 1 : 2;
                int[] at = new int[ins.in.length - first];
                int[] steps = new int[at.length];
                for (int i = 0; i < at.length; i++) {
                    at[i] = ins.in[first + i].slot;
                    steps[i] = step(ins.in[first + i]);
                }
                n[2] = ins.in[0].slot;
                n[3] = step(ins.in[0]);
                if (ins.op == Op.PUT) {
                    n[4] = ins.in[1].slot;
                    n[5] = step(ins.in[1]);
                }
                n[8] = pools.size();
                pools.add(new Program.Pool(at, steps, ins.data, ins.out[0].whole));
            }
            case TEXTURE, FETCH -> {
                operands(ins, n);
                n[6] = ins.out[1].slot;
                n[7] = ins.out[2].slot;
                n[9] = ins.out[3].slot;
            }
            default -> operands(ins, n);
        }
        for (int value : n) run.add(value);
    }

    private static void operands(Ins ins, int[] n) {
        for (int i = 0; i < ins.in.length; i++) {
            n[2 + 2 * i] = ins.in[i].slot;
            n[3 + 2 * i] = step(ins.in[i]);
        }
    }
}
