package zephyrridge.core.limit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;

/** What is said of a layout whose class is known, and the conditions that follow. */
record LimitTold(
        MachineRecord record,
        LimitClass c,
        Ceilings.Broken broken,
        ByteSize planned,
        List<Trial> covering,
        List<Trial> against) {
    /**
     * What is said of it.
     *
     * @param here weight of covering successes of this model, {@code successes} of all, in quarters
     */
    List<Finding> findings(int here, int successes) {
        List<Finding> out = new ArrayList<>();
        boolean reportedOnly = here < Trial.PROVEN_QUARTERS && successes > 0;
        long elsewhere = covering.stream()
                .filter(t -> t.relation() != Trial.Relation.THIS_MODEL)
                .count();
        for (Finding hard : broken.hard()) {
            out.add(
                    c == LimitClass.BEYOND_CONTROLLER
                            ? reportedOnly ? withSeverity(hard, Severity.RISK) : hard
                            : contradicted(hard));
        }
        Optional<Finding> official = broken.official().or(broken::published);
        official.ifPresent(f -> out.add(c == LimitClass.PROVEN_HERE ? contradicted(f) : f));
        if (broken.official().isPresent() && c != LimitClass.PROVEN_HERE) {
            broken.published().ifPresent(out::add);
        }
        if (c == LimitClass.PROVEN_HERE && !covering.stream().allMatch(Trial::isAsItCame)) {
            out.add(Finding.of(
                    LimitFinding.LIMIT_PROVEN,
                    Severity.PROVEN,
                    Subject.machine(),
                    new LimitFinding.Counts(
                            (int) covering.stream()
                                    .filter(t -> t.relation() == Trial.Relation.THIS_MODEL && !t.isAsItCame())
                                    .map(Trial::machine)
                                    .distinct()
                                    .count(),
                            planned),
                    evidence(covering)));
        } else if (elsewhere > 0 && c != LimitClass.WITHIN_OFFICIAL) {
            out.add(Finding.of(
                    LimitFinding.LIMIT_REPORTED,
                    Severity.NOTE,
                    Subject.machine(),
                    new LimitFinding.Counts((int) elsewhere, planned),
                    evidence(covering)));
        }
        for (Trial t : against) {
            out.add(Finding.of(
                    LimitFinding.LIMIT_FAILURE_COUNTS,
                    Severity.RISK,
                    Subject.machine(),
                    new LimitFinding.Failure(t.who(), t.when().toString(), t.cause()),
                    evidence(List.of(t))));
        }
        yearsPassed().ifPresent(out::add);
        if (!broken.controllerSpeaks() && broken.official().isPresent() && c == LimitClass.DOUBTFUL) {
            out.add(Finding.of(
                    LimitFinding.LIMIT_CONTROLLER_UNKNOWN,
                    Severity.RISK,
                    Subject.machine(),
                    new LimitFinding.Size(planned),
                    new Evidence.RecordEntry("limits.CONTROLLER", "none", record.name())));
        }
        // What ran speaks of its dies.
        broken.unspoken().filter(f -> c != LimitClass.PROVEN_HERE).ifPresent(out::add);
        out.addAll(broken.hints());
        return out;
    }

    /** Where nobody states an official figure, how far the largest module goes beyond what its years were made for. */
    private Optional<Finding> yearsPassed() {
        MemoryGeneration g = record.controller().generation();
        boolean far = broken.largest().compareTo(ItsYears.worthATry(g)) > 0;
        boolean said = c == LimitClass.FURTHER_THAN_ITS_YEARS || c == LimitClass.DOUBTFUL && far;
        return broken.officialKnown() || broken.official().isPresent() || !said
                ? Optional.empty()
                : Optional.of(Finding.of(
                        far ? LimitFinding.LIMIT_FAR_FROM_ITS_YEARS : LimitFinding.LIMIT_FURTHER_THAN_ITS_YEARS,
                        Severity.RISK,
                        Subject.position(broken.position().orElseThrow().id()),
                        new LimitFinding.Years(g, broken.largest(), ItsYears.atASocket(g)),
                        new Evidence.Clause("docs/rules", "R-4.9", false)));
    }

    private static Finding withSeverity(Finding f, Severity severity) {
        return new Finding(f.code(), severity, f.subject(), f.detail(), f.evidence());
    }

    /** What a sheet says and this bench has seen otherwise. */
    private Finding contradicted(Finding f) {
        return f.detail() instanceof LimitFinding.Limit l
                ? new Finding(
                        LimitFinding.LIMIT_SHEET_CONTRADICTED,
                        Severity.NOTE,
                        f.subject(),
                        new LimitFinding.Limit(planned, l.limit(), l.where()),
                        f.evidence())
                : withSeverity(f, Severity.NOTE);
    }

    /** @param firmware version noted, "" for none; {@code out} takes what is said of it */
    List<Condition> conditions(String firmware, List<Finding> out) {
        List<Condition> conditions = new ArrayList<>();
        boolean uncertain =
                switch (c) {
                    case WITHIN_OFFICIAL, AS_ITS_YEARS, PROVEN_HERE -> !against.isEmpty();
                    case ALLOWED_UNPROVEN, FURTHER_THAN_ITS_YEARS, DOUBTFUL, BEYOND_CONTROLLER -> true;
                };
        // To keep what came, or less of it, needs nobody's yes.
        boolean keeps = covering.stream().anyMatch(Trial::isAsItCame);
        if (c == LimitClass.PROVEN_HERE && broken.official().isPresent() && !uncertain && !keeps) {
            conditions.add(Condition.of(Condition.Kind.CONSENT));
        }
        if (uncertain && !(keeps && against.isEmpty())) {
            conditions.add(Condition.of(Condition.Kind.CONSENT));
            conditions.add(Condition.of(Condition.Kind.RIGHT_OF_RETURN));
            conditions.add(Condition.of(Condition.Kind.FALLBACK));
        }
        Optional<String> least = broken.firmware();
        if (keeps) {
            least = Optional.empty();
        } else if (c == LimitClass.PROVEN_HERE) {
            // It ran with the oldest of these; nobody has seen it with an older one.
            least = covering.stream()
                    .filter(t -> t.relation() == Trial.Relation.THIS_MODEL)
                    .map(t -> t.firmware().orElse(""))
                    .min(FirmwareVersion.ORDER)
                    .filter(v -> !v.isEmpty())
                    .or(broken::firmware);
        }
        least.ifPresent(v -> {
            conditions.add(new Condition(Condition.Kind.FIRMWARE_AT_LEAST, v));
            if (!FirmwareVersion.reaches(firmware, v)) {
                out.add(Finding.of(
                        LimitFinding.LIMIT_FIRMWARE,
                        Severity.RISK,
                        Subject.machine(),
                        new LimitFinding.Firmware(planned, v, firmware),
                        new Evidence.Word("firmware version", firmware.isEmpty() ? "not noted" : firmware)));
            }
        });
        return conditions;
    }

    private static Evidence[] evidence(List<Trial> trials) {
        return trials.stream()
                .filter(t -> !t.isAsItCame())
                .sorted(Comparator.comparing(Trial::when).thenComparing(Trial::id))
                .limit(6)
                .map(t -> new Evidence.Word(
                        "trial of " + t.when() + " by " + t.who(),
                        t.outcome().name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ')
                                + (t.note().isEmpty() ? "" : ": " + t.note())))
                .toArray(Evidence[]::new);
    }
}
