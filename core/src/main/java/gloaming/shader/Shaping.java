package gloaming.shader;

import gloaming.shader.Code.Block;
import gloaming.shader.Code.If;
import gloaming.shader.Code.Ins;
import gloaming.shader.Code.Leave;
import gloaming.shader.Code.Loop;
import gloaming.shader.Code.Node;
import gloaming.shader.Code.Reg;
import gloaming.shader.Code.Scope;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Makes instructions ready for the machine: drops what nobody reads, saves copies, joins multiplications with additions, and
 * finds out what differs from pixel to pixel and what must be written under a mask.
 */
final class Shaping {
    private final Code code;
    private final Reg[] results;

    Shaping(Code code, Reg[] results) {
        this.code = code;
        this.results = results;
    }

    void shape() {
        dropUnread();
        saveCopies(code.root);
        dropUnread();
        join(code.root);
        dropUnread();
        divide();
    }

    // What nobody reads

    private void dropUnread() {
        do {
            clearReads(code.root);
            for (Reg reg : results) reg.reads++;
            countReads(code.root);
        } while (drop(code.root));
    }

    private static void clearReads(Block block) {
        for (Node node : block.nodes) {
            switch (node) {
                case Ins ins -> {
                    for (Reg reg : ins.in) reg.reads = 0;
                    for (Reg reg : ins.out) reg.reads = 0;
                }
                case If i -> {
                    i.condition.reads = 0;
                    clearReads(i.yes);
                    clearReads(i.no);
                }
                case Loop l -> clearReads(l.body);
                case Scope s -> clearReads(s.body);
                case Leave l -> {}
            }
        }
    }

    private static void countReads(Block block) {
        for (Node node : block.nodes) {
            switch (node) {
                case Ins ins -> {
                    // Putting one into many keeps the others, but is no reason by itself to have them.
                    int n = ins.op == Op.PUT ? 2 : ins.in.length;
                    for (int i = 0; i < n; i++) ins.in[i].reads++;
                }
                case If i -> {
                    i.condition.reads++;
                    countReads(i.yes);
                    countReads(i.no);
                }
                case Loop l -> countReads(l.body);
                case Scope s -> countReads(s.body);
                case Leave l -> {}
            }
        }
    }

    private static boolean drop(Block block) {
        boolean dropped = false;
        for (Iterator<Node> nodes = block.nodes.iterator(); nodes.hasNext(); ) {
            boolean gone = false;
            switch (nodes.next()) {
                case Ins ins -> {
                    gone = true;
                    for (Reg reg : ins.out) gone &= reg.reads == 0;
                }
                case If i -> {
                    dropped |= drop(i.yes) | drop(i.no);
                    gone = i.yes.nodes.isEmpty() && i.no.nodes.isEmpty();
                }
                // A loop stays even when nothing comes of it: that it never ends must be found out.
                case Loop l -> dropped |= drop(l.body);
                case Scope s -> {
                    dropped |= drop(s.body);
                    gone = s.body.nodes.isEmpty();
                }
                case Leave l -> {}
            }
            if (gone) nodes.remove();
            dropped |= gone;
        }
        return dropped;
    }

    // Copies

    /** The regs that a node reads and writes, nested ones included. */
    private static void uses(Node node, Set<Reg> read, Set<Reg> written) {
        switch (node) {
            case Ins ins -> {
                read.addAll(List.of(ins.in));
                written.addAll(List.of(ins.out));
            }
            case If i -> {
                read.add(i.condition);
                i.yes.nodes.forEach(n -> uses(n, read, written));
                i.no.nodes.forEach(n -> uses(n, read, written));
            }
            case Loop l -> l.body.nodes.forEach(n -> uses(n, read, written));
            case Scope s -> s.body.nodes.forEach(n -> uses(n, read, written));
            case Leave l -> {}
        }
    }

    private static boolean move(Ins ins) {
        return ins.op == Op.MOVE_F || ins.op == Op.MOVE_I;
    }

