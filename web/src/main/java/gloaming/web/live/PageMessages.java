package gloaming.web.live;

import gloaming.curve.Keys;
import gloaming.flow.Kind;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Value;
import gloaming.play.Diagnosis;
import gloaming.play.FrameStats;
import gloaming.play.LivePlayer;
import gloaming.play.Table;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.DynamicSettings;
import gloaming.step.Finder;
import gloaming.step.Formulas;
import gloaming.step.Setting;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Versions;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What pages are told, as JSON. */
@Component
class PageMessages {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MOST_NOTES = 12;

    private final Diagnosis diagnosis = new Diagnosis(Catalogue.all());
    private final House house;
    private final Journal journal;
    private final DeskRoom room;
    private final Alarms alarms;

    PageMessages(House house, Journal journal, DeskRoom room, Alarms alarms) {
        this.alarms = alarms;
        this.room = room;
        this.house = house;
        this.journal = journal;
    }

    /** For outputs: how far they are faded up. */
    String brief(double light) {
        ObjectNode o = JSON.createObjectNode();
        o.put("is", "board").put("light", round(light));
        return o.toString();
    }

    /** For pages that work on a look. */
    String full(FrameStats board, LivePlayer player, OpenLook open) {
        ObjectNode o = JSON.createObjectNode();
        o.put("is", "board")
                .put("time", round(board.time))
                .put("beat", round(board.beat))
                .put("tempo", round(board.tempo));
        o.put("paused", board.paused).put("ms", round(board.frameMs)).put("budget", round(board.budgetMs));
        o.put("fps", round(board.framesPerSecond))
                .put("scale", board.scale)
                .put("width", board.width)
                .put("height", board.height);
        o.put("scaleByHand", player.scaleByHand()).put("onAir", board.onAir);
        o.put("lightWanted", house.programme().light().wanted()).put("frame", board.frame);
        o.put("sound", house.sounds().id(open.showId)).put("clock", round(player.now()));
        o.put("leader", board.leader.name().toLowerCase(Locale.ROOT))
                .put("confidence", round(board.confidence))
                .put("peak", round(board.peak));
        o.put("waiting", room.waiting());
        ArrayNode levels = o.putArray("levels");
        for (double level : board.levels) levels.add(round(level));
        ObjectNode steps = o.putObject("steps");
        for (int i = 0; i < board.steps.size(); i++) {
            ArrayNode step = steps.putArray(board.steps.get(i));
            step.add(round(board.cost[i]));
            if (Double.isNaN(board.value[i])) step.addNull();
            else step.add(round(board.value[i]));
            step.add(board.count[i]);
            if (!Double.isNaN(board.place[i])) step.add(round(board.place[i]));
            if (board.many[i] == null) continue;
            if (Double.isNaN(board.place[i])) step.addNull();
            ArrayNode many = step.addArray();
            for (float value : board.many[i]) many.add(Math.rint(value * 1000) / 1000);
        }
        ObjectNode tells = o.putObject("tells");
        for (int i = 0; i < board.steps.size(); i++) {
            if (board.how[i] != null && board.few[i] < board.ofMany[i]) {
                tells.put(
                        board.steps.get(i),
                        (board.few[i] == 1 ? "1 value " : board.few[i] + " values ") + board.how[i] + " "
                                + board.ofMany[i]);
            } else if (board.born[i] >= 0) {
                tells.put(
                        board.steps.get(i),
                        board.born[i] + " born" + (board.culled[i] > 0 ? ", " + board.culled[i] + " taken early" : ""));
            }
        }
        ObjectNode follows = o.putObject("follows");
        for (int i = 0; i < board.follows.size(); i++) {
            ArrayNode values = follows.putArray(board.follows.get(i));
            for (double value : board.followed[i]) values.add(round(value));
        }
        ArrayNode notes = o.putArray("notes");
        for (String says : new String[] {
            journal.trouble(), player.trouble(), alarms.now(), house.sounds().trouble(open.showId)
        }) {
            if (says != null && !says.isEmpty()) notes.addObject().put("says", says);
        }
        if (!room.learned().isEmpty()) notes.addObject().put("says", room.learned());
        List<Diagnosis.Note> found = diagnosis.of(board);
        for (Diagnosis.Note note : found.subList(0, Math.min(MOST_NOTES, found.size()))) {
            notes.addObject()
                    .put("says", note.sentence())
                    .put("step", note.step())
                    .put("lane", note.lane());
        }
        return o.toString();
    }

