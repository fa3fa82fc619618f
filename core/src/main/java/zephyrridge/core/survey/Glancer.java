package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.machine.CommonReach;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.dialog.DialogReading;
import zephyrridge.core.reading.dialog.Meaning;
import zephyrridge.core.reading.dialog.Printed;
import zephyrridge.core.reading.listing.ListedModule;

/** The half-minute look: everything that a system said, held against what machines are like. A pure function. */
public final class Glancer {
    private static final double LEAST_BITS = SlotModel.LEAST_BITS;
    /** Shapes less likely than this are not told what they could take. */
    private static final double WORTH_TELLING = 0.15;

    private static final double ASK_MINUTES = 1;
    /** Where no record says how long opening takes. */
    private static final double INSIDE_MINUTES = 5;

    private Optional<Printed> installed = Optional.empty();
    private Optional<Printed> visible = Optional.empty();
    private Optional<MemoryGeneration> generation = Optional.empty();
    private Optional<Integer> wordBits = Optional.empty();
    private Optional<Integer> rate = Optional.empty();
    private Optional<Integer> used = Optional.empty();
    private Optional<Integer> positions = Optional.empty();
    private Optional<DialogReading.Form> form = Optional.empty();
    private Optional<ByteSize> firmwareMaximum = Optional.empty();
    private final List<SlotModel.Entry> devices = new ArrayList<>();
    private final List<Finding> findings = new ArrayList<>();

    private Glancer() {}

    /** @param insideMinutes to open the machine for a look, where the record knows */
    public static Glance look(List<Recognised> read, Optional<MachineRecord> record, Optional<Double> insideMinutes) {
        Glancer g = new Glancer();
        read.forEach(g::take);
        g.generation = g.generation.or(() -> g.rate.flatMap(GenerationOfRate::of));
        record.ifPresent(r ->
                g.generation = g.generation.or(() -> Optional.of(r.controller().generation())));
        return g.conclude(record, insideMinutes.orElse(INSIDE_MINUTES));
    }

    private void take(Recognised content) {
        if (content instanceof Recognised.Dialog d) {
            DialogReading r = d.reading();
            installed = installed.or(() -> r.size(Meaning.INSTALLED));
            visible = visible.or(() -> r.size(Meaning.VISIBLE));
            generation = generation.or(r::generation);
            wordBits = wordBits.or(r::wordBits);
            rate = rate.or(() -> r.rate().map(DialogReading.Rate::number));
            used = used.or(() -> r.slots().map(DialogReading.Slots::used));
            positions = positions
                    .or(() -> r.slots().flatMap(DialogReading.Slots::of))
                    .or(r::positions);
            form = form.or(r::form);
            firmwareMaximum = firmwareMaximum.or(r::maximum);
            findings.addAll(r.findings());
            listed(r.modules());
        } else if (content instanceof Recognised.Listing l) {
            listed(l.reading().modules());
        } else if (content instanceof Recognised.Firmware f
                && Totals.missing(f.reading()).isEmpty()) {
            List<Listed> table = Listed.of(f.reading(), List.of());
            table.forEach(x -> devices.add(x.entry()));
            installed = installed.or(() -> Optional.of(exactly(f.reading().fitted())));
            used = used.or(() ->
                    Optional.of((int) table.stream().filter(Listed::filled).count()));
            positions = positions.or(() -> Optional.of(table.size()));
            generation = generation.or(() -> table.stream()
                    .filter(Listed::filled)
                    .flatMap(x -> Claims.generation(x.device().memoryType()).stream())
                    .findFirst());
            // What it runs at; what a module could do says nothing of it.
            List<Integer> runs = table.stream()
                    .filter(Listed::filled)
                    .map(x -> x.device().configuredSpeed())
                    .toList();
            rate = rate.or(() -> runs.stream().anyMatch(n -> n <= 0)
                    ? Optional.empty()
                    : runs.stream().min(Comparator.naturalOrder()));
        } else if (content instanceof Recognised.Label l) {
            l.reading().spec().ifPresent(m -> generation = generation.or(() -> Optional.of(m.generation())));
        } else if (content instanceof Recognised.Chip c) {
            c.reading().spec().ifPresent(m -> generation = generation.or(() -> Optional.of(m.generation())));
        }
    }