    /**
     * Reads variables in place where nothing has changed them before the copy's last use, and lets an instruction write to a
     * variable directly where its result goes nowhere else.
     */
    private void saveCopies(Block block) {
        Map<Reg, Integer> lastRead = new HashMap<>();
        Map<Reg, List<Integer>> writes = new HashMap<>();
        Map<Reg, List<Integer>> reads = new HashMap<>();
        for (int i = 0; i < block.nodes.size(); i++) {
            Set<Reg> read = new HashSet<>();
            Set<Reg> written = new HashSet<>();
            uses(block.nodes.get(i), read, written);
            for (Reg reg : read) {
                lastRead.put(reg, i);
                if (reg.variable)
                    reads.computeIfAbsent(reg, r -> new ArrayList<>()).add(i);
            }
            for (Reg reg : written)
                if (reg.variable)
                    writes.computeIfAbsent(reg, r -> new ArrayList<>()).add(i);
        }
        Set<Reg> roots = new HashSet<>(List.of(results));
        Map<Reg, Reg> instead = new HashMap<>();
        Map<Reg, Integer> madeAt = new HashMap<>();
        for (int i = 0; i < block.nodes.size(); i++) {
            if (!(block.nodes.get(i) instanceof Ins ins)) continue;
            for (Reg out : ins.out) if (!out.variable) madeAt.put(out, i);
            if (!move(ins)) continue;
            Reg to = ins.out[0];
            Reg from = ins.in[0];
            if (!to.variable && from.variable && !roots.contains(to)) {
                int last = lastRead.getOrDefault(to, i);
                int at = i;
                int next = writes.getOrDefault(from, List.of()).stream()
                        .filter(w -> w > at)
                        .findFirst()
                        .orElse(Integer.MAX_VALUE);
                boolean simple = next < block.nodes.size() && block.nodes.get(next) instanceof Ins n && n.op.plain();
                if (last < next || last == next && simple) {
                    instead.put(to, from);
                    reads.computeIfAbsent(from, r -> new ArrayList<>()).add(last);
                }
            } else if (to.variable && !from.variable && from.reads == 1 && madeAt.containsKey(from)) {
                int made = madeAt.get(from);
                Ins maker = (Ins) block.nodes.get(made);
                int at = i;
                boolean touched = reads.getOrDefault(to, List.of()).stream().anyMatch(r -> r > made && r < at)
                        || writes.getOrDefault(to, List.of()).stream().anyMatch(w -> w > made && w < at);
                // Where a mask may be needed the value is made first and let in by the mask.
                if (!touched && maker.op.plain() && !move(maker) && to.home.depth >= block.depth) {
                    maker.out = new Reg[] {to};
                    ins.in = new Reg[] {to};
                    writes.computeIfAbsent(to, r -> new ArrayList<>()).add(made);
                    writes.get(to).sort(null);
                }
            }
        }
        for (Node node : block.nodes) replace(node, instead);
        block.nodes.removeIf(
                n -> n instanceof Ins ins && move(ins) && (ins.in[0] == ins.out[0] || instead.containsKey(ins.out[0])));
        for (Node node : block.nodes) {
            switch (node) {
                case If i -> {
                    saveCopies(i.yes);
                    saveCopies(i.no);
                }
                case Loop l -> saveCopies(l.body);
                case Scope s -> saveCopies(s.body);
                default -> {}
            }
        }
    }

    private static void replace(Node node, Map<Reg, Reg> instead) {
        if (instead.isEmpty()) return;
        switch (node) {
            case Ins ins -> {
                for (int i = 0; i < ins.in.length; i++) ins.in[i] = instead.getOrDefault(ins.in[i], ins.in[i]);
            }
            case If i -> {
                i.condition = instead.getOrDefault(i.condition, i.condition);
                i.yes.nodes.forEach(n -> replace(n, instead));
                i.no.nodes.forEach(n -> replace(n, instead));
            }
            case Loop l -> l.body.nodes.forEach(n -> replace(n, instead));
            case Scope s -> s.body.nodes.forEach(n -> replace(n, instead));
            case Leave l -> {}
        }
    }

    // Joining

