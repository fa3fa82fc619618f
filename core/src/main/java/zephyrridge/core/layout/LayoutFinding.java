package zephyrridge.core.layout;

import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** What a layout can be told. */
public enum LayoutFinding implements FindingCode {
    NO_MEMORY(Nothing.class),
    NO_SOCKETS(Nothing.class),
    FIT_GENERATION(Generation.class),
    FIT_FORM_FACTOR(Form.class),
    FIT_BUFFERING(BufferingRefused.class),
    FIT_CLOCKED_UNKNOWN(AtPosition.class),
    FIT_VOLTAGE(Voltage.class),
    FIT_ECC_IGNORED(AtPosition.class),
    FIT_HEIGHT(Height.class),
    FIT_POSITION_ABSENT(Absent.class),
    MIX_BUFFERING(BufferingMixed.class),
    MIX_CHECK_BITS(Unlike.class),
    MIX_WIDTHS(Unlike.class),
    MIX_STACKED(Nothing.class),
    MIX_ECC_OFF(Nothing.class),
    MIX_SIZES(Sizes.class),
    MIX_ORGANISATION(Organisations.class),
    RANKS_EXCEEDED(Ranks.class),
    RANKS_MULTIPLICATION_UNKNOWN(AtChannel.class),
    FILL_ORDER(Order.class),
    RATE_HELD_BY_TABLE(RateHeld.class),
    RATE_HELD_BY_CONTROLLER(RateHeld.class),
    RATE_HELD_BY_MODULE(RateMixed.class),
    RATE_NO_ROW(RateConditions.class),
    RATE_NO_COMMON(Nothing.class),
    RATE_TIMINGS_UNKNOWN(AtPosition.class),
    RATE_MAY_BE_PROFILE(Profile.class),
    WIDTH_SINGLE(Width.class),
    WIDTH_UNEVEN(Uneven.class),
    RANK_SINGLE_WIDE(AtPosition.class),
    USABLE_WORD_SIZE(Usable.class),
    USABLE_CEILING(Usable.class),
    USABLE_MODE(Usable.class),
    USABLE_RESERVED(Usable.class),
    ADVICE_FILL(Fill.class),
    ADVICE_WITHOUT(Without.class),
    ADVICE_LEAVE_EMPTY(LeaveEmpty.class),
    EFFORT_HIDDEN(Effort.class);

    private final Class<? extends Detail> detailType;

    LayoutFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    public record Nothing() implements Detail {
        static final Nothing INSTANCE = new Nothing();
    }

    public record AtPosition(String position) implements Detail {}

    /** @param cl as sold with */
    public record Profile(String position, DataRate rate, int cl) implements Detail {}

    public record AtChannel(String channel) implements Detail {}

    public record Generation(String position, MemoryGeneration module, MemoryGeneration machine) implements Detail {}

    public record Form(String position, FormFactor module, FormFactor socket) implements Detail {}

    public record BufferingRefused(String position, Buffering module) implements Detail {}

    public record Unlike(String one, String other) implements Detail {}

    public record BufferingMixed(Buffering one, Buffering other) implements Detail {}

    /** @param module lowest supply of the module in mV; {@code machine} highest of the machine */
    public record Voltage(String position, int module, int machine) implements Detail {}

    public record Height(String position, int module, int room) implements Detail {}

    public record Absent(String position, String missing) implements Detail {}

    public record Sizes(String channel, ByteSize smallest, ByteSize largest) implements Detail {}

    public record Organisations(String channel, String one, String other) implements Detail {}

    public record Ranks(String channel, int ranks, int limit) implements Detail {}

    public record Order(String channel, String filled, String first) implements Detail {}

    /** @param held the rate it runs; {@code could} what the modules could; {@code by} the row's or controller's source */
    public record RateHeld(DataRate held, DataRate could, String by) implements Detail {}

    /** @param positions of every module that is no faster */
    public record RateMixed(DataRate held, List<String> positions) implements Detail {}

    public record RateConditions(int modules, int ranks, boolean unlikeSizes, boolean allChannelsFilled)
            implements Detail {}

    public record Width(int used, int channels, Bandwidth peak, Bandwidth possible) implements Detail {}

    /** A stretch of memory that so many channels share. */
    public record RegionOf(ByteSize size, int ways, Bandwidth peak) {}

    /** @param regions all of them, the widest first */
    public record Uneven(List<RegionOf> regions, Bandwidth mean) implements Detail {}

    public record Usable(ByteSize installed, ByteSize lost, ByteSize usable) implements Detail {}

    public record Effort(List<String> positions, int minutes) implements Detail {}

    /** @param from mean bandwidth as planned; {@code to} with this module in this position */
    record Fill(String position, String module, Bandwidth from, Bandwidth to) implements Detail {}

    record Without(List<String> positions, DataRate from, DataRate to) implements Detail {}

    record LeaveEmpty(String channel, String position) implements Detail {}
}
