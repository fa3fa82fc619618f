package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.OpeningPlanner;
import zephyrridge.core.access.Part;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.Claim;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleIdentity;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.dialog.DialogReading;
import zephyrridge.core.reading.listing.ListedModule;
import zephyrridge.core.reading.smbios.SmbiosKey;

/** Holds all sources of one machine against each other and against its record. A pure function of its input. */
public final class Surveyor {
    /** Devices without a position that are named one by one. */
    private static final int MOST_LOOSE = 8;
    /** "soldered, on the board": seen when the way to the deepest socket is open. */
    private static final String BOARD = "board";

    private final MachineRecord record;
    private final List<Position> positions;
    private final Map<String, List<Claim>> claims = new LinkedHashMap<>();
    private final Map<String, SlotModel.Entry> entries = new HashMap<>();
    /** What was read from a position by itself, when a person named it. */
    private final Map<String, SlotModel.Read> readThere = new HashMap<>();

    private final List<Survey.Conflict> conflicts = new ArrayList<>();
    private final List<Finding> findings = new ArrayList<>();
    private OptionalInt deviceCount = OptionalInt.empty();
    private OptionalInt usedCount = OptionalInt.empty();

    private Surveyor(MachineRecord record, Set<String> absent) {
        this.record = record;
        this.positions = record.positions().stream()
                .filter(p -> p.carrier().map(c -> !absent.contains(c)).orElse(true))
                .toList();
        positions.forEach(p -> claims.put(p.id(), new ArrayList<>()));
    }

    /**
     * @param seen by position
     * @param byHand corrections, by position
     * @param absent carriers that this machine lacks
     */
    public static Survey survey(
            MachineRecord record,
            List<Source> sources,
            Map<String, Seen> seen,
            Map<String, Map<ModuleField, String>> byHand,
            Set<String> absent) {
        Surveyor s = new Surveyor(record, absent);
        for (Position p : s.positions) {
            p.soldered()
                    .ifPresent(bank -> s.claims.get(p.id()).addAll(Claims.of(bank, "positions." + p.id(), "record")));
        }
        sources.forEach(s::devices);
        sources.stream().filter(Source::isOfOneModule).forEach(s::module);
        sources.forEach(s::setAside);
        byHand.forEach((position, fields) -> fields.forEach((field, value) -> {
            if (s.claims.containsKey(position)) {
                s.claims.get(position).add(Claims.byHand(field, value));
            }
        }));
        return s.conclude(sources, seen);
    }

    /** What somebody set aside is heard no more, and said so. */
    private void setAside(Source source) {
        source.setAside().forEach((position, why) -> {
            if (claims.containsKey(position)) {
                claims.get(position).removeIf(c -> c.source().equals(source.id()));
                add(
                        SurveyFinding.SURVEY_SET_ASIDE,
                        Severity.NOTE,
                        Subject.position(position),
                        new SurveyFinding.Aside(record.position(position).label(), source.name(), why),
                        new Evidence.Word(source.name(), why.name()));
            }
        });
    }

    private void devices(Source source) {
        if (source.content() instanceof Recognised.Firmware f) {
            List<Listed> listed = Listed.of(f.reading(), positions);
            Set<String> twice =
                    Totals.repeated(listed.stream().map(Listed::serial).toList());
            placed(source, listed).forEach((position, i) -> {
                Listed d = listed.get(i);
                if (twice.contains(d.serial())) {
                    return;
                }
                entries.putIfAbsent(position, d.entry());
                if (d.filled()) {
                    claims.get(position).addAll(Claims.of(d.device(), d.size(), source.id()));
                }
            });
            f.reading().ofType(16).stream()
                    .filter(a -> a.raw(SmbiosKey.ARRAY_USE) == 3)
                    .mapToInt(a -> (int) a.raw(SmbiosKey.ARRAY_DEVICES))
                    .reduce(Integer::sum)
                    .ifPresent(n -> deviceCount =
                            OptionalInt.of(n - f.reading().devices().size() + listed.size()));
            Totals.missing(f.reading())
                    .ifPresent(lack -> add(
                            SurveyFinding.SURVEY_NO_TOTAL,
                            Severity.NOTE,
                            Subject.machine(),
                            new SurveyFinding.Lack(source.name(), lack),
                            new Evidence.Word(source.name(), lack.name())));
        } else if (source.content() instanceof Recognised.Listing l) {
            listed(source, l.reading().modules());
        } else if (source.content() instanceof Recognised.Dialog d) {
            listed(source, d.reading().modules());
            Optional<Integer> there =
                    d.reading().positions().or(() -> d.reading().slots().flatMap(DialogReading.Slots::of));
            there.ifPresent(n -> deviceCount = OptionalInt.of(n));
            d.reading().slots().ifPresent(n -> usedCount = OptionalInt.of(n.used()));
            findings.addAll(d.reading().findings());
        }
    }

