package zephyrridge.server.planning;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.limit.LimitClass;
import zephyrridge.core.plan.Criteria;
import zephyrridge.core.plan.HousePreference;
import zephyrridge.core.plan.Outcome;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;
import zephyrridge.core.plan.Selection;
import zephyrridge.core.plan.Sizing;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.plan.WhyNot;
import zephyrridge.core.plan.WorkProfile;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Wish;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.PictureView;

/** Layouts to choose between, in words and figures. */
@Component
class PlanViews {
    enum Role {
        RECOMMENDED,
        CHEAPER,
        FURTHER,
        OTHER
    }

    /** An option with the job as it would be. */
    record Shown(
            Role role,
            Optional<HousePreference.Reason> preferred,
            PlanOption option,
            PlanChange.AdoptLayout change,
            Unit unit,
            Assessment assessment) {}

    /**
     * @param against what the house holds against it, "" where nothing; {@code risk} the gravest that is to be known, in a line
     * @param preferred why the shop would rather have it than what costs less, "" where nothing costs less
     * @param differs figures against as found: "+16 GB, bandwidth +100 %"
     * @param carries how much of the work that was named goes into it, "" where none was
     * @param fallback name of the option to fall back on, "" where none is needed or there is none
     */
    record OptionView(
            Role role,
            String name,
            PlanChange.AdoptLayout change,
            PictureView picture,
            String installed,
            String differs,
            String carries,
            String price,
            List<String> parts,
            int minutes,
            int readyDays,
            String runs,
            LimitClass limitClass,
            String limitName,
            String against,
            String preferred,
            Severity worst,
            String risk,
            String fallback,
            List<FindingView> findings) {}

    /** @param choices kinds of work, with what each keeps busy at low, usual and high */
    record WorkView(String id, String name, String low, String usual, String high, int year) {}

    /**
     * @param outcome what the search came to, in words; {@code exact} nothing better can be had
     * @param search while it still goes on; there are no options then
     * @param wished memory that the owner's words name while nobody has said what is wanted; to be asked
     * @param sizing whether more is needed at all, in words; "" where nothing was measured or said
     */
    record OptionsView(
            Optional<SearchView> search,
            String outcome,
            boolean exact,
            Optional<String> wished,
            String sizing,
            List<OptionView> options,
            int found,
            List<WorkView> work) {}

    /** @param looked combinations looked at so far, {@code most} it will ever look at */
    record SearchView(long id, long looked, long most) {}

    /** @param text why, with both sides' figures */
    record WhyNotView(String text, List<FindingView> findings) {}

    private static final int MOST_PARTS = 5;
    private final Texts texts;

    PlanViews(Texts texts) {
        this.texts = texts;
    }

    /** A name that tells it from the others: how much, and from where. */
    String name(PlanOption o) {
        long mib = o.pieces().values().stream()
                .mapToLong(p -> p.spec().capacity().mebibytes())
                .sum();
        Map<String, Long> kinds = o.pieces().values().stream()
                .filter(p -> p.from() != PlanOption.From.OWN)
                .collect(Collectors.groupingBy(
                        p -> texts.show(p.spec().capacity()), java.util.TreeMap::new, Collectors.counting()));
        String what = kinds.entrySet().stream()
                .map(e -> e.getValue() > 1 ? e.getValue() + " × " + e.getKey() : e.getKey())
                .collect(Collectors.joining(" + "));
        boolean drawer = o.pieces().values().stream().anyMatch(p -> p.from() == PlanOption.From.DRAWER);
        boolean bought = !o.bought().isEmpty();
        String from = drawer && bought ? "BOTH" : drawer ? "DRAWER" : bought ? "BOUGHT" : "OWN";
        String name = texts.say(
                "option." + from,
                "what",
                what.isEmpty() ? texts.show(ByteSize.ofMebibytes(mib)) : what,
                "supplier",
                suppliers(o));
        return name.length() > 60 ? name.substring(0, 60) : name;
    }

    private String suppliers(PlanOption o) {
        List<String> all =
                o.bought().stream().map(b -> b.offer().supplier()).distinct().toList();
        return all.size() == 1 ? all.get(0) : texts.say("option.suppliers", "n", all.size());
    }

    OptionsView of(
            Jobs.Current c,
            PlanTask task,
            Outcome outcome,
            List<Shown> shown,
            List<WorkProfile> profiles,
            Terms terms) {
        return optionsView(
                c,
                Optional.empty(),
                outcome(outcome),
                outcome instanceof Outcome.Optimal,
                shown.stream().map(s -> option(c, s, outcome, profiles, terms)).toList(),
                outcome.front().size(),
                profiles);
    }

