package zephyrridge.core.change;

import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;

/** Why a change is not made: what it names is not there, or what it says cannot be. */
public enum Refusal implements FindingCode {
    NO_SUCH(Sort.NOT_FOUND),
    NO_START_YET(Sort.NOT_FOUND),
    OS_UNKNOWN(Sort.INVALID),
    WORD_SIZE(Sort.INVALID),
    LABEL_NOT_WHOLE(Sort.INVALID),
    FROM_DRAWER_BY_TAG(Sort.INVALID),
    TAG_HERE_ALREADY(Sort.INVALID),
    MODULE_BAD(Sort.INVALID),
    MODULE_GONE(Sort.INVALID),
    MODULE_TAKEN(Sort.CONFLICT),
    MODULE_IN_LOG(Sort.INVALID),
    MODULE_TWICE(Sort.INVALID),
    MODULE_STILL_IN(Sort.INVALID),
    FAULT_NOT_CONFIRMED(Sort.INVALID),
    OFFER_SHORT(Sort.CONFLICT),
    NOT_BOUGHT(Sort.INVALID),
    WHENCE_IS_KNOWN(Sort.INVALID),
    TOO_MANY(Sort.INVALID),
    HERE_ALREADY(Sort.INVALID),
    SCREW_DRAWN_THERE(Sort.INVALID),
    POSITION_SOLDERED(Sort.INVALID),
    POSITION_NEEDED(Sort.INVALID),
    LOG_SAYS_OTHERWISE(Sort.INVALID),
    VALUE_CANNOT_BE(Sort.INVALID),
    NOTHING_TO_ACCEPT(Sort.INVALID),
    NOTHING_TO_UNDO(Sort.INVALID),
    NOTHING_TO_REDO(Sort.INVALID),
    NOTHING_PLANNED(Sort.INVALID),
    NOTHING_LIKE_IT(Sort.INVALID),
    READ_ALREADY(Sort.CONFLICT),
    NONE_LEFT_IN_DRAWER(Sort.CONFLICT),
    ANOTHER_KIND(Sort.INVALID),
    REASON_NEEDED(Sort.INVALID),
    NAMES_WHAT_IS_NOT(Sort.INVALID),
    TAKES_ALONG(Sort.INVALID),
    NOT_CLOSED_JOB(Sort.INVALID),
    READING_UNKNOWN(Sort.INVALID),
    NOT_A_SIZE(Sort.INVALID),
    NOT_A_NUMBER(Sort.INVALID),
    NOT_RUNS(Sort.INVALID),
    NOT_ONE_OF(Sort.INVALID);

    public enum Sort {
        NOT_FOUND,
        INVALID,
        CONFLICT
    }

    private final Sort sort;

    Refusal(Sort sort) {
        this.sort = sort;
    }

    public Sort sort() {
        return sort;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return Of.class;
    }

    /**
     * @param field of the change it is about; {@code value} what was said; {@code allowed} what may be said, "" where the text says it
     */
    public record Of(String field, String value, String allowed) implements Detail {}

    Finding of(String field, String value) {
        return of(field, value, "");
    }

    Finding of(String field, String value, String allowed) {
        return Finding.of(
                this,
                Severity.STOP,
                new Subject(Subject.Kind.JOB, ""),
                new Of(field, value, allowed),
                new Evidence.Word(field, value));
    }

    /** Carries a refusal out of a computation that gives a value otherwise; never leaves {@link Change#applied}. */
    public static final class Thrown extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final transient Finding why;

        Thrown(Finding why) {
            super(why.code().name(), null, false, false);
            this.why = why;
        }

        Finding why() {
            return why;
        }
    }
}