    String look(OpenLook open) {
        ObjectNode o = JSON.createObjectNode();
        synchronized (open) {
            o.put("is", "look")
                    .put("version", open.version())
                    .put("canUndo", open.canUndo())
                    .put("canRedo", open.canRedo());
            o.set("look", LookJson.tree(open.look()));
            o.set("grown", grown(open.look()));
            o.set("formulas", formulas(open.look()));
            o.set("curves", curves(open.look()));
        }
        return o.toString();
    }

    /** Formulas as people read them, by step and setting. */
    private static ObjectNode formulas(Look look) {
        ObjectNode all = JSON.createObjectNode();
        look.steps()
                .forEach(step -> Formulas.of(step, Catalogue.all().of(step))
                        .forEach((setting, text) -> all.put(step.id() + " " + setting, Formulas.shown(look, text))));
        for (Layer layer : look.mix()) {
            if (layer.formula() != null) all.put(layer.id() + " opacity", Formulas.shown(look, layer.formula()));
        }
        return all;
    }

    /** The keys of curves with their handles, by step and setting. */
    private static ObjectNode curves(Look look) {
        ObjectNode all = JSON.createObjectNode();
        look.steps().forEach(step -> {
            for (Setting setting : Catalogue.all().of(step).settings()) {
                if (setting.form() != Setting.Form.CURVE) continue;
                Value value = step.settings().getOrDefault(setting.id(), setting.initial());
                if (value instanceof Value.Word word)
                    all.set(
                            step.id() + " " + setting.id(),
                            JSON.valueToTree(Keys.parse(word.text()).keys()));
            }
        });
        return all;
    }

    /** The settings and reads of steps that have some beyond their type's. */
    private static ObjectNode grown(Look look) {
        ObjectNode all = JSON.createObjectNode();
        look.steps().forEach(step -> {
            Description d = Catalogue.all().of(step);
            if (d.grows())
                all.set(
                        step.id(),
                        face(JSON.createObjectNode(), d, Catalogue.all().problems(step)));
        });
        return all;
    }

    private static ObjectNode face(ObjectNode o, Description d, List<DynamicSettings.Trouble> troubles) {
        ArrayNode settings = o.putArray("settings");
        for (Setting setting : d.settings()) settings.add(JSON.valueToTree(setting));
        ArrayNode reads = o.putArray("reads");
        for (Description.Input input : d.reads()) reads.add(JSON.valueToTree(input));
        ArrayNode problems = o.putArray("problems");
        troubles.forEach(t -> problems.add(JSON.valueToTree(t)));
        return o;
    }

    /** What is on the disk, for one page: the look up to a version, and the page's own changes up to a number. */
    String saved(OpenLook open, String page) {
        return saved("saved", open, page);
    }

    /** Which look is on air, whether it is the page's own, and whether that plays at all. */
    String air(OpenLook on, boolean here, boolean plays) {
        return JSON.createObjectNode()
                .put("is", "air")
                .put("here", here)
                .put("plays", plays)
                .put("look", on == null ? "" : on.id)
                .put("name", on == null ? "" : on.look().name())
                .toString();
    }

    /** The pixel under the pointer. */
    String probe(float[] pixel) {
        ObjectNode o = JSON.createObjectNode();
        ArrayNode values = o.put("is", "probe").putArray("pixel");
        for (float value : pixel) values.add(round(value));
        return o.toString();
    }

    /** The first a page is told: what it sent up to which change is on the disk, so that it sends the rest again. */
    String hello(OpenLook open, String page) {
        return saved("hello", open, page);
    }

    private static String saved(String is, OpenLook open, String page) {
        return JSON.createObjectNode()
                .put("is", is)
                .put("version", open.savedVersion())
                .put("n", open.saved(page))
                .toString();
    }

