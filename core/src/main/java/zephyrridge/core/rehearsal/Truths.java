package zephyrridge.core.rehearsal;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.Claim;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleIdentity;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.SourceKind;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.ProofFinding;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.range.Hidden;
import zephyrridge.core.range.Piece;
import zephyrridge.core.range.Practice;
import zephyrridge.core.range.Secret;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gap;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.unit.Unit;

/**
 * Whatever is said of a machine of the range, held to what is so. Sentences that say how likely something is are no lies where it is
 * otherwise; what is said as a fact is.
 */
public final class Truths {
    /**
     * Something that was said and is not so.
     *
     * @param said in short, with what it was said of; {@code so} what is so
     */
    public record Lie(String said, String so) {}

    /** Surer than this is said without a doubt. */
    private static final double NO_DOUBT = .99;

    private final Secret secret;
    private final Bench bench;
    private final List<Lie> lies = new ArrayList<>();

    Truths(Secret secret, Bench bench) {
        this.secret = secret;
        this.bench = bench;
    }

    List<Lie> lies() {
        return lies.stream().distinct().toList();
    }

    /** What the sources are said to come to, and what is said to be missing still. */
    void hear(Survey survey, Unit unit, List<Lead> leads) {
        for (Survey.Row row : survey.rows()) {
            Position position = bench.record().position(row.position());
            row.verdict().ifPresent(v -> state(position, v));
            Optional<Piece> there = Optional.ofNullable(secret.inIt().get(row.position()));
            there.ifPresent(piece -> identity(row.position(), piece, row.identity()));
        }
        leads.stream().flatMap(l -> l.missing().stream()).forEach(gap -> missing(gap, unit));
    }

    private void state(Position position, SlotModel.Verdict v) {
        SlotState is = position.isSoldered()
                ? SlotState.SOLDERED
                : secret.inIt().containsKey(position.id()) ? SlotState.FILLED : SlotState.EMPTY;
        if (v.sureness() > NO_DOUBT && v.likeliest() != is) {
            lies.add(new Lie(position.id() + " is " + v.likeliest(), is.name()));
        }
    }

    /** What is held without a contradiction and by more than the label of a module that lies. */
    private void identity(String position, Piece piece, ModuleIdentity identity) {
        for (ModuleField field : List.of(
                ModuleField.CAPACITY,
                ModuleField.GENERATION,
                ModuleField.RATE,
                ModuleField.RANKS,
                ModuleField.DEVICE_WIDTH)) {
            identity.field(field).ifPresent(held -> {
                boolean byLabelOnly = held.claims().stream().allMatch(c -> c.kind() == SourceKind.LABEL);
                if (held.certainty() < ModuleIdentity.SURE || held.contradicted() || byLabelOnly && piece.lies()) {
                    return;
                }
                String is = of(field, piece.spec());
                if (!Claim.same(field, held.value(), is)) {
                    lies.add(new Lie(position + " has " + field + " " + held.value(), is));
                }
            });
        }
    }

    private static String of(ModuleField field, ModuleSpec spec) {
        return switch (field) {
            case CAPACITY -> spec.capacity().toString();
            case GENERATION -> spec.generation().name();
            case RATE -> spec.rate().toString();
            case RANKS -> String.valueOf(spec.organisation().packageRanks());
            case DEVICE_WIDTH -> "x" + spec.organisation().deviceWidth();
            default -> throw new IllegalArgumentException(field.name());
        };
    }

    private void missing(Gap gap, Unit unit) {
        if (gap.kind() == Gap.Kind.TOTAL_DIFFERS && knowsAll(unit)) {
            lies.add(new Lie("the total differs from what is known to be in it", "all that is in it is known"));
        }
        if (gap.kind() == Gap.Kind.TOTAL_POINTS) {
            boolean filled = bench.record().positions().stream()
                    .filter(p -> gap.of().equals(p.label()))
                    .anyMatch(p -> secret.inIt().containsKey(p.id()));
            if (!filled) {
                lies.add(new Lie("the rest of the total lies in " + gap.of(), "nothing is in it"));
            }
        }
    }

    private boolean knowsAll(Unit unit) {
        ByteSize is = bench.record().positions().stream()
                .map(p -> p.soldered()
                        .or(() -> Optional.ofNullable(secret.inIt().get(p.id())).map(Piece::spec)))
                .flatMap(Optional::stream)
                .map(ModuleSpec::capacity)
                .reduce(ByteSize.ZERO, ByteSize::plus);
        return unit.asFound().keySet().equals(secret.inIt().keySet())
                && AsFound.installed(bench, unit).equals(is);
    }

