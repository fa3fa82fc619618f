package zephyrridge.server.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.dialog.DialogFinding;
import zephyrridge.core.reading.dialog.Meaning;
import zephyrridge.core.reading.dialog.Printed;
import zephyrridge.core.reading.dialog.Printout;
import zephyrridge.core.reading.listing.ListedModule;
import zephyrridge.core.reading.smbios.MemoryDevice;
import zephyrridge.core.survey.Glance;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;

/**
 * The half-minute look in words.
 *
 * @param headline what is in it, in one line
 * @param more further figures, a line each
 * @param answers whether some is soldered and whether a socket is free; none where nothing speaks of it
 * @param shapes what it can be like, in percent, the likeliest first
 * @param takes what it can take
 * @param next what to look at next
 * @param understood each figure that was read, with what it means
 * @param readings what it says of the memory, under the names that readings have
 * @param question what has to be answered before it counts, or could be meant otherwise; each choice with the text that says so
 * @param machine id of the record that was held beside it
 * @param oneFile whether it is one file in which a system tells all that it can, so that a job takes all of it at once
 */
public record GlanceView(
        String headline,
        List<String> more,
        List<AnswerView> answers,
        List<ShapeShare> shapes,
        List<TakeView> takes,
        List<AskView> next,
        List<UnderstoodView> understood,
        List<FindingView> findings,
        SortedMap<String, String> readings,
        Optional<GlanceQuestionView> question,
        Optional<String> machine,
        boolean oneFile) {
    public enum Sureness {
        YES,
        LIKELY,
        OPEN,
        UNLIKELY,
        NO;

        static Sureness of(double p) {
            return p >= SlotModel.CONFIRMED
                    ? YES
                    : p <= SlotModel.CONTRADICTED ? NO : p >= 0.7 ? LIKELY : p <= 0.3 ? UNLIKELY : OPEN;
        }
    }

    /** @param percent how likely it is so */
    public record AnswerView(String text, Sureness sureness, int percent) {}

    public record ShapeShare(String name, int percent) {}

    /** @param further a try, beyond what nearly all do; {@code claim} somebody's word and not common practice */
    public record TakeView(String text, boolean claim, boolean further) {}

    public record AskView(Glance.Ask ask, String text, String settles, int minutes, double bits) {}

    public record GlanceQuestionView(String text, List<GlanceChoiceView> choices) {}

    /** @param says what the text becomes where this is meant */
    public record GlanceChoiceView(String label, String says) {}

    public record UnderstoodView(int line, String text, String meaning) {}

    private static final int MOST_SHAPES = 4;

    /** A firmware's table counts as the firmware does; whatever else is read is the system's word. */
    public static SortedMap<String, String> readings(Glance g, List<Recognised> read, Printout printed) {
        SortedMap<String, String> readings = new TreeMap<>();
        boolean table = !read.isEmpty() && read.stream().allMatch(Recognised.Firmware.class::isInstance);
        g.installed().ifPresent(p -> readings.put(table ? "firmwareTotal" : "systemTotal", Texts.size(p.size())));
        g.visible().ifPresent(p -> readings.put("usable", Texts.size(p.size())));
        g.rate().ifPresent(r -> readings.put("rate", String.valueOf(r)));
        g.used().ifPresent(n -> readings.put("positionsFilled", String.valueOf(n)));
        printed.passes().ifPresent(n -> readings.put("testPasses", String.valueOf(n)));
        printed.errors().ifPresent(n -> readings.put("testErrors", String.valueOf(n)));
        printed.minutes().ifPresent(n -> readings.put("testMinutes", String.valueOf(n)));
        printed.megabytesPerSecond().ifPresent(n -> readings.put("bandwidthMegabytes", String.valueOf(n)));
        printed.kind().ifPresent(k -> readings.put("test", k.name()));
        printed.oneThread().ifPresent(one -> readings.put("threads", one ? "ONE" : "ALL"));
        List<String> names = read.stream().flatMap(GlanceView::filled).toList();
        if (!names.isEmpty()
                && names.stream().noneMatch(String::isBlank)
                && String.join("\n", names).length() <= 4000) {
            readings.put("positionsNamed", String.join("\n", names));
        }
        return readings;
    }

    /** What a source calls the places that it lists as filled; "" where it has no name for one. */
    private static Stream<String> filled(Recognised read) {
        Stream<ListedModule> listed = read instanceof Recognised.Dialog d
                ? d.reading().modules().stream()
                : read instanceof Recognised.Listing l ? l.reading().modules().stream() : Stream.empty();
        return read instanceof Recognised.Firmware f
                ? f.reading().devices().stream().filter(MemoryDevice::isFilled).map(d -> d.locator()
                        .strip())
                : listed.filter(m -> m.size().isPresent()).map(m -> m.locator().strip());
    }

    /** The same with what one file of a system says beside the memory. */
    public GlanceView with(List<String> told) {
        return new GlanceView(
                headline,
                Stream.concat(more.stream(), told.stream()).toList(),
                answers,
                shapes,
                takes,
                next,
                understood,
                findings,
                readings,
                question,
                machine,
                true);
    }

    public static GlanceView of(
            Glance g, List<Recognised> read, Printout printed, Optional<String> machine, Texts texts) {
        return new GlanceView(
                question(g, texts)
                        .filter(q -> nothing(g))
                        .map(GlanceQuestionView::text)
                        .orElseGet(() -> headline(g, texts)),
                more(g, texts),
                g.shapes().isEmpty() || nothing(g) ? List.of() : answers(g, texts),
                nothing(g)
                        ? List.of()
                        : g.shapes().stream()
                                .filter(s -> s.probability() >= 0.02)
                                .limit(MOST_SHAPES)
                                .map(s -> new ShapeShare(
                                        s.shape()
                                                .map(x -> texts.get("shape." + x.id()))
                                                .orElseGet(() -> texts.get("glance.shape.record")),
                                        percent(s.probability())))
                                .toList(),
                takes(g, texts),
                g.next().stream().map(n -> next(n, texts)).toList(),
                understood(read, texts),
                FindingView.of(g.findings().stream().filter(f -> !isAsked(f)).toList(), texts),
                readings(g, read, printed),
                question(g, texts),
                machine,
                false);
    }

    private static boolean isAsked(Finding f) {
        return f.code() == DialogFinding.DIALOG_FIGURE_ALONE || f.code() == DialogFinding.DIALOG_MACHINE_OR_MODULE;
    }

    /** The first thing that has to be asked; nothing is kept before it is answered. */
    private static Optional<GlanceQuestionView> question(Glance g, Texts texts) {
        return g.findings().stream().flatMap(f -> question(f, texts).stream()).findFirst();
    }

    /** What a finding asks, with the ways to answer; empty where it asks nothing that a press could answer. */
    static Optional<GlanceQuestionView> question(Finding finding, Texts texts) {
        return Optional.of(finding).filter(GlanceView::isAsked).map(f -> {
            if (f.detail() instanceof DialogFinding.Module m) {
                return new GlanceQuestionView(
                        texts.say("glance.ask.module", "module", m.module()),
                        List.of(new GlanceChoiceView(texts.get("glance.choice.machine"), "RAM " + m.line())));
            }
            String line = ((DialogFinding.Line) f.detail()).line();
            return new GlanceQuestionView(
                    texts.say("glance.ask.figure", "line", line),
                    List.of(
                            new GlanceChoiceView(texts.get("glance.choice.installed"), "Installed RAM " + line),
                            new GlanceChoiceView(texts.get("glance.choice.usable"), line + " usable")));
        });
    }

    private static boolean nothing(Glance g) {
        return g.installed().isEmpty()
                && g.visible().isEmpty()
                && g.generation().isEmpty()
                && g.used().isEmpty()
                && g.positions().isEmpty();
    }

    private static String headline(Glance g, Texts texts) {
        if (nothing(g)) {
            return texts.get("glance.nothing");
        }
        List<String> parts = new ArrayList<>();
        String type = g.generation().map(x -> " " + texts.show(x)).orElse("");
        if (g.installed().isPresent()) {
            parts.add(texts.say("glance.installed", "size", size(g.installed().get()) + type));
        } else if (!type.isEmpty()) {
            parts.add(type.strip());
        }
        g.rate()
                .ifPresent(r -> parts.add(g.rateOfClock()
                        .map(of -> texts.say("glance.clock", "rate", of, "shown", r))
                        .orElseGet(() -> texts.say("glance.rate", "rate", r + " MT/s"))));
        if (g.used().isPresent() && g.positions().isPresent()) {
            parts.add(texts.say(
                    "glance.used",
                    "used",
                    g.used().get(),
                    "positions",
                    g.positions().get()));
        } else {
            g.used().ifPresent(u -> parts.add(texts.say("glance.usedOnly", "used", u)));
        }
        return parts.isEmpty()
                ? texts.say("glance.visible", "size", size(g.visible().get()))
                : String.join(", ", parts);
    }

    private static List<String> more(Glance g, Texts texts) {
        List<String> more = new ArrayList<>();
        if (g.installed().isPresent() && g.visible().isPresent()) {
            ByteSize kept =
                    g.installed().get().size().minusFloored(g.visible().get().size());
            // Less than the last printed digit is rounding and no share.
            g.kept().ifPresent(why -> more.add(texts.say("glance.kept." + why, "size", kept.rounded())));
        } else if (g.visible().isPresent()
                && !headline(g, texts)
                        .equals(texts.say(
                                "glance.visible", "size", size(g.visible().get())))) {
            more.add(texts.say("glance.visible", "size", size(g.visible().get())));
        }
        return more;
    }

    private static List<AnswerView> answers(Glance g, Texts texts) {
        return List.of(answer("soldered", g.soldered(), texts), answer("free", g.free(), texts));
    }

    private static AnswerView answer(String what, double p, Texts texts) {
        Sureness s = Sureness.of(p);
        // The figure is that of the sentence, not of its opposite.
        boolean denied = s == Sureness.NO || s == Sureness.UNLIKELY;
        return new AnswerView(texts.get("glance." + what + "." + s), s, percent(denied ? 1 - p : p));
    }

    /** Never 0 or 100: nothing here is certain. */
    private static int percent(double p) {
        return (int) Math.max(1, Math.min(99, Math.round(p * 100)));
    }

    private static List<TakeView> takes(Glance g, Texts texts) {
        if (g.takes().isEmpty() && !nothing(g)) {
            String why =
                    g.generation().map(x -> x.isLowPower()).orElse(false) ? "glance.take.soldered" : "glance.take.none";
            return g.generation().isEmpty() || why.endsWith("soldered")
                    ? List.of(new TakeView(texts.get(why), false, false))
                    : List.of();
        }
        return g.takes().stream().map(t -> take(t, texts)).toList();
    }

    private static TakeView take(Glance.Take t, Texts texts) {
        if (t.ground() == Glance.Ground.CLAIM) {
            LimitClaim.Source source = t.source().orElseThrow();
            return new TakeView(
                    texts.say(
                            "glance.take.CLAIM",
                            "total",
                            Texts.size(t.total()),
                            "source",
                            texts.get("glance.source." + source)),
                    true,
                    false);
        }
        String text = texts.say(
                t.further() ? "glance.take.further" : "glance.take.usual",
                "sockets",
                t.sockets().orElseThrow(),
                "each",
                Texts.size(t.each().orElseThrow()),
                "total",
                Texts.size(t.total()));
        return new TakeView(t.besideBank() ? text + texts.get("glance.take.bank") : text, false, t.further());
    }

    private static AskView next(Glance.Next n, Texts texts) {
        String settles = n.bits() == 0
                ? "figure"
                : n.settlesFree() && n.settlesSoldered() ? "both" : n.settlesSoldered() ? "soldered" : "free";
        return new AskView(
                n.ask(),
                texts.get("glance.ask." + n.ask()),
                texts.get("glance.settles." + settles),
                (int) Math.ceil(n.minutes()),
                Math.round(n.bits() * 100) / 100.0);
    }

    private static List<UnderstoodView> understood(List<Recognised> read, Texts texts) {
        List<UnderstoodView> understood = new ArrayList<>();
        for (Recognised r : read) {
            if (r instanceof Recognised.Dialog d) {
                d.reading().words().stream()
                        .filter(w -> w.meaning() != Meaning.OTHER)
                        .forEach(w -> understood.add(
                                new UnderstoodView(w.line(), w.text(), texts.get("meaning." + w.meaning()))));
                d.reading()
                        .modules()
                        .forEach(m -> understood.add(new UnderstoodView(
                                0,
                                m.locator().isEmpty() ? m.path() : m.locator(),
                                m.size().map(Texts::size).orElse("") + " " + m.part())));
            } else if (r instanceof Recognised.Label l) {
                understood.add(new UnderstoodView(
                        0,
                        l.reading().line(),
                        l.reading().spec().map(s -> texts.show(s.summary())).orElse("")));
            }
        }
        return understood;
    }

    private static String size(Printed p) {
        return p.size().rounded().replace("iB", "B");
    }
}
