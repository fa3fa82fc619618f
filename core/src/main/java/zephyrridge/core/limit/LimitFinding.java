package zephyrridge.core.limit;

import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/** What a layout is told about how far its machine goes. */
public enum LimitFinding implements FindingCode {
    /** A bound that nothing goes beyond is broken. */
    LIMIT_BEYOND_CONTROLLER(Limit.class),
    /** More than the controller's published total, its bounds kept. */
    LIMIT_ABOVE_PUBLISHED(Limit.class),
    LIMIT_BEYOND_OFFICIAL(Limit.class),
    LIMIT_CONTROLLER_UNKNOWN(Size.class),
    LIMIT_DENSITY(Density.class),
    LIMIT_DENSITY_UNSPOKEN(Density.class),
    LIMIT_RANKS(Ranks.class),
    /** No official figure, and more in a socket than its years were made for. */
    LIMIT_FURTHER_THAN_ITS_YEARS(Years.class),
    /** No official figure, and more in a socket than anybody tries. */
    LIMIT_FAR_FROM_ITS_YEARS(Years.class),
    LIMIT_HINT(Hint.class),
    /** What ran here covers it. */
    LIMIT_PROVEN(Counts.class),
    LIMIT_SHEET_CONTRADICTED(Limit.class),
    LIMIT_FAILURE_COUNTS(Failure.class),
    /** Somebody elsewhere had it running. */
    LIMIT_REPORTED(Counts.class),
    LIMIT_FIRMWARE(Firmware.class),
    /** The model comes with several controllers, and nobody has said which. */
    LIMIT_PROCESSOR_OPEN(Processors.class),
    LIMIT_FORBIDDEN_HERE(Size.class);

    private final Class<? extends Detail> detailType;

    LimitFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    public record Size(ByteSize planned) implements Detail {}

    public record Limit(ByteSize planned, ByteSize limit, String where) implements Detail {}

    /** What somebody other than maker and controller says, below what is planned. */
    public record Hint(LimitClaim.Source source, ByteSize planned, ByteSize limit, String where) implements Detail {}

    public record Density(String position, DieDensity module, DieDensity limit, String where) implements Detail {}

    /** @param usual what machines of these years address at a socket; {@code module} the largest planned */
    public record Years(MemoryGeneration generation, ByteSize module, ByteSize usual) implements Detail {}

    public record Ranks(String channel, int ranks, int limit, String where) implements Detail {}

    public record Counts(int trials, ByteSize planned) implements Detail {}

    public record Failure(String who, String when, Trial.Cause cause) implements Detail {}

    /** @param names of all controllers of the model; {@code taken} by which it is judged */
    public record Processors(String taken, List<String> names) implements Detail {}

    public record Firmware(ByteSize planned, String version, String noted) implements Detail {}
}
