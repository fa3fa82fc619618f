package zephyrridge.fuzz;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import zephyrridge.core.reading.Bytes;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.reading.dialog.DialogReader;
import zephyrridge.core.reading.dialog.SeenText;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.label.LabelPhoto;
import zephyrridge.core.reading.smbios.SmbiosDecoder;
import zephyrridge.core.reading.spd.SpdDecoder;
import zephyrridge.core.reading.spd.SpdRates;

/**
 * Whatever bytes come: no decoder throws, and all that it says can be said in full. Kept inputs lie under the resources of this
 * class, and run as plain tests in every build.
 */
class DecodersFuzzTest {
    private static final Recogniser.Trees NO_TREES = new Recogniser.Trees() {
        @Override
        public Object json(String text) {
            throw new IllegalArgumentException("no JSON here");
        }

        @Override
        public List<Map<String, String>> csv(String text) {
            throw new IllegalArgumentException("no CSV here");
        }
    };

    @FuzzTest
    void spd(byte[] data) {
        SpdDecoder.decode(Bytes.copyOf(data)).ifPresent(r -> {
            r.fields().values().forEach(f -> {
                r.hex(f);
                r.isCovered(f);
            });
            SpdRates.of(r);
        });
    }

    @FuzzTest
    void smbios(byte[] data) {
        SmbiosDecoder.decode(Bytes.copyOf(data))
                .ifPresent(r -> r.structures().forEach(s -> s.keys().forEach(k -> {
                    s.text(k);
                    s.hex(k);
                })));
    }

    @FuzzTest
    void recogniser(byte[] data) {
        if (Recogniser.recognise(data, NO_TREES) instanceof Recognised.Chip chip) {
            SpdRates.of(chip.reading());
        }
    }

    @FuzzTest
    void label(byte[] data) {
        LabelParser.parse(new String(data, StandardCharsets.UTF_8));
    }

    @FuzzTest
    void dialog(byte[] data) {
        DialogReader.read(new String(data, StandardCharsets.UTF_8));
    }

    /** What a recogniser read: lines of one paper, or of one window. */
    @FuzzTest
    void seen(byte[] data) {
        List<String> lines = new String(data, StandardCharsets.UTF_8).lines().toList();
        SeenText.of(lines);
        LabelPhoto.read(List.of(lines));
    }
}
