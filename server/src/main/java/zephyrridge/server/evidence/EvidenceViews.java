package zephyrridge.server.evidence;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.module.Claim;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleIdentity;
import zephyrridge.core.module.SourceKind;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.listing.ListedModule;
import zephyrridge.core.reading.smbios.SmbiosStructure;
import zephyrridge.core.reading.spd.SpdField;
import zephyrridge.core.reading.spd.SpdRates;
import zephyrridge.core.reading.spd.SpdReading;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.survey.Seen;
import zephyrridge.core.survey.Source;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.maker.Makers;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.EvidenceView;
import zephyrridge.server.web.Times;

/** Puts a survey into words. */
@Component
public class EvidenceViews {
    private static final double LIKELY = 0.7;
    private final Texts texts;
    private final Makers makers;

    EvidenceViews(Texts texts, Makers makers) {
        this.texts = texts;
        this.makers = makers;
    }

    /** @param found what is said of the layout as it was found */
    public EvidenceView of(
            Bench bench,
            Unit state,
            List<Source> sources,
            Survey survey,
            List<Finding> found,
            boolean acceptable,
            Map<String, LocalDateTime> taken) {
        MachineRecord record = bench.record();
        Map<String, String> names = makers.byId();
        return new EvidenceView(
                sources.stream().map(s -> source(s, state, taken)).toList(),
                survey.rows().stream()
                        .map(r -> position(record.position(r.position()), r, state, names))
                        .toList(),
                survey.looks().stream()
                        .map(l -> new EvidenceView.LookView(
                                l.kind(),
                                l.positions(),
                                l.positions().stream()
                                        .map(p -> record.position(p).label())
                                        .toList(),
                                String.join(", ", l.under()),
                                (int) Math.ceil(l.minutes()),
                                Math.round(l.bits() * 100) / 100.0))
                        .toList(),
                new EvidenceView.BaselineView(
                        survey.baseline().firmwareTotal().map(Texts::size),
                        survey.baseline().systemTotal().map(Texts::size),
                        survey.baseline().usable().map(ByteSize::rounded).map(texts::show),
                        survey.baseline().rate(),
                        survey.baseline().filled()),
                survey.conflicts().stream()
                        .map(c -> new EvidenceView.ConflictView(
                                c.position(),
                                record.position(c.position()).label(),
                                side(c.position(), c.one(), sources, survey, state),
                                side(c.position(), c.other(), sources, survey, state)))
                        .toList(),
                FindingView.of(survey.findings(), texts),
                AsFound.isRead(bench, state)
                        ? texts.verdict(
                                "verdict.found.",
                                Stream.concat(survey.findings().stream(), found.stream())
                                        .toList())
                        : unread(state, texts),
                acceptable);
    }

    private EvidenceView.SideView side(
            String position, Set<String> ids, List<Source> sources, Survey survey, Unit state) {
        List<Source> own = sources.stream().filter(s -> ids.contains(s.id())).toList();
        Map<ModuleField, String> says = new EnumMap<>(ModuleField.class);
        survey.rows().stream()
                .filter(r -> r.position().equals(position))
                .forEach(r -> r.identity().fields().forEach((field, held) -> held.claims().stream()
                        .filter(c -> ids.contains(c.source()))
                        .findFirst()
                        .ifPresent(c -> says.put(field, c.value()))));
        String line = Stream.of(ModuleField.CAPACITY, ModuleField.GENERATION, ModuleField.RATE, ModuleField.PART_NUMBER)
                .map(says::get)
                .filter(Objects::nonNull)
                .collect(Collectors.joining(" "));
        return new EvidenceView.SideView(
                own.stream().map(Source::id).toList(),
                own.stream()
                        .map(s -> what(s.content())
                                + (s.id().startsWith("label-") ? "" : " (" + s.name() + ", " + when(s, state) + ")"))
                        .collect(Collectors.joining(", ")),
                texts.show(line),
                own.stream().anyMatch(s -> s.content() instanceof Recognised.Label));
    }

    /** How far the work was when it was taken, in words; of a module's own label nobody asks. */
    private String when(Source s, Unit state) {
        return state.readings().sources().stream()
                .filter(r -> r.id().equals(s.id()))
                .findFirst()
                .map(r -> state.log().then(r.taken()))
                .map(then -> then.starts() > 0
                        ? texts.say("when.START", "n", then.starts())
                        : texts.get(then.moved() ? "when.MOVED" : "when.BEFORE"))
                .orElse("");
    }

