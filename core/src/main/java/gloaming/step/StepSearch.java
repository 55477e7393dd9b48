package gloaming.step;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.TokenStream;
import org.apache.lucene.analysis.en.EnglishAnalyzer;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.StoredField;
import org.apache.lucene.document.TextField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.index.Term;
import org.apache.lucene.search.BooleanClause;
import org.apache.lucene.search.BooleanQuery;
import org.apache.lucene.search.BoostQuery;
import org.apache.lucene.search.DisjunctionMaxQuery;
import org.apache.lucene.search.FuzzyQuery;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.PrefixQuery;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.store.ByteBuffersDirectory;

/** Finds steps by sentences: names, words of need, explanations and settings, by stems, beginnings and with typing errors. */
final class StepSearch {
    /** A step and how well it answers, above 0. */
    record Hit(Description step, float score) {}

    /** How much a word counts where it is found. */
    private static final Map<String, Float> FIELDS = Map.of("name", 6f, "find", 3f, "does", 2f, "settings", 0.5f);

    /** Words that count as found anyhow, so that a part of a sentence still counts for something. */
    private static final float PART = 1;

    private static final int MOST_WORDS = 12;
    private static final int LONGEST = 200;
    /** What is said of every step says nothing. */
    private static final List<String> SAID_OFTEN =
            List.of("make", "want", "my", "some", "i", "do", "get", "let", "can", "how");

    private final Analyzer analyzer = new EnglishAnalyzer();
    private final List<Description> steps;
    private final IndexSearcher searcher;

    StepSearch(Collection<Description> steps) {
        this.steps = List.copyOf(steps);
        try {
            ByteBuffersDirectory directory = new ByteBuffersDirectory();
            try (IndexWriter writer = new IndexWriter(directory, new IndexWriterConfig(analyzer))) {
                for (int i = 0; i < this.steps.size(); i++) writer.addDocument(document(i, this.steps.get(i)));
            }
            searcher = new IndexSearcher(DirectoryReader.open(directory));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Document document(int i, Description step) {
        Document document = new Document();
        document.add(new StoredField("i", i));
        document.add(new TextField("name", step.name(), Field.Store.NO));
        document.add(new TextField("find", step.find(), Field.Store.NO));
        document.add(new TextField("does", step.does(), Field.Store.NO));
        StringBuilder settings = new StringBuilder();
        for (Setting setting : step.settings()) {
            settings.append(setting.label()).append(' ').append(setting.says()).append(' ');
            if (setting.form() == Setting.Form.CHOICE)
                settings.append(String.join(" ", setting.choices())).append(' ');
        }
        document.add(new TextField("settings", settings.toString(), Field.Store.NO));
        return document;
    }

    /** All that answer the words, best first. */
    List<Hit> find(String words) {
        String text = words.substring(0, Math.min(LONGEST, words.length())).toLowerCase(Locale.ROOT);
        List<String> wanted = words(text);
        String last = text.isBlank() || !Character.isLetterOrDigit(text.charAt(text.length() - 1))
                ? ""
                : text.replaceAll(".*[^\\p{Alnum}]", "");
        float[] scores = new float[steps.size()];
        int[] found = new int[steps.size()];
        try {
            for (int i = 0; i < wanted.size(); i++) {
                boolean ends = i == wanted.size() - 1 && !last.isEmpty();
                add(ends ? either(wanted.get(i), last) : anywhere(wanted.get(i), false), scores, found);
            }
            // What is typed so far may be the beginning of a word that is not one yet.
            if (wanted.isEmpty() && !last.isEmpty()) add(anywhere(last, true), scores, found);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        // Who answers to all that was said is meant before who answers well to a part of it.
        int all = Math.max(1, wanted.size());
        return IntStream.range(0, scores.length)
                .filter(i -> found[i] > 0)
                .mapToObj(i -> new Hit(steps.get(i), scores[i] * (found[i] + PART) / (all + PART)))
                .sorted(Comparator.comparing(hit -> -hit.score()))
                .toList();
    }

    private void add(Query query, float[] scores, int[] found) throws IOException {
        for (ScoreDoc hit : searcher.search(query, steps.size()).scoreDocs) {
            int i = searcher.storedFields()
                    .document(hit.doc)
                    .getField("i")
                    .numericValue()
                    .intValue();
            scores[i] += hit.score;
            found[i]++;
        }
    }

    private static Query either(String word, String beginning) {
        return new BooleanQuery.Builder()
                .add(anywhere(word, false), BooleanClause.Occur.SHOULD)
                .add(anywhere(beginning, true), BooleanClause.Occur.SHOULD)
                .build();
    }

    /** A word in any field; it counts where it counts most. */
    private static Query anywhere(String word, boolean beginning) {
        List<Query> places = new ArrayList<>();
        FIELDS.forEach((field, boost) -> {
            Term term = new Term(field, word);
            if (beginning) {
                places.add(new BoostQuery(new PrefixQuery(term), boost));
                return;
            }
            places.add(new BoostQuery(new TermQuery(term), boost));
            int typos = word.length() >= 8 ? 2 : word.length() >= 4 ? 1 : 0;
            if (typos > 0 && boost > 1) places.add(new BoostQuery(new FuzzyQuery(term, typos, 1), boost * 0.3f));
        });
        return new DisjunctionMaxQuery(places, 0.1f);
    }

    /** The stems of a text, without what says nothing. */
    private List<String> words(String text) {
        List<String> words = new ArrayList<>();
        try (TokenStream stream = analyzer.tokenStream("find", text)) {
            CharTermAttribute term = stream.addAttribute(CharTermAttribute.class);
            stream.reset();
            while (stream.incrementToken() && words.size() < MOST_WORDS) {
                String word = term.toString();
                if (!SAID_OFTEN.contains(word)) words.add(word);
            }
            stream.end();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return words;
    }
}
