package gloaming.flow;

/** What a source takes: no instance exists. */
public abstract class Nothing implements Flow {
    private Nothing() {}
}
