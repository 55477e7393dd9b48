package gloaming.shader;

import gloaming.shader.Tree.Function;
import gloaming.shader.Tree.Var;

/** Whether a shader writes to a variable anywhere. */
final class Uses {
    private Uses() {}

    static boolean of(Tree tree, Var var) {
        for (Function f : tree.functions)
            if (f.body != null && Assigned.in(f.body).contains(var)) return true;
        return false;
    }
}
