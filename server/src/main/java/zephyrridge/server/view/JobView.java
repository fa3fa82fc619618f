package zephyrridge.server.view;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.limit.Condition;
import zephyrridge.core.limit.LimitClass;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.standing.Trail;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Station;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;
import zephyrridge.server.text.FindingView;

/**
 * A job as the work screen shows it: its state and all that follows from it, in words.
 *
 * @param stamp another one whenever this view would be another, its version or what the shop knows
 * @param quirks what to know of this model before it is touched
 * @param practice whether it is at a machine of the range: all of it is simulated, and nothing of it counts
 * @param parts what the layout on the table wants beside its modules; {@code partsWanted} what the layout on the table may want beside its modules, its price not known
 * @param undoes what undo would take back, with the person's name; empty when there is nothing; {@code undoesType} the change's type
 */
public record JobView(
        long id,
        long version,
        String stamp,
        String machineId,
        RecordState record,
        String machineName,
        MachineKind machineKind,
        MemoryGeneration generation,
        List<String> quirks,
        Station current,
        boolean closed,
        boolean practice,
        Order order,
        Intake intake,
        Counter.Brought brought,
        List<PresenceView> presence,
        List<ModuleView> modules,
        PictureView found,
        PictureView planned,
        List<FindingView> foundFindings,
        List<FindingView> findings,
        List<RuleView> rules,
        List<LegView> trail,
        String foundVerdict,
        String planVerdict,
        LimitsView limits,
        List<AlternativeView> alternatives,
        List<SmallPartView> parts,
        List<SmallPartView> partsWanted,
        List<TypedView> typed,
        Unit.Need need,
        List<OtherSchoolView> otherSchools,
        Optional<ConsentView> consent,
        List<FindingView> openingGates,
        List<FindingView> fittingGates,
        List<FindingView> clearingGates,
        boolean settingsCleared,
        OpeningView opening,
        List<FitLineView> fitLines,
        ExpectationView expectation,
        List<StartView> starts,
        List<ComparisonLineView> comparison,
        ProofView proof,
        NowView now,
        boolean chosen,
        List<String> missingPositions,
        List<String> controllers,
        List<LogView> log,
        ReadoutForm before,
        Optional<Long> totalMibBefore,
        List<ComparedView> measured,
        List<Unit.Photo> photos,
        Optional<ClosingView> handedBack,
        List<FindingView> handBackGates,
        Optional<String> undoes,
        Optional<String> undoesType,
        Optional<String> redoes,
        Instant updatedAt,
        String updatedBy) {

    /** @param version of the record that the job goes by; {@code newest} there is */
    public record RecordState(long version, long newest) {}

    /**
     * A start as a card.
     *
     * @param no of the log's entry; {@code nth} of the starts, as people count
     * @param arrangement what was in the machine, in words; {@code actions} what was done since the start before
     * @param counts whether it speaks of what is in the machine now
     * @param totalMib what it showed of memory, firmware's figure first, in MiB: for a bar beside the others
     * @param rateOfClock the data rate where the number that was read is its real clock
     */
    public record StartView(
            int no,
            int nth,
            Optional<Instant> at,
            String by,
            Entry.Outcome outcome,
            String note,
            List<String> arrangement,
            List<String> actions,
            boolean counts,
            boolean failureAccepted,
            Optional<Integer> minutes,
            ReadoutForm readout,
            Optional<Long> totalMib,
            Optional<String> rateOfClock,
            List<ComparisonLineView> comparison,
            List<ComparedView> measured) {}

    /**
     * What was measured before, and at the last start of what is in it now.
     *
     * @param before {@code after} with runs and spread; {@code verdict} with the change where it can be compared
     * @param share of the theoretical peak, or why none is said
     */
    public record ComparedView(String name, String before, String after, String verdict, String share) {}

    /** @param text the grade in words */
    public record ProofView(
            Grade grade, Grade wanted, boolean proven, boolean partProven, String text, List<FindingView> missing) {}

    /** @param off names of what is off now; {@code tray} modules that lie on the tray */
    public record NowView(
            List<String> off,
            List<String> tray,
            boolean powerDown,
            boolean unplugged,
            boolean drained,
            boolean grounded) {}

    /** @param text what was done; {@code seconds} it took, where that can be told; {@code beforeLog} lifted out of a job from before the log was kept */
    public record LogView(
            int no, Optional<Instant> at, String by, String text, boolean beforeLog, Optional<Integer> seconds) {}

    /** @param said in words what was said then; absent of jobs closed before that was kept */
    public record ClosingView(
            Grade grade, boolean proven, String text, String note, String inParts, Optional<Said.Words> said) {}

    /** A carrier or processor that one very machine may lack. */
    public record PresenceView(String id, String name, boolean absent) {}

    /**
     * @param foundAt position it was found in; {@code plannedAt} position the plan has it in
     * @param aside where it lies, in words, once hands have moved it out of the machine; {@code place} the kind of place it is at
     */
    public record ModuleView(
            String key,
            JobModule.Origin origin,
            String labelLine,
            Optional<String> tag,
            String summary,
            long mebibytes,
            int ranks,
            Optional<String> foundAt,
            Optional<String> plannedAt,
            Optional<String> aside,
            Optional<Place.Kind> place,
            Optional<String> supplier,
            boolean returned) {}

    public record RuleView(Rule rule, String name, Verdict verdict) {}

    /** @param missing what the station lacks, in words; {@code next} the one thing that comes next there */
    public record LegView(
            Station station,
            Trail.Status status,
            int minutes,
            Optional<Integer> took,
            List<String> missing,
            LeadNextView next) {}

    /**
     * @param id of the step, position or station it is about
     * @param text for its button, "" where hands or words are wanted
     * @param means what it would answer, in words, "" where it answers nothing
     */
    public record LeadNextView(Lead.Do what, String id, String text, String means) {}

    /**
     * How far it goes.
     *
     * @param marks what is claimed; {@code generation} what its generation's controllers address in all sockets together, where no
     *     maker's and no controller's total is known, and {@code like} what models of the same shape ran here
     * @param judged of the plan on the table; absent while nothing is planned
     */
    public record LimitsView(
            List<LimitView> marks,
            long foundMebibytes,
            long plannedMebibytes,
            Optional<LimitView> generation,
            List<LimitView> like,
            Optional<JudgedView> judged,
            List<TrialView> trials) {}

    /** @param hard a bound, not a published figure or a hint; {@code id} of one that was added and can be retracted */
    public record LimitView(
            Optional<Long> id,
            LimitClaim.Source source,
            LimitClaim.Quantity quantity,
            String value,
            Optional<Long> mebibytes,
            boolean hard,
            String where,
            String bound) {}

    /**
     * @param name the class in words, {@code runs} the chance as it is said at the bench, {@code basis} its counts; figures in whole per cent
     */
    public record JudgedView(
            LimitClass limitClass,
            String name,
            String runs,
            int chance,
            int low,
            int high,
            String basis,
            boolean allowed,
            List<ConditionView> conditions) {}

    public record ConditionView(Condition.Kind kind, String text, boolean met) {}

    public record TrialView(
            long id,
            Trial.Relation relation,
            String machine,
            Trial.Outcome outcome,
            String text,
            boolean covers,
            boolean counts,
            boolean retracted) {}

    /** @param changes what it holds, by position; {@code purchases} of its packs and of what was typed; {@code price} "" while one is open; {@code chosen} decided on */
    public record AlternativeView(
            String id,
            String name,
            boolean onTheTable,
            boolean chosen,
            String installed,
            List<String> changes,
            List<String> purchases,
            String price) {}

    /**
     * Like modules that somebody typed, in the layout on the table.
     *
     * @param text the line as it is ordered
     * @param price of one, "" for not said
     */
    public record TypedView(
            List<String> keys,
            String labelLine,
            String text,
            Whence.Way way,
            String price,
            String supplier,
            Optional<LocalDate> day,
            Optional<LocalDate> returnUntil) {}

    /** @param price of one piece */
    public record SmallPartView(String what, int pieces, String price) {}

    /** Where this job deviates from the house. */
    public record OtherSchoolView(String school, String text, String reason) {}

    public record ConsentView(String who, String to, Unit.Consent.How how, Instant at, String by, boolean current) {}

    public record FitLineView(
            String position,
            String label,
            Optional<String> out,
            Optional<String> in,
            Optional<String> inTag,
            Optional<String> colour,
            String keySide,
            String angle,
            int latches,
            List<String> screws,
            boolean turned,
            Optional<String> carrier,
            Optional<String> lowerFirst,
            Optional<String> over,
            boolean done) {}

    /** @param firstStartSeconds longest that the first start may take; {@code testPassMinutes} of one pass of a memory test */
    public record ExpectationView(
            String firmwareTotal,
            long firmwareMebibytes,
            String usable,
            int positionsFilled,
            Optional<String> rate,
            List<Integer> rateForms,
            Optional<String> timings,
            Optional<String> peak,
            String firstStart,
            int firstStartSeconds,
            int testPassMinutes,
            List<String> notices,
            List<String> signals) {}

    public record ComparisonLineView(
            Comparison.Field field,
            String name,
            String expected,
            String found,
            Comparison.Verdict verdict,
            boolean accepted,
            List<FindingView> findings) {}
}
