package gloaming.desk;

import com.fasterxml.jackson.annotation.JsonValue;
import gloaming.look.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The layout of the phone desk: controls on a grid of {@value #COLUMNS} columns.
 *
 * @param items at most {@value #MOST}
 */
public record Phone(List<Item> items) {
    public static final int COLUMNS = 12;
    public static final int ROWS = 20;
    public static final int MOST = 48;

    /** The stand-in's layout until the artist makes one. */
    public static final Phone FIRST = new Phone(first());

    /** What a control is. */
    public enum Form {
        FADER,
        PAD,
        PLANE,
        TOGGLE;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * One control.
     *
     * @param address the OSC address it sends to; a plane sends two numbers
     * @param x columns from the left
     * @param y rows from the top
     */
    public record Item(String id, Form form, String label, String address, int x, int y, int width, int height) {
        public Item {
            if (id == null || !id.matches("[a-z0-9]{1,12}"))
                throw new Refused("A control of the phone desk has no id.");
            if (form == null) throw new Refused("A control of the phone desk is of no form.");
            label = label == null ? "" : label.strip();
            if (label.length() > 60) throw new Refused("A name on the phone desk is over 60 characters long.");
            if (address == null || !address.matches("/[!-~&&[^#*,?\\[\\]{}]]{1,119}")) {
                throw new Refused("The address '" + address
                        + "' is none: it begins with / and has no blanks and none of # * , ? [ ] { }.");
            }
            if (width < 1 || height < 1 || x < 0 || y < 0 || x + width > COLUMNS || y + height > ROWS) {
                throw new Refused(
                        "A control of the phone desk does not fit on the " + COLUMNS + " by " + ROWS + " grid.");
            }
        }
    }

    public Phone {
        items = items == null ? List.of() : List.copyOf(items);
        if (items.size() > MOST) throw new Refused("The phone desk has room for " + MOST + " controls.");
        if (items.stream().map(Item::id).distinct().count() < items.size()) {
            throw new Refused("Two controls of the phone desk have the same id.");
        }
    }

    private static List<Item> first() {
        List<Item> items = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            items.add(new Item("f" + i, Form.FADER, "Fader " + (i + 1), "/phone/fader/" + (i + 1), 3 * i, 0, 3, 6));
        }
        items.add(new Item("p0", Form.PLANE, "Plane", "/phone/plane", 0, 6, 6, 6));
        for (int i = 0; i < 4; i++) {
            items.add(new Item(
                    "b" + i,
                    Form.PAD,
                    "Pad " + (i + 1),
                    "/phone/pad/" + (i + 1),
                    6 + 3 * (i % 2),
                    6 + 3 * (i / 2),
                    3,
                    3));
        }
        items.add(new Item("t0", Form.TOGGLE, "Switch 1", "/phone/switch/1", 0, 12, 6, 2));
        items.add(new Item("t1", Form.TOGGLE, "Switch 2", "/phone/switch/2", 6, 12, 6, 2));
        return items;
    }
}
