package zephyrridge.core.job;

import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;

/** What a proof still lacks. */
public enum ProofGap implements FindingCode {
    PROOF_NOTHING_DONE,
    PROOF_NO_PLAN_CHOSEN,
    PROOF_NOT_AS_PLANNED,
    PROOF_NO_START,
    PROOF_START_AFTER_OPENING,
    PROOF_FAILED_START,
    PROOF_DIFFERENCE_OPEN,
    PROOF_UNDECIDED,
    PROOF_NOT_READ,
    PROOF_PASS_WANTED,
    PROOF_NIGHT_WANTED,
    PROOF_NOT_CLOSED,
    PROOF_CANNOT_READ;

    @Override
    public Class<? extends Detail> detailType() {
        return Of.class;
    }

    /** @param of the reading, the start's number or the parts it is about; "" for the job */
    public record Of(String of) implements Detail {}
}
