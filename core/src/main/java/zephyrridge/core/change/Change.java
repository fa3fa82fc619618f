package zephyrridge.core.change;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.unit.Work;

/**
 * One thing a person does to a job. The same records are the request, the stored event and the history. What each does to a job,
 * and what it is refused for, stands here and nowhere else.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "type")
@JsonSubTypes({
    @JsonSubTypes.Type(value = ConditionChange.AnswerIntake.class, name = "AnswerIntake"),
    @JsonSubTypes.Type(value = ConditionChange.AnswerAsUsual.class, name = "AnswerAsUsual"),
    @JsonSubTypes.Type(value = ConditionChange.SayAbsent.class, name = "SayAbsent"),
    @JsonSubTypes.Type(value = ConditionChange.SayMissing.class, name = "SayMissing"),
    @JsonSubTypes.Type(value = EvidenceChange.AddModule.class, name = "AddModule"),
    @JsonSubTypes.Type(value = PlanChange.TakeFromDrawer.class, name = "TakeFromDrawer"),
    @JsonSubTypes.Type(value = CounterChange.OfferExtra.class, name = "OfferExtra"),
    @JsonSubTypes.Type(value = CounterChange.SayWhence.class, name = "SayWhence"),
    @JsonSubTypes.Type(value = PlanChange.RemoveModule.class, name = "RemoveModule"),
    @JsonSubTypes.Type(value = EvidenceChange.PlaceFound.class, name = "PlaceFound"),
    @JsonSubTypes.Type(value = PlanChange.PlanModule.class, name = "PlanModule"),
    @JsonSubTypes.Type(value = PlanChange.PlanInLike.class, name = "PlanInLike"),
    @JsonSubTypes.Type(value = EvidenceChange.FoundInLike.class, name = "FoundInLike"),
    @JsonSubTypes.Type(value = EvidenceChange.FoundAsIn.class, name = "FoundAsIn"),
    @JsonSubTypes.Type(value = CounterChange.WantPart.class, name = "WantPart"),
    @JsonSubTypes.Type(value = PlanChange.ResetPlan.class, name = "ResetPlan"),
    @JsonSubTypes.Type(value = PlanChange.ChoosePlan.class, name = "ChoosePlan"),
    @JsonSubTypes.Type(value = PlanChange.AdoptLayout.class, name = "AdoptLayout"),
    @JsonSubTypes.Type(value = PlanChange.PutOnTable.class, name = "PutOnTable"),
    @JsonSubTypes.Type(value = PlanChange.DropLayout.class, name = "DropLayout"),
    @JsonSubTypes.Type(value = PlanChange.NameLayout.class, name = "NameLayout"),
    @JsonSubTypes.Type(value = CounterChange.Want.class, name = "Want"),
    @JsonSubTypes.Type(value = CounterChange.Measure.class, name = "Measure"),
    @JsonSubTypes.Type(value = CounterChange.OwnerAgrees.class, name = "OwnerAgrees"),
    @JsonSubTypes.Type(value = CounterChange.NoteSerial.class, name = "NoteSerial"),
    @JsonSubTypes.Type(value = CounterChange.NoteThing.class, name = "NoteThing"),
    @JsonSubTypes.Type(value = CounterChange.GiveBack.class, name = "GiveBack"),
    @JsonSubTypes.Type(value = CounterChange.CounterSays.class, name = "CounterSays"),
    @JsonSubTypes.Type(value = CounterChange.FollowSchool.class, name = "FollowSchool"),
    @JsonSubTypes.Type(value = LogChange.TickStep.class, name = "TickStep"),
    @JsonSubTypes.Type(value = LogChange.TickSteps.class, name = "TickSteps"),
    @JsonSubTypes.Type(value = LogChange.ConfirmFit.class, name = "ConfirmFit"),
    @JsonSubTypes.Type(value = LogChange.MoveModule.class, name = "MoveModule"),
    @JsonSubTypes.Type(value = LogChange.Reseat.class, name = "Reseat"),
    @JsonSubTypes.Type(value = LogChange.ConfirmCarrier.class, name = "ConfirmCarrier"),
    @JsonSubTypes.Type(value = OpeningChange.OpenFor.class, name = "OpenFor"),
    @JsonSubTypes.Type(value = OpeningChange.Reopen.class, name = "Reopen"),
    @JsonSubTypes.Type(value = OpeningChange.TurnScrew.class, name = "TurnScrew"),
    @JsonSubTypes.Type(value = OpeningChange.DrawScrew.class, name = "DrawScrew"),
    @JsonSubTypes.Type(value = OpeningChange.RubOutScrew.class, name = "RubOutScrew"),
    @JsonSubTypes.Type(value = OpeningChange.FindSeal.class, name = "FindSeal"),
    @JsonSubTypes.Type(value = OpeningChange.AnswerSeal.class, name = "AnswerSeal"),
    @JsonSubTypes.Type(value = OpeningChange.SayCheck.class, name = "SayCheck"),
    @JsonSubTypes.Type(value = OpeningChange.CompanionWork.class, name = "CompanionWork"),
    @JsonSubTypes.Type(value = StartChange.LogStart.class, name = "LogStart"),
    @JsonSubTypes.Type(value = LogChange.LogAction.class, name = "LogAction"),
    @JsonSubTypes.Type(value = LogChange.Retract.class, name = "Retract"),
    @JsonSubTypes.Type(value = StartChange.EnterReadout.class, name = "EnterReadout"),
    @JsonSubTypes.Type(value = StartChange.NoteRuns.class, name = "NoteRuns"),
    @JsonSubTypes.Type(value = StartChange.AcceptDifference.class, name = "AcceptDifference"),
    @JsonSubTypes.Type(value = FaultChange.Arrange.class, name = "Arrange"),
    @JsonSubTypes.Type(value = FaultChange.ChooseTest.class, name = "ChooseTest"),
    @JsonSubTypes.Type(value = FaultChange.DropTest.class, name = "DropTest"),
    @JsonSubTypes.Type(value = FaultChange.ArrangeForTest.class, name = "ArrangeForTest"),
    @JsonSubTypes.Type(value = FaultChange.LogElsewhere.class, name = "LogElsewhere"),
    @JsonSubTypes.Type(value = FaultChange.PlanAsStarted.class, name = "PlanAsStarted"),
    @JsonSubTypes.Type(value = ConditionChange.NoteOrder.class, name = "NoteOrder"),
    @JsonSubTypes.Type(value = PlanChange.OrderAgain.class, name = "OrderAgain"),
    @JsonSubTypes.Type(value = FaultChange.SettleFault.class, name = "SettleFault"),
    @JsonSubTypes.Type(value = LogChange.ClearSettings.class, name = "ClearSettings"),
    @JsonSubTypes.Type(value = ConditionChange.AddPhoto.class, name = "AddPhoto"),
    @JsonSubTypes.Type(value = ConditionChange.RemovePhoto.class, name = "RemovePhoto"),
    @JsonSubTypes.Type(value = EvidenceChange.AddSource.class, name = "AddSource"),
    @JsonSubTypes.Type(value = EvidenceChange.RemoveSource.class, name = "RemoveSource"),
    @JsonSubTypes.Type(value = EvidenceChange.PlaceSource.class, name = "PlaceSource"),
    @JsonSubTypes.Type(value = EvidenceChange.SayWhatIsSeen.class, name = "SayWhatIsSeen"),
    @JsonSubTypes.Type(value = EvidenceChange.CorrectField.class, name = "CorrectField"),
    @JsonSubTypes.Type(value = EvidenceChange.SetAside.class, name = "SetAside"),
    @JsonSubTypes.Type(value = EvidenceChange.AcceptReading.class, name = "AcceptReading"),
    @JsonSubTypes.Type(value = ClosingChange.CloseJob.class, name = "CloseJob"),
    @JsonSubTypes.Type(value = ClosingChange.ReopenJob.class, name = "ReopenJob"),
    @JsonSubTypes.Type(value = ClosingChange.Undo.class, name = "Undo"),
    @JsonSubTypes.Type(value = ClosingChange.Redo.class, name = "Redo")
})
public sealed interface Change
        permits ConditionChange,
                EvidenceChange,
                PlanChange,
                CounterChange,
                LogChange,
                OpeningChange,
                StartChange,
                FaultChange,
                ClosingChange {
    /** Names of the changes that undo does not take back: they are undo and redo themselves. */
    Set<String> OF_HISTORY = Set.of("Undo", "Redo");

    /** What becomes of a job when this is done to it. */
    static Outcome applied(Change change, Work work, Bench bench, Ports ports) {
        Optional<Finding> closed = closed(work);
        if (closed.isPresent() && !change.opensAgain()) {
            return new Outcome.Refused(closed.get());
        }
        try {
            return new Outcome.Applied(change.to(new Situation(work, bench, ports)));
        } catch (Refusal.Thrown refused) {
            return new Outcome.Refused(refused.why());
        }
    }

    /** What refuses nearly all changes of a job that was handed back; empty while it is open. */
    static Optional<Finding> closed(Work work) {
        return work.unit().closing().map(c -> Refusal.NOT_CLOSED_JOB.of("change", ""));
    }

    /** The job as it is then; ends with the situation's refusal where it cannot be. */
    Work to(Situation s);

    /** Whether it may be made while the job is handed back. */
    default boolean opensAgain() {
        return false;
    }
}
