package zephyrridge.server.drawer;

import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.server.text.Texts;

/** The drawer as the pages show it. */
@RestController
class DrawerController {
    /** @param jobId the job that holds it */
    record DrawerModuleView(
            String tag,
            String labelLine,
            String maker,
            String partNumber,
            String serial,
            Drawer.Tested tested,
            String note,
            String summary,
            MemoryGeneration generation,
            FormFactor formFactor,
            long mebibytes,
            int ranks,
            Optional<Long> jobId) {}

    private final Drawer drawer;
    private final Texts texts;

    DrawerController(Drawer drawer, Texts texts) {
        this.drawer = drawer;
        this.texts = texts;
    }

    @GetMapping("/api/drawer")
    List<DrawerModuleView> modules() {
        return drawer.all().stream()
                .map(m -> new DrawerModuleView(
                        m.tag(),
                        m.labelLine(),
                        m.maker(),
                        m.partNumber(),
                        m.serial(),
                        m.tested(),
                        m.note(),
                        texts.show(m.spec().summary()),
                        m.spec().generation(),
                        m.spec().formFactor(),
                        m.spec().capacity().mebibytes(),
                        m.spec().organisation().packageRanks(),
                        m.jobId()))
                .toList();
    }
}
