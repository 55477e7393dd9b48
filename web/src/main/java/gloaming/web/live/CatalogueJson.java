package gloaming.web.live;

import gloaming.flow.Kind;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Setting;
import gloaming.web.message.Maybe;
import gloaming.web.message.ToPage;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The catalogue as pages load it, written once. */
@Component
public class CatalogueJson {
    /** A step, as pages show it. */
    public record Entry(
            String id,
            String name,
            String does,
            @Maybe String takes,
            String gives,
            List<Setting> settings,
            List<ToPage.Input> reads,
            List<Output> beside,
            List<ToPage.Problem> problems) {}

    /** What a step hands out beside what leaves it. */
    public record Output(String name, String kind, String says) {}

    /** What can be done with a lane that ends in a kind, and how its rail is drawn. */
    public record KindEntry(
            String one,
            boolean curve,
            boolean drives,
            boolean mixes,
            Kind.Rail rail,
            List<String> accepts,
            String counts) {}

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final String text = JSON.writeValueAsString(entries());
    private final String kinds = JSON.writeValueAsString(kindEntries());

    public String text() {
        return text;
    }

    /** What pages ask of kinds. */
    public String kinds() {
        return kinds;
    }

    static List<ToPage.Input> reads(Description d) {
        return d.reads().stream()
                .map(in -> new ToPage.Input(in.name(), in.kind().id(), in.says(), in.optional(), in.before()))
                .toList();
    }

    private static Map<String, Entry> entries() {
        Map<String, Entry> all = new LinkedHashMap<>();
        for (Description d : Catalogue.all().entries()) {
            String takes = d.takes() == null ? null : d.takes().id();
            List<Output> beside = d.beside().stream()
                    .map(o -> new Output(o.name(), o.kind().id(), o.says()))
                    .toList();
            String gives = d.gives().id();
            all.put(
                    d.id(),
                    new Entry(d.id(), d.name(), d.does(), takes, gives, d.settings(), reads(d), beside, List.of()));
        }
        return all;
    }

    private static List<String> accepted(Kind kind) {
        return Kind.values().stream().filter(kind::accepts).map(Kind::id).toList();
    }

    private static Map<String, KindEntry> kindEntries() {
        Map<String, KindEntry> all = new LinkedHashMap<>();
        for (Kind kind : Kind.values()) {
            all.put(
                    kind.id(),
                    new KindEntry(
                            kind.one(),
                            kind.curve(),
                            kind.drives(),
                            kind.mixes(),
                            kind.rail(),
                            accepted(kind),
                            kind.counts()));
        }
        return all;
    }
}