    /** What a start is said to show, and what is said to be proven by all of them. */
    void hear(Practice practice) {
        Unit unit = practice.work().unit();
        Proof proof = Assessment.of(bench, practice.work()).proof();
        boolean asKnown = unit.modules().keySet().stream()
                .filter(key -> Assessment.of(bench, practice.work()).inIt().containsValue(key))
                .allMatch(key -> secret.named(unit, key)
                        .filter(p -> p.spec()
                                .capacity()
                                .equals(unit.modules().get(key).spec().capacity()))
                        .isPresent());
        proof.lastCounting()
                .filter(t -> asKnown
                        && t.start().outcome() == Entry.Outcome.STARTED
                        && practice.wrong().isEmpty())
                .ifPresent(t -> t.comparison().lines().stream()
                        .filter(l -> l.verdict() == Comparison.Verdict.DIFFERENT)
                        .forEach(l ->
                                lies.add(new Lie(l.field() + " differs from what was expected", "nothing is wrong"))));
        if (practice.wrong().isEmpty()) {
            proof.lastCounting().stream()
                    .flatMap(t -> t.comparison().lines().stream())
                    .flatMap(l -> l.findings().stream())
                    .filter(f -> f.code() == ProofFinding.PROOF_EXACTLY_MISSING)
                    .forEach(f -> lies.add(new Lie("exactly missing: " + f.detail(), "nothing is missing")));
        }
        // What only errs now and then is found by tests, and a proof says which were made.
        if (proof.proven()) {
            practice.wrong().stream()
                    .filter(practice::isPlain)
                    .forEach(h -> lies.add(new Lie("proven", h.kind() + " of " + h.subject())));
        }
    }

    /** Whether what a hunt confirmed is so: all that is still wrong, and nothing else. */
    boolean isSo(Trouble t, Practice practice) {
        Set<String> said = t.diagnosis().leading().get(0).of().stream()
                .filter(r -> r.kind() != Remedy.Kind.NOTHING)
                .map(r -> named(t, practice, r))
                .collect(Collectors.toSet());
        Set<String> is = secret.truth().stream()
                .filter(practice::acts)
                .map(Truths::remedy)
                .collect(Collectors.toCollection(HashSet::new));
        return said.equals(is);
    }

    private String named(Trouble t, Practice practice, Remedy r) {
        Unit unit = practice.work().unit();
        Entry.FaultFound.Found f = t.names().named(r);
        Set<String> pieces = f.modules().stream()
                .map(key -> secret.named(unit, key))
                .flatMap(Optional::stream)
                .map(Piece::id)
                .collect(Collectors.toSet());
        Set<String> kinds = f.modules().stream()
                .map(key -> secret.named(unit, key))
                .flatMap(Optional::stream)
                .map(p -> secret.kindOf(p.spec()))
                .collect(Collectors.toSet());
        return switch (r.kind()) {
            case REPLACE -> "REPLACE " + pieces;
            case SMALLER_KIT -> "SMALLER_KIT " + kinds;
            case KEEP_APART -> "KEEP_APART";
            case OTHER_ORDER -> "OTHER_ORDER " + kinds + f.place();
            case AVOID_SLOT -> "AVOID_SLOT " + f.place();
            default -> r.kind().name();
        };
    }

    private static String remedy(Hidden h) {
        return switch (h.kind()) {
            case DEAD_MODULE, WEAK_MODULE -> "REPLACE " + Set.of(h.subject());
            case BAD_SOCKET -> "AVOID_SLOT " + h.subject();
            case POOR_SEATING -> Remedy.Kind.RESEAT.name();
            case KIND_TOO_LARGE -> "SMALLER_KIT " + Set.of(h.subject());
            case KINDS_QUARREL -> "KEEP_APART";
            case ORDER_QUIRK -> "OTHER_ORDER " + Set.of(h.subject()) + h.other();
            case BAD_CHANNEL -> Remedy.Kind.AVOID_CHANNEL.name();
            case OLD_FIRMWARE -> Remedy.Kind.FIRMWARE.name();
            case WRONG_SETTINGS -> Remedy.Kind.SETTINGS.name();
            case NEEDS_MAINS -> Remedy.Kind.POWER.name();
            case LONG_TRAINING -> Remedy.Kind.WAIT.name();
            case BAD_COMPANION -> Remedy.Kind.COMPANION.name();
        };
    }
}
