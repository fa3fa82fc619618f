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
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.limit.LimitClass;
import zephyrridge.core.module.RateComparison;
import zephyrridge.core.plan.Criteria;
import zephyrridge.core.plan.HousePreference;
import zephyrridge.core.plan.Outcome;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.Selection;
import zephyrridge.core.plan.Sizing;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.plan.WorkProfile;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.PictureView;

/** One layout worth choosing, as its card: what it is for, what it costs, what it risks. */
@Component
class OptionViews {
    enum Role {
        RECOMMENDED,
        CHEAPER,
        FURTHER,
        /** Like modules that read wider. */
        WIDER,
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
     * @param title what it is for
     * @param against what the house holds against it, "" where nothing; {@code risk} the gravest that is to be known, in a line
     * @param preferred why the shop would rather have it than what costs less, "" where nothing costs less
     * @param differs figures against as found: "+16 GB, bandwidth +100 %"
     * @param carries how much of the work that was named goes into it, "" where none was
     * @param fallback name of the option to fall back on, "" where none is needed or there is none
     */
    record OptionView(
            Role role,
            String title,
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

    private static final int MOST_PARTS = 5;

    private final Texts texts;

    OptionViews(Texts texts) {
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

    /** What cards are told against: the recommended one, else what was found. */
    static Criteria against(Jobs.Current c, List<Shown> shown) {
        LayoutEvaluation found = c.assessment().found();
        return shown.stream()
                .filter(s -> s.role() == Role.RECOMMENDED)
                .map(s -> s.option().criteria())
                .findFirst()
                .orElse(new Criteria((int) found.usable().mebibytes(), (int) (mean(found) / 300), 0, 1000, 0, 0));
    }

    /** What it is better in than the recommended one, in two words at most. */
    private String title(Shown s, Criteria than) {
        if (s.role() != Role.OTHER && s.role() != Role.WIDER) {
            return texts.get("optionFor." + s.role());
        }
        List<String> gains = s.option().criteria().gains(than).stream()
                .limit(2)
                .map(of -> texts.get("optionFor." + of))
                .toList();
        if (gains.isEmpty()) {
            return texts.get("optionFor.NOTHING");
        }
        String all = String.join(", ", gains);
        return all.substring(0, 1) + all.substring(1).toLowerCase(java.util.Locale.ROOT);
    }

    /** @param better what its gains are told against */
    OptionView option(
            Jobs.Current c, Shown s, Criteria better, Outcome outcome, List<WorkProfile> profiles, Terms terms) {
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
                title(s, better),
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
                        (percent > 0 ? "+" : percent < 0 ? "−" : "±") + Math.abs(percent))
                + (isAsSoon(found, plan) ? texts.get("option.asSoon") : "");
    }

    /** Whether the rate differs and the first word comes about as soon all the same: what a lower rate is feared for. */
    private static boolean isAsSoon(LayoutEvaluation found, LayoutEvaluation plan) {
        Optional<RateResult> was = known(found);
        Optional<RateResult> is = known(plan);
        return was.isPresent()
                && is.isPresent()
                && !was.get().rate().equals(is.get().rate())
                && new RateComparison(
                                        was.get().rate().get(),
                                        was.get().clocks().get().cl(),
                                        is.get().rate().get(),
                                        is.get().clocks().get().cl())
                                .latency()
                        == RateComparison.Latency.ABOUT_EQUAL;
    }

    private static Optional<RateResult> known(LayoutEvaluation e) {
        return e.rates().stream()
                .filter(r -> r.rate().isPresent() && r.clocks().isPresent())
                .findFirst();
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
}
