package zephyrridge.server.reading;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.server.text.Texts;

/** Label lines, decoded as they are typed. */
@RestController
class LabelController {
    record LabelLine(@NotNull @Size(max = 4000) String line) {}

    private final Texts texts;

    LabelController(Texts texts) {
        this.texts = texts;
    }

    /** What a label's line says. */
    @PostMapping("/api/labels/decode")
    LabelView decode(@Valid @RequestBody LabelLine body) {
        return LabelView.of(LabelParser.parse(body.line()), texts);
    }
}
