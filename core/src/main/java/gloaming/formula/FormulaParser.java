package gloaming.formula;

import gloaming.formula.FormulaTree.Op;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * Reads a formula by recursive descent, one method a level of binding.
 *
 * <p>{@code + - * / % ^}, comparisons, {@code && || !}, {@code condition ? a : b}, numbers, {@code pi}, {@code tau}, the named variables,
 * functions, and lanes: by name where that is a word, in single quotes where it is not (a quote in it is doubled), or by id in braces.
 * {@code lane[2]} is the third of several numbers. {@code ^} binds tightest and to the right. Where the formula chooses a word, the words
 * stand for their numbers, from 0; by id in braces behind an equals sign.
 */
final class FormulaParser {
    /** At most this deep, and so many parts, so that no text exhausts the stack or the code. */
    private static final int DEPTH = 100;

    private static final int PARTS = 1_500;
    private static final Map<String, Double> CONSTANTS = Map.of("pi", Math.PI, "tau", 2 * Math.PI);

    /** Where a lane, or behind an equals sign a word of the choice, stands in the text. */
    record Mention(int from, int to, String id) {}

    private final String text;
    private final List<String> variables;
    private final int most;
    private final UnaryOperator<String> laneByName;
    private final List<String> words;
    final List<String> lanes = new ArrayList<>();
    final List<Mention> mentions = new ArrayList<>();
    private int at;
    private int depth;
    private int parts;

    /** {@code words} are the ids of the choice, or none; {@code laneByName} is null where a formula may speak of no lanes. */
    FormulaParser(String text, List<String> variables, UnaryOperator<String> laneByName, List<String> words) {
        this(text, variables, 0, laneByName, words);
    }

    /** Names that are no variable yet become one while there are fewer than {@code most}. */
    FormulaParser(String text, List<String> variables, int most, UnaryOperator<String> laneByName, List<String> words) {
        this.text = text;
        this.variables = variables;
        this.most = most;
        this.laneByName = laneByName;
        this.words = words;
    }

    FormulaTree all() {
        FormulaTree tree = choice();
        if (peek() != 0) throw wrong(text.charAt(at) == '=' ? "'==' asks whether two are equal" : here());
        return tree;
    }

    private FormulaTree choice() {
        deeper();
        FormulaTree condition = or();
        if (take("?")) {
            FormulaTree yes = choice();
            if (!take(":")) throw wrong("':' is missing, as in a > 1 ? b : c");
            condition = new FormulaTree.Choice(condition, yes, choice());
        }
        depth--;
        return condition;
    }

    private FormulaTree or() {
        FormulaTree left = and();
        while (take("||")) left = new FormulaTree.Two(Op.OR, left, and());
        return left;
    }

    private FormulaTree and() {
        FormulaTree left = compare();
        while (take("&&")) left = new FormulaTree.Two(Op.AND, left, compare());
        return left;
    }

    private FormulaTree compare() {
        FormulaTree left = sum();
        if (take("<=")) return new FormulaTree.Two(Op.LESS_OR_EQUAL, left, sum());
        if (take(">=")) return new FormulaTree.Two(Op.GREATER_OR_EQUAL, left, sum());
        if (take("==")) return new FormulaTree.Two(Op.EQUAL, left, sum());
        if (take("!=")) return new FormulaTree.Two(Op.UNEQUAL, left, sum());
        if (take("<")) return new FormulaTree.Two(Op.LESS, left, sum());
        if (take(">")) return new FormulaTree.Two(Op.GREATER, left, sum());
        return left;
    }

    private FormulaTree sum() {
        FormulaTree left = product();
        while (true) {
            if (take("+")) left = new FormulaTree.Two(Op.ADD, left, product());
            else if (take("-")) left = new FormulaTree.Two(Op.SUBTRACT, left, product());
            else return left;
        }
    }

    private FormulaTree product() {
        FormulaTree left = unary();
        while (true) {
            if (take("*")) left = new FormulaTree.Two(Op.MULTIPLY, left, unary());
            else if (take("/")) left = new FormulaTree.Two(Op.DIVIDE, left, unary());
            else if (take("%")) left = new FormulaTree.Two(Op.REMAINDER, left, unary());
            else return left;
        }
    }

    private FormulaTree unary() {
        deeper();
        try {
            if (take("-")) return new FormulaTree.Negated(unary());
            if (peek() == '!' && !text.startsWith("!=", at) && take("!")) return new FormulaTree.Not(unary());
            FormulaTree base = atom();
            return take("^") ? new FormulaTree.Two(Op.POWER, base, unary()) : base;
        } finally {
            depth--;
        }
    }

    private void deeper() {
        if (++depth > DEPTH) throw wrong("it is nested too deep");
        if (++parts > PARTS) throw wrong("it has too many parts");
    }

    private FormulaTree atom() {
        char c = peek();
        if (c == '(') {
            take("(");
            FormulaTree inside = choice();
            if (!take(")")) throw wrong("')' is missing");
            return inside;
        }
        if (Character.isDigit(c) || c == '.') return number();
        if (c == '\'') return quoted();
        if (c == '{') return braced();
        if (Character.isLetter(c) || c == '_') return name();
        throw wrong(c == 0 ? "it ends too early" : here());
    }