    private static void join(Block block) {
        Map<Reg, Ins> products = new HashMap<>();
        Map<Reg, Integer> changed = new HashMap<>();
        Map<Ins, Integer> at = new HashMap<>();
        for (int i = 0; i < block.nodes.size(); i++) {
            switch (block.nodes.get(i)) {
                case Ins ins -> {
                    if (ins.op == Op.ADD || ins.op == Op.SUB) join(ins, products, changed, at);
                    for (Reg out : ins.out) if (out.variable) changed.put(out, i);
                    if (ins.op == Op.MUL && !ins.out[0].variable && ins.out[0].reads == 1) {
                        products.put(ins.out[0], ins);
                        at.put(ins, i);
                    }
                }
                case If n -> {
                    join(n.yes);
                    join(n.no);
                    products.clear();
                }
                case Loop n -> {
                    join(n.body);
                    products.clear();
                }
                case Scope n -> {
                    join(n.body);
                    products.clear();
                }
                case Leave n -> {}
            }
        }
    }

    private static void join(Ins add, Map<Reg, Ins> products, Map<Reg, Integer> changed, Map<Ins, Integer> at) {
        for (int side = 1; side >= 0; side--) {
            Ins product = products.get(add.in[side]);
            if (product == null) continue;
            boolean still = true;
            for (Reg in : product.in) still &= !in.variable || changed.getOrDefault(in, -1) < at.get(product);
            if (!still) continue;
            add.op = add.op == Op.ADD ? Op.MAD : side == 0 ? Op.MAD_LESS : Op.LESS_MAD;
            add.in = new Reg[] {product.in[0], product.in[1], add.in[1 - side]};
            product.out[0].reads = 0;
            return;
        }
    }

    // What differs from pixel to pixel

    private boolean changed;
    /** The depths of blocks whose variables may be seen by pixels that are elsewhere now. */
    private final List<Integer> dividers = new ArrayList<>();

    private void divide() {
        do {
            changed = false;
            dividers.clear();
            divide(code.root);
        } while (changed);
    }

    private int deepest() {
        int deepest = 0;
        for (int d : dividers) deepest = Math.max(deepest, d);
        return deepest;
    }

    private void divide(Block block) {
        int mark = dividers.size();
        for (Node node : block.nodes) {
            switch (node) {
                case Ins ins -> divide(ins);
                case If i -> {
                    if (i.condition.varying) dividers.add(i.yes.depth);
                    divide(i.yes);
                    divide(i.no);
                    if (i.condition.varying) dividers.removeLast();
                }
                case Loop l -> {
                    // Who leaves in one round is away in the next.
                    leaving(l.body, block.depth);
                    divide(l.body);
                }
                case Scope s -> divide(s.body);
                case Leave l -> {
                    boolean divided = deepest() > l.scope.body.depth;
                    if (divided && !l.divided) changed = l.divided = true;
                }
            }
            leaving(node, block.depth);
        }
        while (dividers.size() > mark) dividers.removeLast();
    }

    /** Some pixels may have left to the end of a scope that is still open at {@code depth}: until then not all are here. */
    private void leaving(Node node, int depth) {
        switch (node) {
            case Ins ins -> {}
            case If i -> {
                leaving(i.yes, depth);
                leaving(i.no, depth);
            }
            case Loop l -> leaving(l.body, depth);
            case Scope s -> leaving(s.body, depth);
            case Leave l -> {
                int scope = l.scope.body.depth;
                if (l.divided && scope <= depth && !dividers.contains(scope)) dividers.add(scope);
            }
        }
    }

    private void leaving(Block block, int depth) {
        for (Node node : block.nodes) leaving(node, depth);
    }

    private void divide(Ins ins) {
        boolean varying = ins.op == Op.TEXTURE || ins.op == Op.FETCH;
        for (int i = 0; i < ins.in.length; i++) varying |= ins.in[i].varying;
        int deepest = deepest();
        for (Reg out : ins.out) {
            boolean masked = out.variable && deepest > out.home.depth;
            if (masked && !ins.masked) changed = ins.masked = true;
            if ((varying || masked) && !out.varying) changed = out.varying = true;
        }
    }
}
