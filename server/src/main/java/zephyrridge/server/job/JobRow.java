package zephyrridge.server.job;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Optional;
import zephyrridge.core.unit.Order;

/**
 * @param state the job's document; {@code machineVersion} the version of the record it works on
 * @param said what was said of it when it was closed, as JSON
 * @param range the machine of the range that it is practised on; empty for a machine that is there
 */
public record JobRow(
        long id,
        long orderId,
        Order order,
        String machineId,
        long machineVersion,
        String state,
        long version,
        LocalDateTime updatedAt,
        String updatedBy,
        Optional<String> said,
        Optional<LocalDate> partsOn,
        Optional<LocalDate> returnUntil,
        Optional<OnRange> range) {}
