package gloaming.shader;

import java.util.ArrayList;
import java.util.List;

/** A shader as scalar instructions within structured control flow, all functions written out in place. */
final class Code {
    final Block root = new Block(null);

    /** A place for one scalar: a constant, an input, a value that is made once, or a variable that is set again and again. */
    static final class Reg {
        final boolean whole;
        final Block home;
        final boolean variable;
        boolean known;
        int bits;
        /** May differ from pixel to pixel. */
        boolean varying;

        /** Set from outside before a run; -1 for others. */
        int input = -1;

        int reads;
        int slot = -1;

        Reg(boolean whole, Block home, boolean variable) {
            this.whole = whole;
            this.home = home;
            this.variable = variable;
        }
    }

    /** One thing that is done. */
    sealed interface Node permits Ins, If, Loop, Scope, Leave {}

    /** An instruction; {@code data} is a sampler or the part of an element that is picked. */
    static final class Ins implements Node {
        Op op;
        Reg[] out;
        Reg[] in;
        int data;
        /** Only where pixels are active; the others keep what they have. */
        boolean masked;

        Ins(Op op, Reg[] out, Reg[] in, int data) {
            this.op = op;
            this.out = out;
            this.in = in;
            this.data = data;
        }
    }

    /** Two ways. */
    static final class If implements Node {
        Reg condition;
        final Block yes;
        final Block no;

        If(Reg condition, Block yes, Block no) {
            this.condition = condition;
            this.yes = yes;
            this.no = no;
        }
    }

    /** Again and again, until every pixel has left. */
    static final class Loop implements Node {
        final Block body;
        final int line;

        Loop(Block body, int line) {
            this.body = body;
            this.line = line;
        }
    }

    /** What can be left from within; the pixels that left meet again behind it. */
    static final class Scope implements Node {
        final Block body;

        Scope(Block body) {
            this.body = body;
        }
    }

    /** The active pixels leave a scope. */
    static final class Leave implements Node {
        final Scope scope;
        /** Others may stay. */
        boolean divided;

        Leave(Scope scope) {
            this.scope = scope;
        }
    }

    /** Nodes one after another. */
    static final class Block {
        final List<Node> nodes = new ArrayList<>();
        final Block parent;
        final int depth;

        Block(Block parent) {
            this.parent = parent;
            depth = parent == null ? 0 : parent.depth + 1;
        }
    }
}
