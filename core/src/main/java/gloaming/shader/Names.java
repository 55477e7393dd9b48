package gloaming.shader;

import gloaming.shader.ShaderTree.Function;
import gloaming.shader.ShaderTree.Var;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What is called what, scope within scope (chapter 4.2). */
final class Names {
    private final Deque<Map<String, Object>> scopes = new ArrayDeque<>();
    final Map<String, List<Function>> functions = new HashMap<>();

    Names() {
        enter();
    }

    void enter() {
        scopes.push(new HashMap<>());
    }

    void leave() {
        scopes.pop();
    }

    boolean global() {
        return scopes.size() <= 2;
    }

    Var variable(String name) {
        return find(name) instanceof Var v ? v : null;
    }

    Type.Struct struct(String name) {
        return find(name) instanceof Type.Struct s ? s : null;
    }

    private Object find(String name) {
        for (Map<String, Object> scope : scopes) {
            Object found = scope.get(name);
            if (found != null) return found;
        }
        return null;
    }

    void add(Token at, String name, Object thing) {
        boolean function = global() && functions.containsKey(name);
        if (scopes.peek().putIfAbsent(name, thing) != null || function) {
            throw Problem.Found.at(at, "'" + name + "' : redefinition");
        }
    }

    void builtIn(Var var) {
        scopes.peek().put(var.name, var);
    }

    /** Whether a name is a variable or a type, which hides functions of that name. */
    boolean hides(String name) {
        return find(name) != null;
    }

    Function function(String name, List<Type> types) {
        for (Function f : functions.getOrDefault(name, List.of())) {
            if (f.parameters.stream().map(p -> p.var().type).toList().equals(types)) return f;
        }
        return null;
    }

    void add(Function function) {
        functions.computeIfAbsent(function.name, n -> new ArrayList<>()).add(function);
    }
}
