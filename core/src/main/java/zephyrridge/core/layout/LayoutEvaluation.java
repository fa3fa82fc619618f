package zephyrridge.core.layout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.quantity.ByteSize;

/**
 * All that can be said of a layout.
 *
 * @param channels what each channel holds
 * @param rates one per clock domain
 * @param widths one per processor
 * @param changed positions that differ from the layout as found
 * @param effort bench time to change them
 * @param verdicts every rule with how it stands, satisfied ones too
 * @param findings gravest first
 */
public record LayoutEvaluation(
        ByteSize installed,
        ByteSize usable,
        List<ChannelTotal> channels,
        List<RateResult> rates,
        List<WidthMap> widths,
        List<String> changed,
        Effort effort,
        List<RuleVerdict> verdicts,
        List<Finding> findings) {

    public record ChannelTotal(String channel, ByteSize total, int modules) {}

    public record RuleVerdict(Rule rule, Verdict verdict) {}

    public LayoutEvaluation withFindings(List<Finding> next) {
        return new LayoutEvaluation(installed, usable, channels, rates, widths, changed, effort, verdicts, next);
    }

    /** With a further rule's verdict and findings, in their order. */
    public LayoutEvaluation with(Rule rule, Verdict verdict, List<Finding> said) {
        List<RuleVerdict> nextVerdicts = new ArrayList<>(verdicts);
        nextVerdicts.add(new RuleVerdict(rule, verdict));
        nextVerdicts.sort(Comparator.comparing(RuleVerdict::rule));
        List<Finding> nextFindings = new ArrayList<>(findings);
        nextFindings.addAll(said);
        nextFindings.sort(Finding.GRAVEST_FIRST);
        return new LayoutEvaluation(
                installed, usable, channels, rates, widths, changed, effort, nextVerdicts, nextFindings);
    }

    public Verdict verdict(Rule rule) {
        return verdicts.stream()
                .filter(v -> v.rule() == rule)
                .findFirst()
                .orElseThrow()
                .verdict();
    }

    public boolean has(Severity severity) {
        return findings.stream().anyMatch(f -> f.severity() == severity);
    }

    /** The first domain's result: the machine's, on anything but a server. */
    public RateResult rate() {
        return rates.get(0);
    }

    public Optional<Finding> finding(FindingCode code) {
        return findings.stream().filter(f -> f.code() == code).findFirst();
    }
}
