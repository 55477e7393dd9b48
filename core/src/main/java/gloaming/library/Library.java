package gloaming.library;

import java.util.List;

/** Everything brought into a show. References are the words that documents hold; an unknown one is known to fail when shown. */
public interface Library {
    Still still(String ref);

    Reel reel(String ref);

    /** References of the stills in a folder by name, in the order of their names; the list is new when it has changed. */
    List<String> folder(String name);

    /** A font by its reference; the shipped one for an unknown. */
    Letters letters(String ref);

    /** Points of a file; null while they are being read. */
    gloaming.flow.Points cloud(String ref);

    /** Triangles of a model, as its file has them; null while they are being read. */
    gloaming.flow.Shape model(String ref);

    /** A model with what its file says of its stuffs and movements; null while it is being read. */
    default Sculpture sculpture(String ref) {
        gloaming.flow.Shape shape = model(ref);
        return shape == null ? null : Sculpture.of(shape);
    }

    /** Another look of the show, as it is now; null while it is being read, or where there is none. */
    default gloaming.look.Look look(String ref) {
        return null;
    }

    /** What the camera of some page sees. */
    LiveCamera camera();

    /** Nothing at all was brought in. */
    Library EMPTY = new Library() {
        @Override
        public Still still(String ref) {
            return cut -> {
                throw new IllegalArgumentException(
                        ref.isEmpty() ? "no picture is chosen" : "there is no medium '" + ref + "' in this show");
            };
        }

        @Override
        public Reel reel(String ref) {
            return new Reel() {
                @Override
                public double rate() {
                    return 0;
                }

                @Override
                public int frames() {
                    return 0;
                }

                @Override
                public gloaming.flow.Picture at(int n, Way way, Cut cut, gloaming.flow.Crew crew) {
                    throw new IllegalArgumentException(
                            ref.isEmpty() ? "no clip is chosen" : "there is no medium '" + ref + "' in this show");
                }
            };
        }

        @Override
        public List<String> folder(String name) {
            return List.of();
        }

        @Override
        public Letters letters(String ref) {
            throw new IllegalArgumentException("there is no font");
        }

        @Override
        public gloaming.flow.Points cloud(String ref) {
            throw new IllegalArgumentException(
                    ref.isEmpty() ? "no points are chosen" : "there is no medium '" + ref + "' in this show");
        }

        @Override
        public gloaming.flow.Shape model(String ref) {
            throw new IllegalArgumentException(
                    ref.isEmpty() ? "no model is chosen" : "there is no medium '" + ref + "' in this show");
        }

        @Override
        public LiveCamera camera() {
            return LiveCamera.CLOSED;
        }
    };
}
