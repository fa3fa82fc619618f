package zephyrridge.core.opening;

import java.util.List;
import zephyrridge.core.access.Check;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.log.Extra;
import zephyrridge.core.quantity.ByteSize;

/** What keeps a job from going on, or should be settled before it does. */
public enum GateFinding implements FindingCode {
    GATE_BATTERY_SWOLLEN(Answer.class),
    GATE_BATTERY_NOT_LOOKED(Answer.class),
    GATE_SEAL_NOT_LOOKED(Answer.class),
    GATE_SEAL_NOT_ASKED(Answer.class),
    GATE_SEAL_REFUSED(Answer.class),
    GATE_SEAL_NOT_KNOWN(Answer.class),
    GATE_KEY_NOT_ASKED(Answer.class),
    GATE_KEY_ENCRYPTED(Answer.class),
    GATE_KEY_MISSING(Answer.class),
    GATE_KEY_RISK_TAKEN(Answer.class),
    GATE_KEY_NOT_KNOWN(Answer.class),
    GATE_SETTINGS_NOT_ASKED(Answer.class),
    GATE_SETTINGS_NOT_NOTED(Answer.class),
    GATE_CLEAR_WITHOUT_KEY(Answer.class),
    GATE_CLEAR_SETTINGS_NOT_NOTED(Answer.class),
    GATE_RESET_FORBIDDEN(Answer.class),
    SEAL_FOUND(Sealed.class),
    SEAL_REFUSED(Sealed.class),
    SEAL_KEEPS_PART(Sealed.class),
    COMPANION_BEFORE_PROOF(Count.class),
    COMPANION_FORBIDDEN(OtherWork.class),
    COMPANION_NOT_AGREED(OtherWork.class),
    GATE_PLAN_STOPS(Count.class),
    GATE_NOTHING_PLANNED(Count.class),
    GATE_PLAN_NOT_CHOSEN(Count.class),
    CLOSE_SWOLLEN(Answer.class),
    CLOSE_PARTS_OFF(Off.class),
    CLOSE_SCREWS_LEFT(Off.class),
    BROUGHT_STILL_HERE(Here.class),
    CHECKS_OPEN(Checks.class),
    CHECK_BAD(Tried.class),
    READ_TOTAL_ALONE(Totals.class),
    READ_NOTHING_YET(Count.class),
    /** Firmware shows more than the system by as much as is soldered. */
    READ_BANK_COUNTED_TWICE(Totals.class),
    READ_TOTAL_DIFFERS(Totals.class),
    READ_TOTAL_POINTS(Pointed.class),
    READ_TOTAL_AMONG(Among.class),
    FIT_LOWER_FIRST(Order.class),
    FIT_WRONG_MODULE(Wrong.class),
    FIT_WRONG_POSITION(Wrong.class),
    FIT_WRONG_WAY(Way.class),
    FIT_CANNOT_GO_IN(Wrong.class),
    FIT_COUNT(Counted.class),
    FIT_SCREWS_LOOSE(Counted.class);

    private final Class<? extends Detail> detailType;

    GateFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    public record Answer(String answer) implements Detail {}

    /** @param parts names of what is off */
    public record Off(java.util.List<String> parts) implements Detail {}

    /** @param things what came along and is not given back, each with its number where it is more than one */
    public record Here(List<String> things) implements Detail {}

    public record Count(int stops) implements Detail {}

    /** @param total what firmware or system said; {@code read} what the modules' labels and soldered banks add up to */
    public record Totals(ByteSize total, ByteSize read) implements Detail {}

    /** @param rest what is missing to the total; {@code position} the one socket that nothing speaks of */
    public record Pointed(ByteSize total, ByteSize read, ByteSize rest, String position) implements Detail {}

    /** @param rest what is missing to the total; {@code positions} the sockets that nothing speaks of, two or more */
    public record Among(ByteSize total, ByteSize read, ByteSize rest, List<String> positions) implements Detail {}

    public record Order(String position, String lower) implements Detail {}

    public record Sealed(String seal, String where) implements Detail {}

    public record OtherWork(Extra extra) implements Detail {}

    public record Checks(java.util.List<Check> checks) implements Detail {}

    public record Tried(Check check, String note) implements Detail {}

    /** @param keySide where the notch belongs */
    public record Way(String position, String keySide) implements Detail {}

    public record Counted(String carrier, int count, int wanted) implements Detail {}

    public record Wrong(String position, String seen, String wanted) implements Detail {}
}
