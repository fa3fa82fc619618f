package zephyrridge.server.job;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Optional;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.unit.Order;

/** What the list of jobs shows of one. */
public record JobListRow(
        long id,
        String machineId,
        String machine,
        Order order,
        String station,
        String status,
        Waits waits,
        boolean blocked,
        LocalDateTime updatedAt,
        String updatedBy,
        Optional<LocalDate> partsOn,
        Optional<LocalDate> returnUntil,
        String serial) {}
