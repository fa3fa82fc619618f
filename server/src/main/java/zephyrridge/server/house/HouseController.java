package zephyrridge.server.house;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.plan.WorkProfile;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** The shop's rules with their schools and reasons, its terms, its kinds of work. */
@RestController
class HouseController {
    /** @param usual what ships with the product */
    record SchoolView(String id, String name, String reason, boolean usual) {}

    record QuestionView(String id, String text, String chosen, List<SchoolView> schools) {}

    record ChangeView(long version, String reason, Instant at, String by) {}

    record HouseView(
            long rulesVersion,
            List<QuestionView> questions,
            List<ChangeView> rulesHistory,
            long termsVersion,
            Terms terms,
            List<ChangeView> termsHistory,
            long workVersion,
            List<WorkProfile> work,
            List<ChangeView> workHistory,
            long letterheadVersion,
            Letterhead letterhead,
            long keepingVersion,
            Keeping keeping) {}

    record ChooseSchool(
            long expectedVersion, @NotBlank @Size(max = 40) String school, @NotBlank @Size(max = 500) String reason) {}

    record ChangeTerms(long expectedVersion, @NotNull Terms terms, @NotBlank @Size(max = 500) String reason) {}

    record ChangeWork(
            long expectedVersion,
            @NotNull @Size(min = 1, max = 40) List<WorkProfile> work,
            @NotBlank @Size(max = 500) String reason) {}

    record ChangeLetterhead(
            long expectedVersion, @NotNull @Valid Letterhead letterhead, @NotBlank @Size(max = 500) String reason) {}

    record ChangeKeeping(
            long expectedVersion, @NotNull @Valid Keeping keeping, @NotBlank @Size(max = 500) String reason) {}

    private final House house;
    private final Texts texts;

    HouseController(House house, Texts texts) {
        this.house = house;
        this.texts = texts;
    }

    /** The house: rules, terms, letterhead, times of work. */
    @GetMapping("/api/house")
    HouseView house() {
        House.Current<HouseRules> rules = house.rules();
        House.Current<Terms> terms = house.terms();
        House.Current<List<WorkProfile>> work = house.work();
        House.Current<Letterhead> letterhead = house.letterhead();
        House.Current<Keeping> keeping = house.keeping();
        return new HouseView(
                rules.version(),
                questions(rules.value()),
                history(House.Setting.RULES),
                terms.version(),
                terms.value(),
                history(House.Setting.TERMS),
                work.version(),
                work.value(),
                history(House.Setting.WORK),
                letterhead.version(),
                letterhead.value(),
                keeping.version(),
                keeping.value());
    }

    /** Chooses the schools that the rules follow. */
    @PutMapping("/api/house/rules")
    HouseView choose(@Valid @RequestBody ChooseSchool body, Principal who) {
        HouseRules now = house.rules().value();
        HouseRules next = now.with(body.school())
                .orElseThrow(() -> Problem.invalid("school", "NO_SCHOOL", "school", body.school()));
        house.change(House.Setting.RULES, body.expectedVersion(), next, body.reason(), who.getName());
        return house();
    }

    /** Changes currency, rates and terms. */
    @PutMapping("/api/house/terms")
    HouseView terms(@Valid @RequestBody ChangeTerms body, Principal who) {
        house.change(House.Setting.TERMS, body.expectedVersion(), body.terms(), body.reason(), who.getName());
        return house();
    }

    /** Changes what stands at the head of papers. */
    @PutMapping("/api/house/letterhead")
    HouseView letterhead(@Valid @RequestBody ChangeLetterhead body, Principal who) {
        house.change(House.Setting.LETTERHEAD, body.expectedVersion(), body.letterhead(), body.reason(), who.getName());
        return house();
    }

    /** Changes how long what is somebody's own is kept. */
    @PutMapping("/api/house/keeping")
    HouseView keeping(@Valid @RequestBody ChangeKeeping body, Principal who) {
        house.change(House.Setting.KEEPING, body.expectedVersion(), body.keeping(), body.reason(), who.getName());
        return house();
    }

    /** Changes what work takes and costs. */
    @PutMapping("/api/house/work")
    HouseView work(@Valid @RequestBody ChangeWork body, Principal who) {
        if (body.work().stream().map(WorkProfile::id).distinct().count()
                != body.work().size()) {
            throw Problem.invalid("work", "WORK_TWICE");
        }
        if (body.work().stream().noneMatch(w -> w.id().equals(WorkProfile.SYSTEM))) {
            throw Problem.invalid("work", "WORK_SYSTEM");
        }
        house.change(House.Setting.WORK, body.expectedVersion(), body.work(), body.reason(), who.getName());
        return house();
    }

    private List<ChangeView> history(House.Setting setting) {
        return house.history(setting).stream()
                .map(c -> new ChangeView(c.version(), c.reason(), c.at().toInstant(ZoneOffset.UTC), c.by()))
                .toList();
    }

    private List<QuestionView> questions(HouseRules r) {
        return r.schools().stream()
                .map(now -> {
                    String chosen = HouseRules.id(now);
                    String question = chosen.substring(0, chosen.indexOf('.'));
                    List<SchoolView> all = Arrays.stream(now.getDeclaringClass().getEnumConstants())
                            .map(s -> new SchoolView(
                                    HouseRules.id(s),
                                    texts.get("house." + HouseRules.id(s)),
                                    texts.get("house." + HouseRules.id(s) + ".why"),
                                    s.ordinal() == 0))
                            .toList();
                    return new QuestionView(question, texts.get("house." + question), chosen, all);
                })
                .toList();
    }
}
