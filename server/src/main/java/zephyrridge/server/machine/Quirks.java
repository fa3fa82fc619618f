package zephyrridge.server.machine;

import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.StartBehaviour;
import zephyrridge.server.text.Texts;

/** What to know of a model before it is touched, in words. */
@Component
public class Quirks {
    private final Texts texts;

    Quirks(Texts texts) {
        this.texts = texts;
    }

    /** Notices of the first start, and how the shell wants to be opened. */
    public List<String> of(MachineRecord r) {
        return Stream.concat(
                        notices(r.start()),
                        r.access().parts().stream()
                                .filter(Part::isShell)
                                .map(Part::how)
                                .filter(how -> !how.isBlank()))
                .toList();
    }

    Stream<String> notices(StartBehaviour start) {
        return Stream.of(
                        start.needsMains() ? "NEEDS_MAINS" : "",
                        start.asksForKey() ? "ASKS_FOR_KEY" : "",
                        start.losesClock() ? "LOSES_CLOCK" : "")
                .filter(n -> !n.isEmpty())
                .map(n -> texts.get("notice." + n));
    }
}