    private void listed(Source source, List<ListedModule> modules) {
        boolean parts = ListedModules.printsParts(modules);
        List<DevicePlacing.Device> devices = modules.stream()
                .map(m -> new DevicePlacing.Device(
                        m.locator(), ListedModules.isSoldered(m.formFactor()), ListedModules.isFilled(m)))
                .toList();
        Set<String> twice =
                Totals.repeated(modules.stream().map(ListedModule::serial).toList());
        placing(source, devices).forEach((position, i) -> {
            ListedModule m = modules.get(i);
            if (twice.contains(m.serial().strip())) {
                return;
            }
            entries.putIfAbsent(position, ListedModules.entry(m, parts));
            if (ListedModules.isFilled(m)) {
                claims.get(position).addAll(Claims.of(m, source.id()));
            }
        });
    }

    private Map<String, Integer> placed(Source source, List<Listed> listed) {
        return placing(
                source,
                listed.stream()
                        .map(d -> new DevicePlacing.Device(d.locator(), d.soldered(), d.filled()))
                        .toList());
    }

    private Map<String, Integer> placing(Source source, List<DevicePlacing.Device> devices) {
        Map<String, Integer> placed = DevicePlacing.place(devices, positions);
        int loose = 0;
        for (int i = 0; i < devices.size(); i++) {
            if (!placed.containsValue(i) && devices.get(i).filled() && loose++ < MOST_LOOSE) {
                add(
                        SurveyFinding.SURVEY_DEVICE_WITHOUT_POSITION,
                        Severity.RISK,
                        Subject.machine(),
                        new SurveyFinding.Loose(source.name(), devices.get(i).locator()),
                        new Evidence.Word(source.name(), devices.get(i).locator()));
            }
        }
        return placed;
    }

    /** One module's chip or label: where the person said, else where serial or part number say the same, else the only socket with something in it. */
    private void module(Source source) {
        List<Claim> own = source.content() instanceof Recognised.Chip c
                ? Claims.of(c.reading(), source.id())
                : Claims.of(((Recognised.Label) source.content()).reading(), source.id());
        Optional<String> position = source.position()
                .filter(claims::containsKey)
                .or(() -> matching(own, ModuleField.SERIAL))
                .or(() -> matching(own, ModuleField.PART_NUMBER))
                .or(this::onlyModule);
        if (position.isPresent()) {
            claims.get(position.get()).addAll(own);
            // Only a person's word puts a module there; a serial that firmware lists says no more than the firmware.
            if (source.position().isPresent() && !source.setAside().containsKey(position.get())) {
                readThere.put(
                        position.get(),
                        source.content() instanceof Recognised.Chip ? SlotModel.Read.CHIP : SlotModel.Read.LABEL);
            }
        } else {
            add(
                    SurveyFinding.SURVEY_SOURCE_WITHOUT_POSITION,
                    Severity.NOTE,
                    Subject.machine(),
                    new SurveyFinding.Loose(source.name(), ""),
                    new Evidence.Word("source", source.name()));
        }
    }

    private Optional<String> matching(List<Claim> own, ModuleField field) {
        Optional<String> value =
                own.stream().filter(c -> c.field() == field).map(Claim::value).findFirst();
        List<String> found = value.map(v -> claims.entrySet().stream()
                        .filter(e -> e.getValue().stream()
                                .anyMatch(c -> c.field() == field && Claim.same(field, c.value(), v)))
                        .map(Map.Entry::getKey)
                        .toList())
                .orElse(List.of());
        return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
    }

    private Optional<String> onlyModule() {
        List<Position> sockets = positions.stream().filter(p -> !p.isSoldered()).toList();
        List<Position> filled = sockets.stream()
                .filter(p -> entries.containsKey(p.id()) && entries.get(p.id()).filled())
                .toList();
        return filled.size() == 1
                ? Optional.of(filled.get(0).id())
                : filled.isEmpty() && sockets.size() == 1
                        ? Optional.of(sockets.get(0).id())
                        : Optional.empty();
    }

    private Survey conclude(List<Source> sources, Map<String, Seen> seen) {
        Map<String, SlotModel.Verdict> verdicts = new HashMap<>();
        List<Survey.Look> looks = new ArrayList<>();
        if (positions.size() <= SlotModel.MOST) {
            reconcile(seen, verdicts, looks);
        }
        List<Survey.Row> rows = new ArrayList<>();
        for (Position p : positions) {
            ModuleIdentity identity = ModuleIdentity.of(claims.get(p.id()));
            Optional<Rivals> rivals = Rivals.among(claims.get(p.id()), identity);
            rivals.ifPresent(r -> {
                conflicts.add(new Survey.Conflict(p.id(), Set.copyOf(r.one()), Set.copyOf(r.other())));
                findings.add(Disagreements.anotherModule(p, r, sources));
            });
            findings.addAll(Disagreements.contradictions(
                    p, identity, sources, rivals.map(Rivals::fields).orElse(Set.of())));
            Optional<SlotModel.Verdict> verdict = Optional.ofNullable(verdicts.get(p.id()));
            // Fields that belong to two modules are not mixed into a third.
            ModuleIdentity believed =
                    rivals.map(r -> ModuleIdentity.of(r.believed())).orElse(identity);
            SpecFromClaims made = SpecFromClaims.of(p, believed, sources, seen.get(p.id()), this::add);
            rows.add(new Survey.Row(
                    p.id(), verdict, identity, p.isSoldered() ? p.soldered() : made.spec(), made.line()));
            verdict.ifPresent(v -> judge(p, v));
            Optional.ofNullable(seen.get(p.id()))
                    .flatMap(Seen::over)
                    .flatMap(over -> Disagreements.cover(record, p, over))
                    .ifPresent(findings::add);
        }
        findings.sort(Comparator.comparing(Finding::severity));
        return new Survey(rows, looks, Baselines.of(sources, positions, claims.values()), conflicts, findings);
    }

