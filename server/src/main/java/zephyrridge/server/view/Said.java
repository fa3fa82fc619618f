package zephyrridge.server.view;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Rules;
import zephyrridge.core.unit.Work;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.text.Texts;

/** What is said of a job when it is closed, in words: rules, record and catalogue may change later, this does not. */
@Component
public class Said {
    /** @param severity of a finding; absent for a plain figure */
    public record Line(Severity severity, String text) {}

    /** @param ruleVersion {@code houseVersion} {@code recordVersion} what it was judged by */
    public record Words(int ruleVersion, int houseVersion, long recordVersion, List<Line> plan, List<Line> proof) {}

    private final Texts texts;

    private final Accounts accounts;

    Said(Texts texts, Accounts accounts) {
        this.texts = texts;
        this.accounts = accounts;
    }

    public Words of(Work work, Machines.Ready machine, Assessment a) {
        List<Line> proof = new ArrayList<>();
        Proof p = a.proof();
        proof.add(new Line(
                p.proven() ? Severity.PROVEN : Severity.NOTE,
                texts.get("grade." + work.unit().closing().orElseThrow().grade())));
        p.last().ifPresent(t -> t.comparison().lines().stream()
                .flatMap(l -> l.findings().stream())
                .forEach(f -> proof.add(line(f))));
        p.missing().forEach(f -> proof.add(line(f)));
        work.unit()
                .accepted()
                .forEach(d -> proof.add(new Line(
                        Severity.RISK,
                        texts.get("say.accepted")
                                .replace("{by}", accounts.nameOf(d.by()))
                                .replace("{reason}", d.reason()))));
        return new Words(
                Rules.VERSION,
                HouseRules.VERSION,
                machine.version(),
                a.plan().findings().stream().map(this::line).toList(),
                proof);
    }

    private Line line(Finding f) {
        return new Line(f.severity(), texts.of(f));
    }
}
