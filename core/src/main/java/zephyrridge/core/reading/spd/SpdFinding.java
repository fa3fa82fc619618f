package zephyrridge.core.reading.spd;

import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.reading.Bytes;

/** What can be wrong or unsure with an SPD image. */
public enum SpdFinding implements FindingCode {
    SPD_CHECKSUM_WRONG(Checksum.class),
    SPD_CHECKSUM_HOLDS(Checksum.class),
    SPD_TRUNCATED(Size.class),
    SPD_CODE_UNKNOWN(Unknown.class),
    SPD_DATE_IMPOSSIBLE(Unknown.class),
    SPD_MAKER_PARITY(Unknown.class),
    SPD_DENSITY_AGAINST_ADDRESS(Density.class),
    SPD_RATE_UNUSUAL(Clock.class),
    SPD_MODULE_UNDECIDED(Missing.class),
    SPD_STACK_UNSURE(Stack.class),
    SPD_RANKS_UNLIKE(Stack.class),
    SPD_PROFILE_PRESENT(Profile.class),
    SPD_BLOCK_BLANK(Checksum.class),
    SPD_PAGE_REPEATED(Profile.class),
    SPD_HYBRID(Unknown.class);

    private final Class<? extends Detail> detailType;

    SpdFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    /** @param from first byte it covers, {@code to} the last */
    public record Checksum(int from, int to, String stored, String computed) implements Detail {}

    /** Sizes in bytes. */
    public record Size(int have, int whole) implements Detail {}

    public record Unknown(String term, String raw) implements Detail {}

    /** @param stated by the density code, {@code addressed} by rows, columns, banks and width */
    public record Density(String stated, String addressed) implements Detail {}

    /** @param tckPs shortest clock period in ps */
    public record Clock(int tckPs, String nearest) implements Detail {}

    public record Missing(List<String> terms) implements Detail {}

    /** Sizes with either reading. */
    public record Stack(String taken, String otherwise) implements Detail {}

    /** @param offset where the profile begins */
    public record Profile(int offset) implements Detail {}

    /** A finding about bytes of the image, with them as its evidence. */
    static Finding at(FindingCode code, Severity severity, Detail detail, Bytes image, int offset, int length) {
        return Finding.of(
                code,
                severity,
                new Subject(Subject.Kind.READING, "spd"),
                detail,
                new Evidence.ImageBytes("SPD", offset, image.hex(offset, length)));
    }
}
