package zephyrridge.core.standing;

import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.proof.Comparison;

/** What a proof still lacks. */
public enum ProofGap implements FindingCode {
    PROOF_NOTHING_DONE,
    PROOF_NO_PLAN_CHOSEN,
    PROOF_NOT_AS_PLANNED,
    PROOF_NO_START,
    PROOF_START_AFTER_OPENING,
    PROOF_NO_GOOD_START,
    PROOF_FAILED_START,
    PROOF_DIFFERENCE_OPEN,
    PROOF_UNDECIDED(Fields.class),
    PROOF_NOT_READ(Fields.class),
    PROOF_PASS_WANTED,
    PROOF_NIGHT_WANTED,
    PROOF_NOT_CLOSED,
    PROOF_CANNOT_READ;

    private final Class<? extends Detail> detailType;

    ProofGap() {
        this(Of.class);
    }

    ProofGap(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    /** @param of the readings it is about */
    public record Fields(List<Comparison.Field> of) implements Detail {}

    /** @param of the reading, the start's number or the parts it is about; "" for the job */
    public record Of(String of) implements Detail {}
}