    private EvidenceView.SourceView source(Source s, Unit state, Map<String, LocalDateTime> taken) {
        return new EvidenceView.SourceView(
                s.id(),
                s.id().startsWith("label-") ? texts.say("source.labelIn", "position", s.name()) : s.name(),
                s.kind(),
                what(s.content()),
                s.position(),
                Optional.ofNullable(taken.get(s.id())).map(Times::utc),
                when(s, state),
                s.isOfOneModule(),
                !s.id().startsWith("label-"),
                FindingView.of(findings(s.content()), texts));
    }

    private static List<Finding> findings(Recognised content) {
        if (content instanceof Recognised.Firmware f) {
            return f.reading().findings();
        }
        return content instanceof Recognised.Chip c
                ? c.reading().findings()
                : content instanceof Recognised.Label l
                        ? l.reading().findings()
                        : content instanceof Recognised.Dialog d ? d.reading().findings() : List.of();
    }

    /** What it was recognised as, in words. */
    public String what(Recognised content) {
        if (content instanceof Recognised.Firmware f) {
            String version =
                    f.reading().version().isEmpty() ? "" : " " + f.reading().version();
            return texts.get("source.FIRMWARE")
                    + version
                    + devices(f.reading().devices().size());
        }
        if (content instanceof Recognised.Chip c) {
            return texts.get("source.CHIP") + " " + c.reading().generation() + ", "
                    + c.reading().image().size() + " bytes";
        }
        if (content instanceof Recognised.Listing l) {
            return texts.get("source." + l.reading().kind())
                    + (l.reading().modules().isEmpty()
                            ? ""
                            : devices(l.reading().modules().size()));
        }
        if (content instanceof Recognised.Dialog d) {
            int modules = d.reading().modules().size();
            return texts.get("source.DIALOG") + (modules == 0 ? "" : devices(modules));
        }
        return texts.get("source.LABEL");
    }

    private static String devices(int count) {
        return ", " + count + (count == 1 ? " memory device" : " memory devices");
    }

    private EvidenceView.PositionEvidence position(Position p, Survey.Row row, Unit state, Map<String, String> names) {
        Optional<Seen> seen =
                Optional.ofNullable(state.readings().seen().get(p.id())).map(Readings.SeenThen::what);
        List<EvidenceView.FieldView> fields = new ArrayList<>();
        row.identity().fields().forEach((field, held) -> fields.add(field(field, held, names)));
        return new EvidenceView.PositionEvidence(
                p.id(),
                p.label(),
                p.isSoldered(),
                row.verdict().map(EvidenceViews::verdict),
                seen.map(Seen::state),
                seen.flatMap(Seen::chips),
                seen.flatMap(Seen::over),
                fields,
                row.spec().isPresent() && row.isModule() ? Optional.of(row.line()) : Optional.empty(),
                state.asFound().containsKey(p.id()));
    }

    private static EvidenceView.VerdictView verdict(SlotModel.Verdict v) {
        double p = v.probabilities()[v.likeliest().ordinal()];
        EvidenceView.Word word = v.contradictsRecord()
                ? EvidenceView.Word.CONTRADICTED
                : v.isConfirmed()
                        ? EvidenceView.Word.CONFIRMED
                        : p >= LIKELY ? EvidenceView.Word.LIKELY : EvidenceView.Word.OPEN;
        return new EvidenceView.VerdictView(v.likeliest(), (int) Math.floor(100 * p), word);
    }

    private EvidenceView.FieldView field(ModuleField field, ModuleIdentity.Held held, Map<String, String> names) {
        return new EvidenceView.FieldView(
                field,
                texts.get("modulefield." + field),
                value(field, held.value(), names),
                (int) Math.floor(100 * held.certainty()),
                held.contradicted(),
                held.claims().stream().anyMatch(c -> c.kind() == SourceKind.HAND),
                held.claims().stream().map(c -> claim(field, c, held, names)).toList());
    }

