package zephyrridge.core.proof;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.module.RateComparison;
import zephyrridge.core.module.Rates;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Line;
import zephyrridge.core.proof.Comparison.Value;
import zephyrridge.core.proof.Comparison.Verdict;
import zephyrridge.core.quantity.DataRate;

/** What rate and CAS latency that were read say beside what was expected. */
final class RateReading {
    private final MachineRecord record;
    private final Expectation expected;
    private final Readout found;

    RateReading(MachineRecord record, Expectation expected, Readout found) {
        this.record = record;
        this.expected = expected;
        this.found = found;
    }

    Line rate() {
        List<DataRate> rates = expected.rates();
        Value wanted = rates.isEmpty() ? Value.NONE : new Value.Rates(rates);
        if (found.rate().isEmpty()) {
            return new Line(Field.RATE, wanted, Value.NONE, Verdict.NOT_READ, List.of());
        }
        int shown = found.rate().get();
        Value read = new Value.Count(shown);
        if (rates.isEmpty()) {
            return new Line(Field.RATE, wanted, read, Verdict.UNDECIDED, List.of());
        }
        if (rates.size() > 1 && rates.stream().anyMatch(r -> isName(shown, r))) {
            return new Line(
                    Field.RATE,
                    wanted,
                    read,
                    Verdict.UNDECIDED,
                    List.of(Told.say(
                            ProofFinding.PROOF_ONE_OF_DOMAINS, Severity.NOTE, new ProofFinding.Domains(shown, rates))));
        }
        DataRate want = rates.get(0);
        boolean clock = found.rateUnit().filter(Readout.RateUnit.CLOCK::equals).isPresent();
        ProofFinding.Rates detail = new ProofFinding.Rates(shown, want);
        // The planned figure is the planned rate whatever unit stands beside it: systems print transfers as MHz.
        if (shown == want.name()) {
            return new Line(Field.RATE, wanted, read, Verdict.MATCH, List.of());
        }
        if (Math.abs(shown - want.name()) <= 1 || shown == want.nameRounded()) {
            return line(
                    wanted, read, Verdict.EXPLAINED, Told.say(ProofFinding.PROOF_ROUNDED_NAME, Severity.NOTE, detail));
        }
        boolean half = want.hasClock(shown);
        boolean transfers =
                found.rateUnit().filter(Readout.RateUnit.TRANSFERS::equals).isPresent();
        if (half && !transfers) {
            // Where this controller runs such a rate too, only the unit of measure tells them apart.
            boolean isStep = record.controller().steps().stream().anyMatch(s -> isName(shown, s));
            return clock || !isStep
                    ? line(
                            wanted,
                            read,
                            Verdict.EXPLAINED,
                            Told.say(ProofFinding.PROOF_HALF_CLOCK, Severity.NOTE, detail))
                    : line(
                            wanted,
                            read,
                            Verdict.UNDECIDED,
                            Told.say(ProofFinding.PROOF_UNIT_OF_RATE, Severity.RISK, detail));
        }
        if ((clock ? shown * 2 : shown) > want.nameRounded() + 1) {
            return line(
                    wanted, read, Verdict.DIFFERENT, Told.say(ProofFinding.PROOF_RATE_ABOVE, Severity.RISK, detail));
        }
        if (expected.rateAtMost() && isRate(shown, clock)) {
            return line(
                    wanted,
                    read,
                    Verdict.EXPLAINED,
                    Told.say(ProofFinding.PROOF_RATE_FIRST_READ, Severity.NOTE, detail));
        }
        for (RateCap row : record.controller().caps()) {
            if ((clock ? row.rate().hasClock(shown) : isName(shown, row.rate()))
                    && row.rate().compareTo(want) < 0) {
                return line(
                        wanted,
                        read,
                        Verdict.DIFFERENT,
                        Told.say(
                                ProofFinding.PROOF_RATE_ROW,
                                Severity.COST,
                                new ProofFinding.RateRow(shown, want, row.source())));
            }
        }
        return line(wanted, read, Verdict.DIFFERENT, Told.say(ProofFinding.PROOF_RATE_BELOW, Severity.RISK, detail));
    }

    /** Another CL is no fault: what it makes of the first word is told. */
    Line latency() {
        Optional<RateResult> domain = expected.domains().stream()
                .filter(d -> d.clocks().isPresent() && d.rate().isPresent())
                .findFirst();
        boolean one = domain.isPresent()
                && expected.domains().stream()
                                .flatMap(d -> d.clocks().stream())
                                .mapToInt(RateResult.Clocks::cl)
                                .distinct()
                                .count()
                        == 1;
        Value wanted = one ? new Value.Count(domain.get().clocks().get().cl()) : Value.NONE;
        if (found.casLatency().isEmpty()) {
            return new Line(Field.CAS_LATENCY, wanted, Value.NONE, Verdict.NOT_READ, List.of());
        }
        int cl = found.casLatency().get();
        Value read = new Value.Count(cl);
        if (!one) {
            return new Line(Field.CAS_LATENCY, wanted, read, Verdict.UNDECIDED, List.of());
        }
        RateResult want = domain.get();
        DataRate rate = seenRate().orElse(want.rate().get());
        if (cl == want.clocks().get().cl() && rate.equals(want.rate().get())) {
            return new Line(Field.CAS_LATENCY, wanted, read, Verdict.MATCH, List.of());
        }
        boolean equal =
                new RateComparison(want.rate().get(), want.clocks().get().cl(), rate, cl).latency()
                        == RateComparison.Latency.ABOUT_EQUAL;
        return new Line(
                Field.CAS_LATENCY,
                wanted,
                read,
                Verdict.EXPLAINED,
                List.of(Told.say(
                        equal ? ProofFinding.PROOF_LATENCY_EQUAL : ProofFinding.PROOF_LATENCY,
                        Severity.NOTE,
                        new ProofFinding.Latency(
                                want.clocks().get().cl(),
                                want.rate().get(),
                                cl,
                                rate,
                                want.clocks().get().firstWord(),
                                RateComparison.firstWord(rate, cl)))));
    }

    /** The rate that was read, as one; a clock is half of it. Empty where only the unit of measure would tell. */
    private Optional<DataRate> seenRate() {
        return found.rate().filter(shown -> shown >= 100 && shown <= 20_000).map(shown -> expected.rates().stream()
                .filter(r -> isName(shown, r) || r.hasClock(shown))
                .findFirst()
                .orElseGet(() -> DataRate.ofName(
                        found.rateUnit().filter(Readout.RateUnit.CLOCK::equals).isPresent() ? shown * 2 : shown)));
    }

    /** Whether modules of this generation run at a rate of such a name. */
    private boolean isRate(int shown, boolean clock) {
        return Rates.all().stream()
                .anyMatch(r -> r.generation() == record.controller().generation()
                        && (clock ? r.rate().hasClock(shown) : isName(shown, r.rate())));
    }

    private static boolean isName(int shown, DataRate rate) {
        return shown == rate.name() || shown == rate.nameRounded();
    }

    private static Line line(Value wanted, Value read, Verdict verdict, Finding why) {
        return new Line(Field.RATE, wanted, read, verdict, List.of(why));
    }
}