    /** Nothing was done, and why; {@code n} is the page's change that it was, or 0. */
    String refused(String sentence, long n) {
        return JSON.createObjectNode()
                .put("is", "refused")
                .put("says", sentence)
                .put("n", n)
                .toString();
    }

    /** Something a page should know that is no refusal. */
    String says(String sentence) {
        return JSON.createObjectNode().put("is", "says").put("says", sentence).toString();
    }

    /** Steps that were found; {@code newLane} are those that begin a lane of their own. */
    String found(long asked, List<Finder.Found> steps) {
        ObjectNode o = JSON.createObjectNode();
        o.put("is", "found").put("asked", asked);
        ArrayNode list = o.putArray("steps");
        for (Finder.Found found : steps)
            list.addObject().put("type", found.step().id()).put("newLane", found.newLane());
        return o.toString();
    }

    String applied(long asked, long version, String select) {
        return JSON.createObjectNode()
                .put("is", "applied")
                .put("asked", asked)
                .put("version", version)
                .put("select", select)
                .toString();
    }

    /** The versions of a text that were kept, newest first; {@code now} is the text as it is being written. */
    String versions(String step, String setting, List<Versions.Row> rows, String now) {
        ObjectNode o = JSON.createObjectNode();
        o.put("is", "versions").put("step", step).put("setting", setting);
        ArrayNode list = o.putArray("list");
        for (Versions.Row row : rows) {
            list.addObject()
                    .put("id", row.id())
                    .put("at", row.at().format(DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.ENGLISH)))
                    .put("name", row.name())
                    .put("works", row.works())
                    .put("lines", row.text().lines().count())
                    .put("same", row.text().equals(now));
        }
        return o.toString();
    }

    /** Where the sound is that a player goes by. */
    String pong(double at, LivePlayer player) {
        Sound sound = player.sound();
        return JSON.createObjectNode()
                .put("is", "pong")
                .put("at", at)
                .put("clock", player.now())
                .put("paused", player.paused())
                .put("length", sound.length() == Long.MAX_VALUE ? 0 : sound.seconds())
                .toString();
    }

    /** What pages ask of kinds: how they are drawn, and what can be done with a lane that ends in one. */
    static String kinds() {
        ObjectNode all = JSON.createObjectNode();
        for (Kind kind : Kind.values()) {
            ObjectNode o = all.putObject(kind.id());
            o.put("one", kind.one()).put("curve", kind.curve()).put("drives", kind.drives());
            o.put("mixes", kind.mixes());
            o.set("rail", JSON.valueToTree(kind.rail()));
        }
        return all.toString();
    }

    /** The catalogue, for pages. */
    static String catalogue() {
        ObjectNode all = JSON.createObjectNode();
        for (Description d : Catalogue.all().entries()) {
            ObjectNode o = all.putObject(d.id());
            o.put("id", d.id()).put("name", d.name()).put("does", d.does());
            o.put("takes", d.takes() == null ? null : d.takes().id())
                    .put("gives", d.gives().id());
            face(o, d, List.of());
        }
        return all.toString();
    }

    private static double round(double value) {
        return Double.isFinite(value) ? Math.rint(value * 10_000) / 10_000 : 0;
    }

    /** Points as numbers. */
    String table(Table table) {
        ObjectNode t = JSON.createObjectNode();
        t.put("is", "table").put("step", table.step()).put("n", table.n());
        ArrayNode columns = t.putArray("columns");
        for (Table.Line line : table.columns()) {
            ObjectNode column = columns.addObject();
            column.put("name", line.name())
                    .put("length", line.length())
                    .put("low", number(line.low()))
                    .put("high", number(line.high()));
            ArrayNode first = column.putArray("first");
            for (float value : line.first()) first.add(number(value));
        }
        return t.toString();
    }

    /** A number as it is read in a table, also one that is none. */
    private static String number(float value) {
        if (!Float.isFinite(value)) return Float.isNaN(value) ? "no number" : value > 0 ? "∞" : "-∞";
        double size = Math.abs(value);
        return size >= 1000 || value == Math.rint(value)
                ? String.format(Locale.ROOT, "%.0f", value)
                : String.format(Locale.ROOT, size < 0.1 ? "%.4f" : "%.3f", value);
    }
}
