package zephyrridge.server.reading;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.MachineLook;
import zephyrridge.core.reading.SystemFacts;
import zephyrridge.server.text.Texts;

/** What one file of a system says beside the memory, in words. */
@Component
public class LookWords {
    /** Drives are sold, and told of, in powers of ten. */
    private static final double GIGABYTE = 1e9;

    private final Texts texts;

    public LookWords(Texts texts) {
        this.texts = texts;
    }

    public List<String> of(MachineLook look) {
        SystemFacts f = look.facts();
        List<String> words = new ArrayList<>();
        f.edition().ifPresent(e -> words.add(texts.say("look.edition", "edition", e)));
        f.driveEncrypted().ifPresent(is -> words.add(texts.get(is ? "look.encrypted" : "look.notEncrypted")));
        f.battery().ifPresent(b -> words.add(texts.say("look.battery", "percent", b.percent())));
        for (SystemFacts.Drive d : f.drives()) {
            words.add(d.free()
                    .map(free -> texts.say("look.driveFree", "size", gigabytes(d.size()), "free", gigabytes(free)))
                    .orElseGet(() -> texts.say("look.drive", "size", gigabytes(d.size()))));
        }
        return words;
    }

    private static String gigabytes(ByteSize size) {
        return Math.round(size.bytes() / GIGABYTE) + " GB";
    }
}
