package gloaming.library;

import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Look;
import java.util.List;

/** Everything that another library has, for those that have something else beside. */
public abstract class ForwardingLibrary implements Library {
    private final Library whole;

    protected ForwardingLibrary(Library whole) {
        this.whole = whole;
    }

    protected Library whole() {
        return whole;
    }

    @Override
    public Look look(String ref) {
        return whole.look(ref);
    }

    @Override
    public Still still(String ref) {
        return whole.still(ref);
    }

    @Override
    public Reel reel(String ref) {
        return whole.reel(ref);
    }

    @Override
    public List<String> folder(String name) {
        return whole.folder(name);
    }

    @Override
    public Letters letters(String ref) {
        return whole.letters(ref);
    }

    @Override
    public Points cloud(String ref) {
        return whole.cloud(ref);
    }

    @Override
    public Shape model(String ref) {
        return whole.model(ref);
    }

    @Override
    public Sculpture sculpture(String ref) {
        return whole.sculpture(ref);
    }

    @Override
    public LiveCamera camera() {
        return whole.camera();
    }
}
