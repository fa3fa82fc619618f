package zephyrridge.server.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.lang.reflect.RecordComponent;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.proof.MissingSet;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Picoseconds;
import zephyrridge.core.unit.JobModule;

/**
 * The one catalogue of words: every code, caution, step and rule has its text here, for the pages, reports and exports alike.
 * A text names the figures of its finding in braces.
 */
@Component
public class Texts {
    private static final Pattern PERCENT = Pattern.compile("(?<=[\\d}]) %");
    private static final Pattern COUNTED = Pattern.compile(" (\\p{L}+)");
    private static final Pattern FIGURE = Pattern.compile("\\{(\\w+)}");
    private final Properties catalogue = new Properties();

    public Texts() {
        try (InputStream in = Texts.class.getResourceAsStream("/text/catalogue.properties")) {
            catalogue.load(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        // "97 %" never breaks over two lines.
        catalogue.replaceAll((key, text) -> PERCENT.matcher((String) text).replaceAll("\u00a0%"));
    }

    /** The sentence of a finding with its figures filled in. */
    public String of(Finding finding) {
        String key = "finding." + finding.code().name();
        String text = get(key);
        // "It could be: " with nothing behind it says nothing: such a sentence has another form for that.
        boolean nothing = has(key + ".none")
                && FIGURE.matcher(text)
                        .results()
                        .anyMatch(f -> figure(finding.detail(), f.group(1)) instanceof List<?> l && l.isEmpty());
        return filled(nothing ? get(key + ".none") : text, name -> show(figure(finding.detail(), name)));
    }

    /** A text with its figures; what is counted stands in the singular after a one. */
    private String filled(String text, UnaryOperator<String> figures) {
        Matcher m = FIGURE.matcher(text);
        StringBuilder out = new StringBuilder();
        int from = 0;
        while (m.find(from)) {
            String shown = figures.apply(m.group(1));
            out.append(text, from, m.start()).append(shown);
            from = m.end();
            Matcher counted = COUNTED.matcher(text).region(from, text.length());
            if (shown.equals("1") && counted.lookingAt() && has("one." + counted.group(1))) {
                out.append(' ').append(get("one." + counted.group(1)));
                from = counted.end();
            }
        }
        return out.append(text.substring(from)).toString();
    }

    /**
     * A text of the catalogue with its figures.
     *
     * @param figures names and values in turn
     */
    public String say(String key, Object... figures) {
        Map<String, String> shown = new HashMap<>();
        for (int i = 0; i < figures.length; i += 2) {
            shown.put(String.valueOf(figures[i]), show(figures[i + 1]));
        }
        return filled(get(key), name -> shown.getOrDefault(name, "{" + name + "}"));
    }

    /** A text that need not be there. */
    public Optional<String> find(String key) {
        return Optional.ofNullable(catalogue.getProperty(key));
    }

    /** A headline of six words at most, where the catalogue has one. */
    public String head(Finding finding) {
        return catalogue.getProperty("head." + finding.code().name(), "");
    }

    /** All findings of a matter in one line: by the gravest severity, with how many there are of it. */
    public String verdict(String of, List<Finding> findings) {
        for (Severity s : List.of(Severity.STOP, Severity.RISK, Severity.COST, Severity.NOTE)) {
            long n = findings.stream().filter(f -> f.severity() == s).count();
            if (n > 0) {
                return n == 1 ? get(of + s + ".1") : say(of + s, "n", n);
            }
        }
        return get(of + "NONE");
    }

    /** What to do about it, where the catalogue has advice. */
    public String advice(Finding finding) {
        return catalogue.getProperty("advice." + finding.code().name(), "");
    }

    /** One line per piece of evidence. */
    public List<String> why(Finding finding) {
        return finding.evidence().stream().map(this::evidence).toList();
    }

    public String evidence(Evidence evidence) {
        if (evidence instanceof Evidence.Clause c) {
            return c.document()
                    + (c.clause().isEmpty() ? "" : ", " + c.clause())
                    + (c.fromMemory() ? get("evidence.fromMemory") : "");
        }
        if (evidence instanceof Evidence.RecordEntry r) {
            return say("evidence.record", "path", r.path(), "value", r.value())
                    + (r.source().isBlank() ? "" : " (" + r.source() + ")");
        }
        if (evidence instanceof Evidence.ModuleFact f) {
            return say("evidence.module", "position", f.position(), "field", f.field(), "value", f.value());
        }
        if (evidence instanceof Evidence.Formula f) {
            return f.formula()
                    + (f.inputs().isEmpty()
                            ? ""
                            : get("evidence.with")
                                    + String.join(
                                            ", ",
                                            f.inputs().stream()
                                                    .map(String::valueOf)
                                                    .toList()));
        }
        if (evidence instanceof Evidence.LabelSpan s) {
            return say("evidence.printed", "text", s.text(), "from", s.from() + 1, "to", s.to());
        }
        if (evidence instanceof Evidence.ImageBytes b) {
            return say(
                    "evidence.bytes",
                    "image",
                    b.image(),
                    "offset",
                    b.offset(),
                    "hexOffset",
                    "0x" + Integer.toHexString(b.offset()).toUpperCase(Locale.ROOT),
                    "hex",
                    b.hex());
        }
        Evidence.Word w = (Evidence.Word) evidence;
        return say("evidence.word", "question", w.question(), "answer", w.answer());
    }

    /** @throws IllegalArgumentException for a key without a text, which a test rules out for all codes */
    public String get(String key) {
        String text = catalogue.getProperty(key);
        if (text == null) {
            throw new IllegalArgumentException("no text for " + key);
        }
        return text;
    }

    public boolean has(String key) {
        return catalogue.containsKey(key);
    }

    /** A value as the trade writes it: GB meaning 2^30, MT/s, GB/s, words for enum constants. */
    public String show(Object value) {
        if (value instanceof ByteSize size) {
            return size(size);
        }
        if (value instanceof Picoseconds p) {
            return p.inNanoseconds();
        }
        if (value instanceof Bandwidth) {
            return value.toString();
        }
        if (value instanceof List<?> list) {
            return String.join(", ", list.stream().map(this::show).toList());
        }
        if (value instanceof MissingSet set) {
            return missing(set);
        }
        if (value instanceof LayoutFinding.RegionOf r) {
            return say("say.region", "size", r.size(), "ways", r.ways(), "peak", r.peak());
        }
        if (value instanceof Boolean b) {
            return b ? "yes" : "no";
        }
        if (value instanceof Enum<?> || value instanceof String s && s.matches("[A-Z][A-Z0-9_]+")) {
            String name = value.toString();
            return catalogue.getProperty(
                    "word." + name,
                    value instanceof Enum<?> ? name.toLowerCase(Locale.ROOT).replace('_', ' ') : name);
        }
        return String.valueOf(value).replace(" GiB", " GB").replace(" MiB", " MB");
    }

    /** A claim's figure in the unit of what it is about. */
    public String figure(LimitClaim claim) {
        return claim.size()
                .map(this::show)
                .or(() -> claim.density().map(this::show))
                .or(() -> claim.number()
                        .map(n -> claim.quantity() == LimitClaim.Quantity.DATA_RATE ? n + " MT/s" : n.toString()))
                .orElse("");
    }

    /** "any two of the four 8 GB modules (A1, A2, B1, B2)" */
    private String missing(MissingSet set) {
        return String.join(
                get("say.and"),
                set.parts().stream()
                        .map(p -> {
                            String key = p.count() == p.of() ? ".all" : p.count() == 1 ? ".one" : ".some";
                            String where = String.join(", ", p.where());
                            String more = p.channels().isEmpty()
                                    ? ""
                                    : " " + say("say.channelPerhaps", "channels", p.channels());
                            return say(
                                            "missing." + p.kind() + key,
                                            "count",
                                            p.count(),
                                            "of",
                                            p.of(),
                                            "size",
                                            p.size(),
                                            "where",
                                            where)
                                    + more;
                        })
                        .toList());
    }

    /** "8 GB", "7.5 GB", "512 MB". */
    public static String size(ByteSize size) {
        long mib = size.mebibytes();
        if (mib >= 1024 && mib % 1024 == 0) {
            return mib / 1024 + " GB";
        }
        return mib >= 4096 ? String.format(Locale.ROOT, "%.1f GB", mib / 1024.0) : mib + " MB";
    }

    private static Object figure(Detail detail, String name) {
        for (RecordComponent component : detail.getClass().getRecordComponents()) {
            if (component.getName().equals(name)) {
                try {
                    var accessor = component.getAccessor();
                    accessor.setAccessible(true);
                    return accessor.invoke(detail);
                } catch (ReflectiveOperationException e) {
                    throw new IllegalStateException(e);
                }
            }
        }
        throw new IllegalArgumentException(detail.getClass().getSimpleName() + " has no figure " + name);
    }

    /** The tag that a module bears here, or bore in the shop it came from; empty for none. */
    public Optional<String> tag(JobModule m) {
        return m.tag().or(() -> m.theirTag().map(t -> say("module.theirs", "tag", t)));
    }
}