    /** A search that still goes on. */
    OptionsView running(Jobs.Current c, long id, long looked, List<WorkProfile> profiles) {
        return optionsView(
                c,
                Optional.of(new SearchView(id, looked, Planner.NODES)),
                texts.say("outcome.RUNNING", "n", looked),
                false,
                List.of(),
                0,
                profiles);
    }

    private OptionsView optionsView(
            Jobs.Current c,
            Optional<SearchView> search,
            String outcome,
            boolean exact,
            List<OptionView> options,
            int found,
            List<WorkProfile> profiles) {
        LayoutEvaluation now = c.assessment().found();
        Sizing.Measured measured = c.unit().need().measured();
        return new OptionsView(
                search,
                outcome,
                exact,
                c.unit().need().target().equals(Target.ANY)
                        ? Wish.memory(c.work().order().wish()).map(texts::show)
                        : Optional.empty(),
                sizing(Sizing.of(measured, profiles, now.usable()), now, measured),
                options,
                found,
                profiles.stream()
                        .map(p -> new WorkView(
                                p.id(),
                                p.name(),
                                texts.show(p.low()),
                                texts.show(p.usual()),
                                texts.show(p.high()),
                                p.year()))
                        .toList());
    }

    private String outcome(Outcome o) {
        if (o instanceof Outcome.Infeasible i) {
            return texts.say(
                    "outcome.INFEASIBLE",
                    "which",
                    i.conflicting().stream()
                            .map(k -> texts.get("conflict." + k))
                            .collect(Collectors.joining(texts.get("say.and"))));
        }
        if (o instanceof Outcome.Stopped s) {
            return texts.say("outcome.STOPPED", "n", s.front().size(), "nodes", s.nodes());
        }
        if (o.front().isEmpty()) {
            return texts.get(o instanceof Outcome.BestFound ? "outcome.NOTHING_SEEN" : "outcome.NOTHING");
        }
        return o instanceof Outcome.BestFound b
                ? texts.say("outcome." + b.within(), "n", b.front().size())
                : texts.say("outcome.OPTIMAL", "n", o.front().size());
    }

    private String sizing(Sizing.Answer a, LayoutEvaluation found, Sizing.Measured m) {
        if (a.verdict() == Sizing.Verdict.NOT_ASKED && !a.driveIsSlow()) {
            return "";
        }
        String said = texts.say(
                "sizing." + a.verdict() + (a.byProfiles() ? ".work" : ""),
                "need",
                a.need().map(ByteSize::rounded).map(texts::show).orElse(""),
                "usable",
                found.usable(),
                "peak",
                m.peak().map(texts::show).orElse(""));
        return a.driveIsSlow() ? said + " " + texts.get("sizing.DRIVE") : said;
    }

    private OptionView option(Jobs.Current c, Shown s, Outcome outcome, List<WorkProfile> profiles, Terms terms) {
        PlanOption o = s.option();
        LayoutEvaluation found = c.assessment().found();
        LayoutEvaluation plan = s.assessment().plan();
        Finding gravest = plan.findings().stream()
                .filter(f -> f.severity() != Severity.PROVEN)
                .findFirst()
                .orElse(null);
        boolean risky = plan.has(Severity.RISK);
        Optional<PlanOption> fallback =
                risky ? Selection.fallback(o, outcome.front(), found.usable().mebibytes()) : Optional.empty();
        return new OptionView(
                s.role(),
                s.change().name(),
                s.change(),
                PictureView.of(c.machine(), plan, s.unit(), s.unit().plannedModules(), true, texts),
                texts.show(plan.installed()),
                differs(found, plan),
                carries(c.unit().need().measured(), plan.usable(), profiles),
                terms.currency() + " " + o.quote(),
                parts(o),
                o.criteria().minutes(),
                o.criteria().readyDays(),
                texts.say(
                        "limit.runs",
                        "run",
                        o.limits().chance().odds().run(),
                        "of",
                        o.limits().chance().odds().of()),
                o.limits().limitClass(),
                texts.get("limitClass." + o.limits().limitClass()),
                o.isAllowed() ? "" : texts.get("houseRule." + o.houseRule()),
                s.preferred().map(r -> texts.get("prefers." + r)).orElse(""),
                gravest == null ? Severity.NOTE : gravest.severity(),
                gravest == null ? "" : texts.head(gravest),
                fallback.map(f -> name(f)).orElse(""),
                FindingView.of(plan.findings(), texts));
    }

