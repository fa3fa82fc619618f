package zephyrridge.server.machine;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.OperatingSystem;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.MemoryGeneration;

/** What Take in chooses from. */
@RestController
class MachineController {
    /** @param sockets positions a module can go into; {@code soldered} banks on the board */
    record MachineSummary(String id, String name, MachineKind kind, MemoryGeneration generation, int sockets, int soldered) {
        static MachineSummary of(MachineRecord r) {
            int soldered = (int) r.positions().stream().filter(Position::isSoldered).count();
            return new MachineSummary(r.id(), r.name(), r.kind(), r.controller().generation(), r.positions().size() - soldered, soldered);
        }
    }

    record OperatingSystemChoice(String id, String name, int wordBits) {
    }

    private final Machines machines;

    MachineController(Machines machines) {
        this.machines = machines;
    }

    @GetMapping("/api/machines")
    List<MachineSummary> machines() {
        return machines.all().stream().map(MachineSummary::of).toList();
    }

    @GetMapping("/api/operating-systems")
    List<OperatingSystemChoice> operatingSystems() {
        return OperatingSystem.all().stream().map(os -> new OperatingSystemChoice(os.id(), os.name(), os.wordBits())).toList();
    }
}