    private EvidenceView.ClaimView claim(
            ModuleField field, Claim c, ModuleIdentity.Held held, Map<String, String> names) {
        return new EvidenceView.ClaimView(
                c.source(),
                c.kind(),
                value(field, c.value(), names),
                Claim.same(field, c.value(), held.value()),
                texts.evidence(c.evidence()));
    }

    private String value(ModuleField field, String value, Map<String, String> names) {
        if (field == ModuleField.MAKER_ID) {
            return names.containsKey(value) ? names.get(value) + " (" + value + ")" : value;
        }
        return field == ModuleField.PART_NUMBER || field == ModuleField.SERIAL || field == ModuleField.MAKER
                ? value
                : texts.show(value);
    }

    public EvidenceView.SourceDetail detail(Source s) {
        List<EvidenceView.Group> groups = new ArrayList<>();
        List<EvidenceView.RateView> rates = List.of();
        if (s.content() instanceof Recognised.Chip c) {
            SpdReading r = c.reading();
            groups.add(new EvidenceView.Group(
                    texts.get("source.CHIP"),
                    r.fields().values().stream().map(f -> raw(r, f)).toList()));
            rates = SpdRates.of(r).stream()
                    .map(l -> new EvidenceView.RateView(l.rate().toString(), l.clocks(), l.tckPs() + " ps"))
                    .toList();
        } else if (s.content() instanceof Recognised.Firmware f) {
            f.reading().structures().stream()
                    .filter(x -> !x.keys().isEmpty())
                    .limit(600)
                    .forEach(x -> groups.add(new EvidenceView.Group(
                            name(x),
                            x.keys().stream()
                                    .map(k ->
                                            new EvidenceView.RawField(k.term(), x.text(k), x.offsetOf(k), x.hex(k), ""))
                                    .toList())));
        } else if (s.content() instanceof Recognised.Listing l) {
            l.reading()
                    .modules()
                    .forEach(m -> groups.add(
                            new EvidenceView.Group(m.locator().isEmpty() ? m.path() : m.locator(), listed(m))));
        } else if (s.content() instanceof Recognised.Dialog d) {
            groups.add(new EvidenceView.Group(
                    texts.get("source.DIALOG"),
                    d.reading().words().stream()
                            .map(w -> new EvidenceView.RawField(
                                    texts.get("meaning." + w.meaning()), w.text(), w.line(), "", ""))
                            .toList()));
            d.reading()
                    .modules()
                    .forEach(m -> groups.add(
                            new EvidenceView.Group(m.locator().isEmpty() ? m.path() : m.locator(), listed(m))));
        }
        return new EvidenceView.SourceDetail(
                s.id(), s.name(), what(s.content()), groups, rates, FindingView.of(findings(s.content()), texts));
    }

    private EvidenceView.RawField raw(SpdReading r, SpdField f) {
        List<String> notes = new ArrayList<>();
        if (!r.isCovered(f)) {
            notes.add(texts.get("field.uncovered"));
        }
        if (f.confidence() != 'H') {
            notes.add(texts.get(f.confidence() == 'M' ? "field.fairlySure" : "field.unsure"));
        }
        return new EvidenceView.RawField(
                f.key().term(),
                f.value(),
                f.offsets().get(0),
                r.hex(f).length() > 60 ? r.hex(f).substring(0, 59) + "…" : r.hex(f),
                String.join("; ", notes));
    }

    private String name(SmbiosStructure s) {
        return texts.get("structure." + s.type()) + " " + String.format(Locale.ROOT, "0x%04X", s.handle());
    }

    private static List<EvidenceView.RawField> listed(ListedModule m) {
        return List.of(
                new EvidenceView.RawField("size", m.size().map(Texts::size).orElse(""), 0, "", m.path()),
                new EvidenceView.RawField("part number", m.part(), 0, "", ""),
                new EvidenceView.RawField("serial", m.serial(), 0, "", ""),
                new EvidenceView.RawField("manufacturer", m.maker(), 0, "", ""),
                new EvidenceView.RawField("speed", m.speed() == 0 ? "" : String.valueOf(m.speed()), 0, "", ""));
    }

    /** The verdict on a machine of which nobody knows what is in its sockets. */
    public static String unread(Unit u, Texts texts) {
        return u.before()
                .total()
                .map(total -> texts.say("verdict.ONLY_TOTAL", "total", total))
                .orElseGet(() -> texts.get("verdict.UNREAD"));
    }
}
