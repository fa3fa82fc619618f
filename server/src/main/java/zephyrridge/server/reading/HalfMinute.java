package zephyrridge.server.reading;

import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.dialog.Printout;
import zephyrridge.core.survey.Glancer;
import zephyrridge.server.text.Texts;

/** What a paste or a file says of a machine, in words: for the pages and for the command. */
@Component
public class HalfMinute {
    private final Recognition recognition;
    private final LookWords look;
    private final Texts texts;

    public HalfMinute(Recognition recognition, LookWords look, Texts texts) {
        this.recognition = recognition;
        this.look = look;
        this.texts = texts;
    }

    /**
     * @param record of the machine, where it is known
     * @param minutes to open it, where that is known
     */
    public GlanceView look(byte[] content, Printout printed, Optional<MachineRecord> record, Optional<Double> minutes) {
        List<Recognised> read = recognition.all(content);
        GlanceView view =
                GlanceView.of(Glancer.look(read, record, minutes), read, printed, record.map(MachineRecord::id), texts);
        return recognition.look(content).map(l -> view.with(look.of(l))).orElse(view);
    }
}