    private void reconcile(Map<String, Seen> seen, Map<String, SlotModel.Verdict> verdicts, List<Survey.Look> looks) {
        OpeningPlanner planner = new OpeningPlanner(
                record.access(), positions.stream().map(Position::access).toList(), HouseRules.Battery.POWER_DOWN_ONLY);
        Map<String, Double> minutes = new HashMap<>();
        Map<String, List<String>> under = new HashMap<>();
        Map<String, List<String>> there = new LinkedHashMap<>();
        List<SlotModel.Slot> slots = new ArrayList<>();
        for (int i = 0; i < positions.size(); i++) {
            Position p = positions.get(i);
            OpeningPlan plan = planner.plan(new int[] {i});
            String place = p.access().isEmpty()
                    ? p.isSoldered() ? BOARD : ""
                    : plan.parts().stream().map(Part::id).collect(Collectors.joining("+"));
            there.computeIfAbsent(place, x -> new ArrayList<>()).add(p.id());
            if (plan.seconds() > 0) {
                minutes.put(place, plan.seconds() / 60.0);
                under.put(place, plan.parts().stream().map(Part::name).toList());
            }
            long mebibytes = p.soldered().map(m -> m.capacity().mebibytes()).orElse(4096L);
            slots.add(new SlotModel.Slot(
                    p.id(),
                    place,
                    p.isSoldered() ? SlotState.SOLDERED : SlotState.EMPTY,
                    p.provenance().reliability(),
                    Optional.ofNullable(entries.get(p.id())),
                    Optional.ofNullable(seen.get(p.id())).map(Seen::state),
                    Optional.ofNullable(readThere.get(p.id())),
                    mebibytes));
        }
        // The board is in view when the deepest way is open.
        minutes.entrySet().stream().max(Map.Entry.comparingByValue()).ifPresent(deepest -> {
            minutes.putIfAbsent(BOARD, deepest.getValue());
            under.putIfAbsent(BOARD, under.get(deepest.getKey()));
        });
        SlotModel model = SlotModel.of(slots, deviceCount, usedCount);
        model.verdicts().forEach(v -> verdicts.put(v.slot().id(), v));
        model.looks(minutes)
                .forEach(l -> looks.add(new Survey.Look(
                        l.kind(),
                        l.kind() == SlotModel.LookKind.MANUAL
                                ? positions.stream().map(Position::id).toList()
                                : there.get(l.place()),
                        l.kind() == SlotModel.LookKind.MANUAL ? List.of() : under.getOrDefault(l.place(), List.of()),
                        l.minutes(),
                        l.bits())));
    }

    private void judge(Position p, SlotModel.Verdict v) {
        Subject subject = Subject.position(p.id());
        SlotState is = v.likeliest();
        Evidence evidence = new Evidence.RecordEntry("positions." + p.id(), p.isSoldered() ? "soldered" : "socket", "");
        if (v.contradictsRecord()) {
            add(
                    SurveyFinding.SURVEY_POSITION_CONTRADICTED,
                    Severity.RISK,
                    subject,
                    new SurveyFinding.Called(p.label(), p.isSoldered() ? "SOLDERED" : "SOCKET", is.name()),
                    evidence);
        } else if (!v.isConfirmed() && !p.isSoldered()) {
            add(
                    SurveyFinding.SURVEY_POSITION_OPEN,
                    Severity.NOTE,
                    subject,
                    new SurveyFinding.Likely(p.label(), is.name(), (int) Math.round(v.sureness() * 100)),
                    evidence);
        }
        SlotModel.Entry entry = entries.get(p.id());
        if (entry != null && is == SlotState.SOLDERED && entry.form() == SlotModel.Form.SOCKETED) {
            add(
                    SurveyFinding.SURVEY_BANK_CALLED_MODULE,
                    Severity.NOTE,
                    subject,
                    new SurveyFinding.Called(p.label(), "MODULE", "SOLDERED"),
                    evidence);
        }
    }

    private void add(SurveyFinding code, Severity severity, Subject subject, Detail detail, Evidence evidence) {
        findings.add(Finding.of(code, severity, subject, detail, evidence));
    }
}