    private FormulaTree number() {
        int from = at;
        while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) at++;
        try {
            return new FormulaTree.Number(Double.parseDouble(text.substring(from, at)));
        } catch (NumberFormatException e) {
            throw new Wrong("that is no number", from, at);
        }
    }

    private FormulaTree quoted() {
        int from = at++;
        StringBuilder name = new StringBuilder();
        while (true) {
            if (at >= text.length()) throw new Wrong("the closing ' is missing", from, at);
            char c = text.charAt(at++);
            if (c != '\'') name.append(c);
            else if (at < text.length() && text.charAt(at) == '\'') name.append(text.charAt(at++));
            else break;
        }
        FormulaTree word = word(name.toString(), from);
        if (word != null) return word;
        if (laneByName == null) throw noLanes(from);
        String id = laneByName.apply(name.toString());
        if (id == null) throw new Wrong("no lane that gives a signal is called '" + name + "'", from, at);
        return lane(id, from);
    }

    private Wrong noLanes(int from) {
        return new Wrong("no lane can stand here; " + known(), from, at);
    }

    /** What a name may be here. */
    private String known() {
        String own = String.join(", ", variables);
        if (laneByName != null) return "there are " + own + " and the lanes that give a signal";
        return variables.isEmpty() ? "only numbers can stand here" : "there are only numbers and " + own;
    }

    private FormulaTree braced() {
        int from = at;
        int end = text.indexOf('}', at);
        if (end < 0) throw new Wrong("the closing } is missing", from, text.length());
        at = end + 1;
        String id = text.substring(from + 1, end);
        if (laneByName == null) throw noLanes(from);
        if (!id.startsWith("=")) return lane(id, from);
        // Whoever only asks of what it speaks does not know the words.
        FormulaTree word = words.isEmpty() ? new FormulaTree.Number(0) : word(id.substring(1), from);
        if (word == null) throw new Wrong("there is no choice '" + id.substring(1) + "'", from, at);
        mentions.removeIf(m -> m.from() == from);
        mentions.add(new Mention(from, at, id));
        return word;
    }

    /** The number of a word of the choice; null where it is none. */
    private FormulaTree word(String written, int from) {
        for (int i = 0; i < words.size(); i++) {
            if (!words.get(i).replace('-', ' ').equalsIgnoreCase(written.replace('-', ' '))) continue;
            mentions.add(new Mention(from, at, "=" + words.get(i)));
            return new FormulaTree.Number(i);
        }
        return null;
    }

    private FormulaTree lane(String id, int from) {
        mentions.add(new Mention(from, at, id));
        if (!lanes.contains(id)) lanes.add(id);
        int lane = lanes.indexOf(id);
        if (!take("[")) return new FormulaTree.Lane(lane, null);
        FormulaTree index = choice();
        if (!take("]")) throw wrong("']' is missing");
        return new FormulaTree.Lane(lane, index);
    }

    private FormulaTree name() {
        int from = at;
        while (at < text.length() && isWord(text.charAt(at))) at++;
        int to = at;
        String written = text.substring(from, to);
        String name = written.toLowerCase(Locale.ROOT);
        if (peek() == '(') return call(name, from, to);
        at = to;
        FormulaTree word = word(written, from);
        if (word != null) return word;
        if (CONSTANTS.containsKey(name)) return new FormulaTree.Number(CONSTANTS.get(name));
        int index = variables.indexOf(name);
        if (index >= 0) return new FormulaTree.Variable(index);
        String id = laneByName == null ? null : laneByName.apply(written);
        if (id != null) return lane(id, from);
        if (variables.size() < most && Functions.find(name) == null) {
            variables.add(name);
            return new FormulaTree.Variable(variables.size() - 1);
        }
        throw new Wrong(
                Functions.find(name) != null
                        ? "'" + name + "' wants what it works on in brackets, as in " + name + "(0.5)"
                        : "there is nothing called '" + written + "'; " + known(),
                from,
                to);
    }

    private FormulaTree call(String name, int from, int to) {
        Functions.Known known = Functions.find(name);
        if (known == null) throw new Wrong("there is no function '" + name + "'", from, to);
        take("(");
        List<FormulaTree> arguments = new ArrayList<>();
        if (peek() != ')') {
            do arguments.add(choice());
            while (take(","));
        }
        if (!take(")")) throw wrong("')' is missing");
        if (arguments.size() != known.arguments()) {
            throw new Wrong(
                    "'" + name + "' wants " + known.arguments()
                            + (known.arguments() == 1 ? " number" : " numbers with commas between them"),
                    from,
                    at);
        }
        return new FormulaTree.Call(known, arguments);
    }

    static boolean isWord(char c) {
        return Character.isLetterOrDigit(c) || c == '_';
    }

    private String here() {
        return "'" + text.charAt(at) + "' does not fit here";
    }

    private char peek() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) at++;
        return at < text.length() ? text.charAt(at) : 0;
    }

    private boolean take(String token) {
        peek();
        if (!text.startsWith(token, at)) return false;
        at += token.length();
        return true;
    }

    private Wrong wrong(String why) {
        return new Wrong(why, at, at + 1);
    }
}
