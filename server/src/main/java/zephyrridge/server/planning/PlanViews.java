package zephyrridge.server.planning;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.plan.Outcome;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;
import zephyrridge.core.plan.Sizing;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.plan.WorkProfile;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.unit.Wish;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.Texts;

/** Layouts to choose between, in words and figures. */
@Component
class PlanViews {
    /** @param choices kinds of work, with what each keeps busy at low, usual and high */
    record WorkView(String id, String name, String low, String usual, String high, int year) {}

    /**
     * @param outcome what the search came to, in words; {@code exact} nothing better can be had
     * @param search while it still goes on; there are no options then
     * @param wished memory that the owner's words name while nobody has said what is wanted; to be asked
     * @param sizing whether more is needed at all, or what is aimed at where nobody said; in words
     */
    record OptionsView(
            Optional<SearchView> search,
            String outcome,
            boolean exact,
            Optional<String> wished,
            String sizing,
            List<OptionViews.OptionView> options,
            int found,
            List<WorkView> work) {}

    /** @param looked combinations looked at so far, {@code most} it will ever look at */
    record SearchView(long id, long looked, long most) {}

    private final Texts texts;
    private final OptionViews options;

    PlanViews(Texts texts, OptionViews options) {
        this.options = options;
        this.texts = texts;
    }

    OptionsView of(
            Jobs.Current c,
            PlanTask task,
            Outcome outcome,
            List<OptionViews.Shown> shown,
            List<WorkProfile> profiles,
            Terms terms) {
        return optionsView(
                c,
                Optional.empty(),
                outcome(outcome),
                outcome instanceof Outcome.Optimal,
                shown.stream()
                        .map(s -> options.option(c, s, OptionViews.against(c, shown), outcome, profiles, terms))
                        .toList(),
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
            List<OptionViews.OptionView> options,
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
                sizing(
                        Sizing.of(measured, profiles, now.usable()),
                        now,
                        measured,
                        c.unit().need().target(),
                        c.machine().bench().house().howMuch(),
                        Wish.memory(c.work().order().wish()).isPresent()),
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

    /** Whether more is needed at all; where nobody said how much, what layouts are recommended by. */
    private String sizing(
            Sizing.Answer a,
            LayoutEvaluation found,
            Sizing.Measured m,
            Target target,
            HouseRules.HowMuch how,
            boolean wished) {
        if (a.verdict() == Sizing.Verdict.NOT_ASKED && !a.driveIsSlow()) {
            return target.ideally().isEmpty() ? texts.get((wished ? "sizing.WISH." : "sizing.AIM.") + how) : "";
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
}
