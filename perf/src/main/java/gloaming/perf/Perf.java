package gloaming.perf;

/** Measures. */
public final class Perf {
    private Perf() {}

    public static void main(String[] args) {
        System.out.println("Nothing is measured yet.");
    }
}