    private static Printed exactly(ByteSize size) {
        return new Printed(size, size, size);
    }

    private void listed(List<ListedModule> modules) {
        if (modules.isEmpty()) {
            return;
        }
        boolean parts = ListedModules.printsParts(modules);
        modules.forEach(m -> devices.add(ListedModules.entry(m, parts)));
        List<ListedModule> filled =
                modules.stream().filter(ListedModules::isFilled).toList();
        if (Totals.isWhole(modules)) {
            installed = installed.or(() -> Optional.of(
                    exactly(modules.stream().flatMap(m -> m.size().stream()).reduce(ByteSize.ZERO, ByteSize::plus))));
            used = used.or(() -> Optional.of(filled.size()));
            // A list of filled devices alone says nothing of empty ones.
            if (filled.size() < modules.size()) {
                positions = positions.or(() -> Optional.of(modules.size()));
            }
        }
        generation = generation.or(() -> filled.stream()
                .flatMap(m -> Claims.generation(m.memoryType()).stream())
                .findFirst());
        rate = rate.or(() -> filled.stream()
                .map(m -> m.configured() > 0 ? m.configured() : m.speed())
                .filter(n -> n > 0)
                .min(Comparator.naturalOrder()));
    }

    private Glance conclude(Optional<MachineRecord> record, double insideMinutes) {
        Optional<ShapeModel.Case> own = record.map(r -> {
            int banks =
                    (int) r.positions().stream().filter(Position::isSoldered).count();
            return new ShapeModel.Case(
                    Optional.empty(),
                    r.positions().stream()
                            .filter(p -> !p.isSoldered())
                            .map(Position::formFactor)
                            .findFirst()
                            .orElse(zephyrridge.core.module.FormFactor.SOLDERED),
                    banks,
                    r.positions().size() - banks,
                    0,
                    0);
        });
        boolean small = Math.max(
                        positions.orElse(0),
                        own.map(c -> c.banks() + c.sockets()).orElse(0))
                <= Glance.MOST_POSITIONS;
        if (!small) {
            int free = positions.isPresent() && used.isPresent() ? positions.get() - used.get() : -1;
            return glance(List.of(), 0, free > 0 ? 1 : 0, takes(record, List.of()), List.of());
        }
        ShapeModel model = ShapeModel.of(new ShapeModel.Facts(positions, used, form, devices, generation), own);
        List<Glance.Likely> shapes = model.shapes();
        return glance(
                shapes,
                model.probability(c -> c.banks() > 0),
                model.probability(c -> c.free() > 0),
                takes(record, shapes),
                next(model, insideMinutes));
    }

    private Glance glance(
            List<Glance.Likely> shapes, double soldered, double free, List<Glance.Take> takes, List<Glance.Next> next) {
        return new Glance(
                installed,
                visible,
                kept(),
                generation,
                rate,
                used,
                positions,
                shapes,
                soldered,
                free,
                takes,
                next,
                findings);
    }

    /** Shares of .5, 1 and 2 GiB are usual, and firmware keeps a little beside them (R-7.2; common practice, no source). */
    private static final ByteSize USUAL_SHARE = ByteSize.ofMebibytes(2560);

    private Optional<Glance.Kept> kept() {
        if (installed.isEmpty() || visible.isEmpty() || !installed.get().isAbove(visible.get())) {
            return Optional.empty();
        }
        ByteSize less = installed.get().size().minusFloored(visible.get().size());
        if (wordBits.filter(b -> b == 32).isPresent() && visible.get().size().compareTo(ByteSize.ofGibibytes(4)) <= 0) {
            return Optional.of(Glance.Kept.WORD_SIZE);
        }
        return Optional.of(less.compareTo(USUAL_SHARE) <= 0 ? Glance.Kept.SHARE : Glance.Kept.UNEXPLAINED);
    }

