package gloaming.shader;

import gloaming.shader.ShaderTree.Function;
import gloaming.shader.ShaderTree.Var;

/** Whether a shader writes to a variable anywhere. */
final class ShaderUses {
    private ShaderUses() {}

    static boolean of(ShaderTree tree, Var var) {
        for (Function f : tree.functions)
            if (f.body != null && Assigned.in(f.body).contains(var)) return true;
        return false;
    }
}
