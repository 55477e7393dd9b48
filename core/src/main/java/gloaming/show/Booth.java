package gloaming.show;

import com.fasterxml.jackson.annotation.JsonValue;
import gloaming.look.Refused;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * How photographs of the picture are taken.
 *
 * @param format of the files
 * @param width at most so many pixels wide, 64 to 8,192; never wider than the picture that is made for it
 * @param folder of the show's media that they go into
 * @param countdown seconds that the output counts before, 0 to 10
 * @param alpha whether what is see-through in the picture is so in the photograph, where its format can: PNG
 * @param flash seconds after the photograph at which the output flashes white, 0 to 10; null for no flash. It is never in the picture
 * @param made at which size the picture is made that is taken; at full size where nothing is said
 */
public record Booth(Format format, int width, String folder, int countdown, Double flash, boolean alpha, Made made) {
    /** Pixels of a picture that is made for a photograph, at most. */
    private static final double LARGEST = 1_920 * 1_200;

    private static final Pattern FOLDER = Pattern.compile("[\\p{L}\\p{N} _-]{1,60}");
    public static final Booth PLAIN = new Booth(Format.PNG, 1_920, "photographs", 0, 0.1, false, Made.FULL);

    /** What a photograph is written as. */
    public enum Format {
        PNG,
        JPEG,
        WEBP;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** The end of a file's name. */
        public String ending() {
            return switch (this) {
                case PNG -> ".png";
                case JPEG -> ".jpg";
                case WEBP -> ".webp";
            };
        }
    }

    /** At which size the picture is made that is taken. Above the one that is played a frame takes longer. */
    public enum Made {
        /** As the audience sees it, at the part of its size at which it is played just then. */
        PLAYED,
        /** At the size of the look. */
        FULL,
        /** At twice that, where it has no more than 1920x1200 pixels then. */
        TWICE;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** The part of a look's size at which its picture is made for a photograph, or 0 for the one at which it is played. */
    public double scale(int width, int height) {
        double most = Math.sqrt(LARGEST / ((double) width * height));
        return switch (made) {
            case PLAYED -> 0;
            case FULL -> 1;
            case TWICE -> Math.max(1, Math.min(2, most));
        };
    }

    /** Whether photographs have a see-through ground. */
    public boolean seeThrough() {
        return alpha && format == Format.PNG;
    }

    public Booth {
        format = format == null ? Format.PNG : format;
        made = made == null ? Made.FULL : made;
        if (width < 64 || width > 8_192) throw new Refused("A photograph is 64 to 8192 pixels wide.");
        folder = folder == null ? "" : folder.strip();
        if (!FOLDER.matcher(folder).matches())
            throw new Refused("A folder has a name of at most 60 letters, digits, spaces, '-' and '_'.");
        if (countdown < 0 || countdown > 10) throw new Refused("The countdown goes from 0 to 10 seconds.");
        if (flash != null && !(flash >= 0 && flash <= 10)) throw new Refused("The flash comes 0 to 10 seconds after.");
    }
}
