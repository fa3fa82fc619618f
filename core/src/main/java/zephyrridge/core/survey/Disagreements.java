package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.Claim;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleIdentity;

/** Where sources speak against each other, with who says what. */
final class Disagreements {
    private Disagreements() {}

    /** Two sources of one position that speak of two modules. */
    static Finding anotherModule(Position p, Rivals r, List<Source> sources) {
        return new Finding(
                SurveyFinding.SURVEY_ANOTHER_MODULE,
                Severity.RISK,
                Subject.position(p.id()),
                new SurveyFinding.TwoModules(
                        p.label(), List.copyOf(r.fields()), names(r.one(), sources), names(r.other(), sources)),
                List.of(r.oneSays().evidence(), r.otherSays().evidence()));
    }

    private static String names(Set<String> ids, List<Source> sources) {
        return sources.stream()
                .filter(s -> ids.contains(s.id()))
                .map(Source::name)
                .distinct()
                .collect(Collectors.joining(", "));
    }

    /** @param told fields of which it is told already */
    static List<Finding> contradictions(
            Position p, ModuleIdentity identity, List<Source> sources, Set<ModuleField> told) {
        List<Finding> findings = new ArrayList<>();
        identity.fields().forEach((field, held) -> {
            if (!held.contradicted()
                    || field == ModuleField.RUNNING
                    || told.contains(field)
                    || p.isSoldered() && field == ModuleField.FORM_FACTOR) {
                return;
            }
            Claim other = held.against(field).get(0);
            List<Evidence> evidence =
                    held.claims().stream().map(Claim::evidence).toList();
            Set<String> by = held.claims().stream()
                    .filter(c -> Claim.same(field, c.value(), held.value()))
                    .map(c -> name(c, sources))
                    .collect(Collectors.toCollection(TreeSet::new));
            findings.add(new Finding(
                    SurveyFinding.SURVEY_SOURCES_DISAGREE,
                    Severity.RISK,
                    Subject.position(p.id()),
                    new SurveyFinding.Contradiction(
                            p.label(), field, held.value(), String.join(", ", by), other.value(), name(other, sources)),
                    evidence));
        });
        return findings;
    }

    private static String name(Claim claim, List<Source> sources) {
        return sources.stream()
                .filter(s -> s.id().equals(claim.source()))
                .map(Source::name)
                .findFirst()
                .orElse(claim.source());
    }

    /** A plate or tape that the eye saw and the record does not know of lengthens every opening planned by it. */
    static Optional<Finding> cover(MachineRecord record, Position p, Seen.Over over) {
        boolean known = over.kind().isEmpty()
                || p.access().stream().flatMap(Set::stream).anyMatch(id -> record.access()
                        .part(id)
                        .filter(part -> part.kind() == over.kind().get())
                        .isPresent());
        return known
                ? Optional.empty()
                : Optional.of(Finding.of(
                        SurveyFinding.SURVEY_COVER_NOT_IN_RECORD,
                        Severity.NOTE,
                        Subject.position(p.id()),
                        new SurveyFinding.Called(p.label(), p.isSoldered() ? "SOLDERED" : "SOCKET", over.name()),
                        new Evidence.Word("what lies over it", over.name())));
    }
}