    /** Where each thing comes from and what it costs. */
    private List<String> parts(PlanOption o) {
        List<String> parts = new ArrayList<>();
        o.bought()
                .forEach(b -> parts.add(texts.say(
                        "say.buy",
                        "packs",
                        b.packs(),
                        "wording",
                        b.offer().wording(),
                        "supplier",
                        b.offer().supplier(),
                        "price",
                        b.price(),
                        "days",
                        b.offer().leadDays())));
        String tags = o.pieces().values().stream()
                .filter(p -> p.from() == PlanOption.From.DRAWER)
                .map(PlanOption.Piece::id)
                .collect(Collectors.joining(", "));
        if (!tags.isEmpty()) {
            parts.add(texts.say("say.fromDrawer", "tags", tags));
        }
        if (!o.untested().isEmpty()) {
            parts.add(texts.say("say.untested", "tags", String.join(", ", o.untested())));
        }
        if (!o.pulled().isEmpty()) {
            parts.add(texts.say("say.comesOut", "n", o.pulled().size()));
        }
        if (parts.size() > MOST_PARTS) {
            int more = parts.size() - MOST_PARTS + 1;
            parts.subList(MOST_PARTS - 1, parts.size()).clear();
            parts.add(texts.say("say.more", "n", more));
        }
        return parts;
    }

    private String differs(LayoutEvaluation found, LayoutEvaluation plan) {
        long gib = (plan.installed().mebibytes() - found.installed().mebibytes()) / 1024;
        String size = (gib > 0 ? "+" : gib < 0 ? "−" : "±") + Math.abs(gib) + " GB";
        long was = mean(found);
        long is = mean(plan);
        if (was == 0 || is == 0) {
            return size;
        }
        long percent = Math.round(100.0 * is / was - 100);
        return texts.say(
                "option.differs",
                "size",
                size,
                "percent",
                (percent > 0 ? "+" : percent < 0 ? "−" : "±") + Math.abs(percent));
    }

    private static long mean(LayoutEvaluation e) {
        return e.widths().stream()
                .flatMap(w -> w.mean().stream())
                .mapToLong(b -> b.thirdsOfMegabytes())
                .sum();
    }

    private String carries(Sizing.Measured m, ByteSize usable, List<WorkProfile> profiles) {
        if (m.work().isEmpty()) {
            return "";
        }
        String work = profiles.stream()
                .filter(p -> m.work().containsKey(p.id()))
                .map(p -> p.name().toLowerCase(java.util.Locale.ROOT))
                .collect(Collectors.joining(", "));
        return texts.say(
                "carries."
                        + Sizing.carries(usable, m.work().keySet(), profiles)
                                .map(Enum::name)
                                .orElse("NOT"),
                "work",
                work);
    }

    WhyNotView of(WhyNot why, Jobs.Current c) {
        if (why instanceof WhyNot.Stopped s) {
            return new WhyNotView(
                    texts.say("whyNot.STOPPED", "n", s.findings().size()), FindingView.of(s.findings(), texts));
        }
        String text;
        if (why instanceof WhyNot.Dominated d) {
            text = texts.say(
                    "whyNot.DOMINATED",
                    "by",
                    name(d.by()),
                    "own",
                    figures(d.own()),
                    "other",
                    figures(d.by().criteria()));
        } else if (why instanceof WhyNot.DearerThan d) {
            text = texts.say(
                    "whyNot.DEARER",
                    "by",
                    name(d.recommended()),
                    "own",
                    figures(d.own()),
                    "other",
                    figures(d.recommended().criteria()));
        } else if (why instanceof WhyNot.HousePrefers p) {
            text = texts.say(
                    "whyNot.PREFERS",
                    "by",
                    name(p.recommended()),
                    "own",
                    figures(p.own()),
                    "other",
                    figures(p.recommended().criteria()));
        } else if (why instanceof WhyNot.NoBetterThanNow n) {
            text = texts.say("whyNot.NO_BETTER", "own", figures(n.own()), "now", figures(n.now()));
        } else if (why instanceof WhyNot.NotToBeHad n) {
            text = texts.say(
                    "whyNot.NOT_TO_BE_HAD",
                    "what",
                    texts.show(n.kind().summary()),
                    "wanted",
                    n.wanted(),
                    "there",
                    n.there());
        } else if (why instanceof WhyNot.MissesTarget m) {
            text = texts.say("whyNot." + m.which(), "has", texts.show(m.has()), "asked", texts.show(m.asked()));
        } else if (why instanceof WhyNot.AgainstHouse h) {
            text = texts.say("whyNot.HOUSE", "reason", texts.get("houseRule." + h.reason()), "own", figures(h.own()));
        } else {
            text = texts.say("whyNot.AS_GOOD", "own", figures(((WhyNot.AsGood) why).own()));
        }
        return new WhyNotView(text, List.of());
    }

    private String figures(Criteria k) {
        return texts.say(
                "whyNot.figures",
                "usable",
                ByteSize.ofMebibytes(k.usableMib()),
                "mean",
                k.meanTenths() / 10 + "." + k.meanTenths() % 10,
                "cost",
                zephyrridge.core.quantity.Money.ofMinor(k.costMinor()),
                "chance",
                Math.round(k.chancePermille() / 10f),
                "minutes",
                k.minutes(),
                "days",
                k.readyDays());
    }
}
