package gloaming.shader;

import java.util.List;

/** What a value is (chapter 4.1). */
public sealed interface Type {

    Type VOID = new Nothing();
    Numeric FLOAT = new Numeric(Base.FLOAT, 1, 1);
    Numeric INT = new Numeric(Base.INT, 1, 1);
    Numeric UINT = new Numeric(Base.UINT, 1, 1);
    Numeric BOOL = new Numeric(Base.BOOL, 1, 1);

    /** What the components of a number are. */
    enum Base {
        FLOAT("float", ""),
        INT("int", "i"),
        UINT("uint", "u"),
        BOOL("bool", "b");

        final String word;
        final String prefix;

        Base(String word, String prefix) {
            this.word = word;
            this.prefix = prefix;
        }
    }

    /** How many scalar components it holds. */
    int size();

    /** How the standard writes it. */
    String word();

    /** A scalar (1 by 1), a vector (1 column) or a matrix (columns by rows, 2 to 4). */
    record Numeric(Base base, int columns, int rows) implements Type {
        @Override
        public int size() {
            return columns * rows;
        }

        @Override
        public String word() {
            if (columns > 1) return columns == rows ? "mat" + columns : "mat" + columns + "x" + rows;
            return rows == 1 ? base.word : base.prefix + "vec" + rows;
        }

        boolean scalar() {
            return size() == 1;
        }

        boolean vector() {
            return columns == 1 && rows > 1;
        }

        boolean matrix() {
            return columns > 1;
        }

        boolean whole() {
            return base == Base.INT || base == Base.UINT;
        }

        Numeric with(Base other) {
            return new Numeric(other, columns, rows);
        }
    }

    /** So many of one type in a row; the length is -1 while it is not known. */
    record Array(Type of, int length) implements Type {
        @Override
        public int size() {
            return of.size() * length;
        }

        @Override
        public String word() {
            return of.word() + "[" + (length < 0 ? "" : length) + "]";
        }
    }

    /** A member of a struct. */
    record Field(String name, Type type) {}

    /** A struct; two of one name are one type. */
    record Struct(String name, List<Field> fields) implements Type {
        @Override
        public int size() {
            return fields.stream().mapToInt(f -> f.type.size()).sum();
        }

        @Override
        public String word() {
            return name;
        }

        /** Which component a field begins at. */
        int offset(int field) {
            return fields.subList(0, field).stream()
                    .mapToInt(f -> f.type.size())
                    .sum();
        }
    }

    /** A two-dimensional texture; it has no components, only a place among the inputs. */
    record Sampler(String word) implements Type {
        @Override
        public int size() {
            return 0;
        }
    }

    /** What a function gives that gives nothing. */
    record Nothing() implements Type {
        @Override
        public int size() {
            return 0;
        }

        @Override
        public String word() {
            return "void";
        }
    }

    static Numeric vector(Base base, int rows) {
        return new Numeric(base, 1, rows);
    }

    /** The numeric type that a keyword names, or null. */
    static Type named(String word) {
        for (Base base : Base.values()) {
            if (word.equals(base.word)) return new Numeric(base, 1, 1);
            if (word.length() == base.prefix.length() + 4 && word.startsWith(base.prefix + "vec")) {
                int rows = word.charAt(word.length() - 1) - '0';
                if (rows >= 2 && rows <= 4) return vector(base, rows);
            }
        }
        if (word.matches("mat[234]")) {
            int n = word.charAt(3) - '0';
            return new Numeric(Base.FLOAT, n, n);
        }
        if (word.matches("mat[234]x[234]")) {
            return new Numeric(Base.FLOAT, word.charAt(3) - '0', word.charAt(5) - '0');
        }
        if (word.equals("void")) return VOID;
        return word.equals("sampler2D") ? new Sampler(word) : null;
    }

    /** The base of a numeric type's components, or null for others. */
    static Base base(Type type) {
        return type instanceof Numeric n ? n.base : null;
    }

    static boolean holdsSampler(Type type) {
        return switch (type) {
            case Sampler s -> true;
            case Array a -> holdsSampler(a.of);
            case Struct s -> s.fields.stream().anyMatch(f -> holdsSampler(f.type));
            default -> false;
        };
    }
}