    /** The record's claims, the firmware's own, and beside them what the generation's controllers address. */
    private List<Glance.Take> takes(Optional<MachineRecord> record, List<Glance.Likely> shapes) {
        List<Glance.Take> takes = new ArrayList<>();
        record.ifPresent(r -> r.limits().stream()
                .filter(l ->
                        l.quantity() == LimitClaim.Quantity.TOTAL && l.size().isPresent())
                .forEach(l -> takes.add(claim(l.source(), l.size().get()))));
        firmwareMaximum.ifPresent(m -> takes.add(claim(LimitClaim.Source.FIRMWARE, m)));
        Optional<CommonReach> reach = generation.flatMap(CommonReach::of);
        if (reach.isEmpty()) {
            return takes;
        }
        shapes.stream()
                .filter(s -> s.sockets() > 0 && s.probability() >= WORTH_TELLING)
                .map(s -> List.of(s.sockets(), s.banks() > 0 ? 1 : 0))
                .distinct()
                .forEach(s -> {
                    takes.add(common(s.get(0), s.get(1) == 1, reach.get().usual(), false));
                    takes.add(common(s.get(0), s.get(1) == 1, reach.get().further(), true));
                });
        return takes;
    }

    private static Glance.Take claim(LimitClaim.Source source, ByteSize total) {
        return new Glance.Take(
                Glance.Ground.CLAIM, Optional.of(source), Optional.empty(), Optional.empty(), total, false, false);
    }

    private static Glance.Take common(int sockets, boolean bank, ByteSize each, boolean further) {
        return new Glance.Take(
                Glance.Ground.GENERATION,
                Optional.empty(),
                Optional.of(sockets),
                Optional.of(each),
                each.times(sockets),
                bank,
                further);
    }

    private List<Glance.Next> next(ShapeModel model, double insideMinutes) {
        List<Glance.Next> next = new ArrayList<>();
        if (installed.isEmpty()) {
            next.add(new Glance.Next(Glance.Ask.INSTALLED, ASK_MINUTES, 0, false, false));
        }
        if (generation.isEmpty()) {
            next.add(new Glance.Next(Glance.Ask.TYPE, ASK_MINUTES, 0, false, false));
        }
        List<Glance.Next> looks = new ArrayList<>();
        if (used.isEmpty() || positions.isEmpty()) {
            offer(looks, model, Glance.Ask.SLOTS, ASK_MINUTES, ShapeModel::slots);
        }
        if (form.isEmpty() && devices.isEmpty()) {
            offer(looks, model, Glance.Ask.FORM, ASK_MINUTES, ShapeModel::form);
        }
        if (devices.isEmpty()) {
            offer(looks, model, Glance.Ask.FIRMWARE_TABLE, ASK_MINUTES, ShapeModel::table);
        }
        offer(looks, model, Glance.Ask.INSIDE, insideMinutes, ShapeModel::inside);
        looks.sort(Comparator.comparing((Glance.Next n) -> -n.bits() / n.minutes()));
        next.addAll(looks);
        return next;
    }

    private static void offer(
            List<Glance.Next> next, ShapeModel model, Glance.Ask ask, double minutes, ShapeModel.Answers answers) {
        double bits = model.bits(c -> (c.banks() > 0) + " " + c.free(), answers);
        if (bits >= LEAST_BITS) {
            next.add(new Glance.Next(
                    ask,
                    minutes,
                    bits,
                    model.bits(c -> String.valueOf(c.banks() > 0), answers) >= LEAST_BITS,
                    model.bits(c -> String.valueOf(c.free() > 0), answers) >= LEAST_BITS));
        }
    }
}
