package gloaming.web.live;

import gloaming.curve.Key;
import gloaming.curve.Keys;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Value;
import gloaming.play.Diagnosis;
import gloaming.play.FrameStats;
import gloaming.play.LivePlayer;
import gloaming.play.Probe;
import gloaming.play.Table;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Formulas;
import gloaming.step.PathDrawing;
import gloaming.step.Setting;
import gloaming.web.message.ToPage;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Versions;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Puts together what pages are told of a look and its player. */
@Component
class PageMessages {
    private static final PathDrawing PATHS = new PathDrawing(Catalogue.all());
    private static final int MOST_NOTES = 12;
    private static final DateTimeFormatter AT = DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.ENGLISH);

    private final Diagnosis diagnosis = new Diagnosis(Catalogue.all());
    private final House house;
    private final Journal journal;
    private final DeskRoom room;
    private final Alarms alarms;
    private final Versions versions;
    private final KitRoom kits;

    PageMessages(House house, Journal journal, DeskRoom room, Alarms alarms, Versions versions, KitRoom kits) {
        this.kits = kits;
        this.alarms = alarms;
        this.room = room;
        this.house = house;
        this.journal = journal;
        this.versions = versions;
    }

    /** The numbers of a frame, for pages that work on its look. */
    ToPage.Board board(FrameStats board, LivePlayer player, OpenLook open) {
        return new ToPage.Board(
                board.frame,
                round(board.time),
                round(board.beat),
                round(board.tempo),
                board.leader.name().toLowerCase(Locale.ROOT),
                round(board.confidence),
                board.paused,
                round(board.frameMs),
                round(board.budgetMs),
                round(board.framesPerSecond),
                board.scale,
                player.scaleByHand(),
                board.width,
                board.height,
                board.onAir,
                house.programme().light().wanted(),
                house.sounds().id(open.showId),
                round(player.readings().now()),
                round(board.peak),
                room.waiting(),
                Arrays.stream(board.levels).map(PageMessages::round).boxed().toList(),
                steps(board),
                tells(board),
                follows(board),
                notes(board, player, open));
    }

    private static Map<String, ToPage.StepNumbers> steps(FrameStats board) {
        Map<String, ToPage.StepNumbers> all = new LinkedHashMap<>();
        for (int i = 0; i < board.steps.size(); i++) {
            List<Double> many = null;
            if (board.many[i] != null) {
                many = new ArrayList<>(board.many[i].length);
                for (float value : board.many[i]) many.add(Math.rint(value * 1000) / 1000);
            }
            all.put(
                    board.steps.get(i),
                    new ToPage.StepNumbers(
                            round(board.cost[i]),
                            Double.isNaN(board.value[i]) ? null : round(board.value[i]),
                            board.count[i],
                            Double.isNaN(board.place[i]) ? null : round(board.place[i]),
                            many));
        }
        return all;
    }

    private static Map<String, String> tells(FrameStats board) {
        Map<String, String> all = new LinkedHashMap<>();
        for (int i = 0; i < board.steps.size(); i++) {
            if (board.how[i] != null && board.few[i] < board.ofMany[i]) {
                String few = board.few[i] == 1 ? "1 value " : board.few[i] + " values ";
                all.put(board.steps.get(i), few + board.how[i] + " " + board.ofMany[i]);
            } else if (board.born[i] >= 0) {
                String early = board.culled[i] > 0 ? ", " + board.culled[i] + " taken early" : "";
                all.put(board.steps.get(i), board.born[i] + " born" + early);
            }
        }
        return all;
    }

    private static Map<String, ToPage.Followed> follows(FrameStats board) {
        Map<String, ToPage.Followed> all = new LinkedHashMap<>();
        for (int i = 0; i < board.follows.size(); i++) {
            double[] values = board.followed[i];
            all.put(board.follows.get(i), new ToPage.Followed(round(values[0]), round(values[1]), round(values[2])));
        }
        return all;
    }

    private List<ToPage.Note> notes(FrameStats board, LivePlayer player, OpenLook open) {
        List<ToPage.Note> notes = new ArrayList<>();
        for (String says : new String[] {
            journal.trouble(), player.trouble(), alarms.now(), house.sounds().trouble(open.showId), room.learned()
        }) {
            if (says != null && !says.isEmpty()) notes.add(new ToPage.Note(says, null, null));
        }
        diagnosis.of(board).stream()
                .limit(MOST_NOTES)
                .forEach(note -> notes.add(new ToPage.Note(note.sentence(), note.step(), note.lane())));
        return notes;
    }

    /** The document, for a page whose own change {@code n} was done last. */
    ToPage.Look look(OpenLook open, long n) {
        synchronized (open) {
            Look look = open.look();
            return new ToPage.Look(
                    open.version(),
                    n,
                    open.canUndo(),
                    open.canRedo(),
                    look,
                    grown(look),
                    CatalogueJson.kits(look),
                    kits.newest(open.showId, look),
                    formulas(look),
                    curves(look),
                    paths(look));
        }
    }

    private static Map<String, String> formulas(Look look) {
        Map<String, String> all = new LinkedHashMap<>();
        look.steps()
                .forEach(step -> Formulas.of(step, Catalogue.all().of(look, step))
                        .forEach((setting, text) -> all.put(step.id() + " " + setting, Formulas.shown(look, text))));
        for (Layer layer : look.mix()) {
            if (layer.formula() != null) all.put(layer.id() + " opacity", Formulas.shown(look, layer.formula()));
        }
        return all;
    }

    private static Map<String, List<Key>> curves(Look look) {
        Map<String, List<Key>> all = new LinkedHashMap<>();
        look.steps().forEach(step -> {
            for (Setting setting : Catalogue.all().of(look, step).settings()) {
                if (setting.form() != Setting.Form.CURVE) continue;
                Value value = step.settings().getOrDefault(setting.id(), setting.initial());
                if (value instanceof Value.Word word)
                    all.put(
                            step.id() + " " + setting.id(),
                            Keys.parse(word.text()).keys());
            }
        });
        return all;
    }

    private static Map<String, PathDrawing.Path> paths(Look look) {
        Map<String, PathDrawing.Path> all = new LinkedHashMap<>();
        look.steps().forEach(step -> {
            PathDrawing.Path path = PATHS.of(look, step);
            if (path != null) all.put(step.id(), path);
        });
        return all;
    }

    private static Map<String, ToPage.Face> grown(Look look) {
        Map<String, ToPage.Face> all = new LinkedHashMap<>();
        look.steps().forEach(step -> {
            Description d = Catalogue.all().of(look, step);
            if (d.grows()) {
                List<ToPage.Problem> problems = Catalogue.all().problems(step).stream()
                        .map(t -> new ToPage.Problem(t.line(), t.column(), t.says()))
                        .toList();
                all.put(step.id(), new ToPage.Face(d.settings(), CatalogueJson.reads(d), problems));
            }
        });
        return all;
    }

    /** How often the shelf of kits, which documents are told with, has changed. */
    long shelf() {
        return kits.changes();
    }

    ToPage.Hello hello(OpenLook open, String page) {
        return new ToPage.Hello(open.savedVersion(), open.saved(page));
    }

    ToPage.Saved saved(OpenLook open, String page) {
        return new ToPage.Saved(open.savedVersion(), open.saved(page));
    }

    ToPage.Air air(OpenLook on, boolean here, boolean plays) {
        return new ToPage.Air(
                here,
                plays,
                on == null ? "" : on.id,
                on == null ? "" : on.look().name());
    }

    ToPage.Probe probe(Probe probe) {
        float[] pixel = probe.pixel();
        float[] at = probe.space();
        ToPage.Space space = at == null
                ? null
                : new ToPage.Space(round(at[0]), round(at[1]), round(at[2]), round(at[3]), (int) at[4]);
        return new ToPage.Probe(
                round(pixel[0]),
                round(pixel[1]),
                round(pixel[2]),
                round(pixel[3]),
                round(pixel[4]),
                round(pixel[5]),
                space);
    }

    ToPage.Versions versions(OpenLook open, String step, String setting) {
        String now = WrittenText.of(open.look(), step, setting).text();
        List<ToPage.Version> list = versions.of(open.id, step, setting).stream()
                .map(row -> new ToPage.Version(
                        row.id(),
                        row.at().format(AT),
                        row.name(),
                        row.works(),
                        row.text().lines().count(),
                        row.text().equals(now)))
                .toList();
        return new ToPage.Versions(step, setting, list);
    }

    ToPage.Pong pong(double at, LivePlayer player) {
        Sound sound = player.sound();
        double length = sound.length() == Long.MAX_VALUE ? 0 : sound.seconds();
        return new ToPage.Pong(at, player.readings().now(), player.paused(), length);
    }

    ToPage.Table table(Table table) {
        List<ToPage.Column> columns = table.columns().stream()
                .map(line -> {
                    List<String> first = new ArrayList<>();
                    for (float value : line.first()) first.add(number(value));
                    return new ToPage.Column(
                            line.name(), line.length(), number(line.low()), number(line.high()), first);
                })
                .toList();
        return new ToPage.Table(table.step(), table.n(), columns);
    }

    private static double round(double value) {
        return Double.isFinite(value) ? Math.rint(value * 10_000) / 10_000 : 0;
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
