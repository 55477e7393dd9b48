package gloaming.web.live;

import gloaming.flow.Kind;
import gloaming.look.Kit;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Preset;
import gloaming.web.message.ToPage;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The catalogue as pages load it, written when a page first asks. */
@Component
public class CatalogueJson {
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

    private volatile String text;
    private volatile String kinds;

    public String text() {
        if (text == null) text = JSON.writeValueAsString(entries());
        return text;
    }

    /** What pages ask of kinds. */
    public String kinds() {
        if (kinds == null) kinds = JSON.writeValueAsString(kindEntries());
        return kinds;
    }

    static List<ToPage.Input> reads(Description d) {
        return d.reads().stream()
                .map(in -> new ToPage.Input(in.name(), in.kind().id(), in.says(), in.optional(), in.before()))
                .toList();
    }

    private static Map<String, ToPage.Entry> entries() {
        Map<String, ToPage.Entry> all = new LinkedHashMap<>();
        for (Description d : Catalogue.all().entries()) all.put(d.id(), entry(d));
        return all;
    }

    static ToPage.Entry entry(Description d) {
        String takes = d.takes() == null ? null : d.takes().id();
        List<ToPage.Output> beside = d.beside().stream()
                .map(o -> new ToPage.Output(o.name(), o.kind().id(), o.says()))
                .toList();
        String gives = d.gives().id();
        List<String> sets = d.sets().stream().map(Preset::name).toList();
        return new ToPage.Entry(
                d.id(), d.name(), d.does(), d.notice(), takes, gives, d.settings(), reads(d), beside, sets, List.of());
    }

    /** The kits of a look by their types, as steps. */
    static Map<String, ToPage.Entry> kits(Look look) {
        Map<String, ToPage.Entry> all = new LinkedHashMap<>();
        for (Kit kit : look.kits()) all.put(kit.type(), entry(Catalogue.all().of(look, Step.of("s", kit.type()))));
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
