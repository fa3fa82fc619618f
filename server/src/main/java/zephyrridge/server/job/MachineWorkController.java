package zephyrridge.server.job;

import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.job.Unit;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.machine.Host;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.text.Texts;

/** What a machine's record looks like as memory: its positions empty, its banks as they are. */
@RestController
class MachineWorkController {
    private final Machines machines;
    private final Texts texts;

    MachineWorkController(Machines machines, Texts texts) {
        this.machines = machines;
        this.texts = texts;
    }

    @GetMapping("/api/machines/{id}/picture")
    PictureView picture(@PathVariable String id) {
        Machines.Ready ready = machines.get(id);
        Layout empty = Layout.of(ready.record(), Map.of());
        LayoutEvaluation judged = ready.evaluator().evaluate(empty, empty, Host.UNLIMITED);
        return PictureView.of(ready, judged, Unit.NEW, Map.of(), texts);
    }
}
