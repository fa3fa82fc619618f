package zephyrridge.server.reading;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.reading.dialog.SeenText;
import zephyrridge.core.reading.label.LabelDecoder;
import zephyrridge.core.reading.label.LabelField;
import zephyrridge.core.reading.label.LabelPhoto;
import zephyrridge.server.text.Texts;

/** What the recogniser in a browser made of a picture: the modules' labels in it. The picture itself does not come here. */
@RestController
class PictureController {
    /** @param passes several readings of one paper, each with its lines from above */
    record PaperLines(
            @NotNull @Size(max = LabelPhoto.MOST_PASSES)
                    List<@NotNull @Size(max = 60) List<@NotNull @Size(max = 200) String>> passes) {}

    /** @param window the lines of the whole picture, where it shows a window of a system; empty where it is not asked for */
    record SightLines(
            @NotNull @Size(max = 4) List<@NotNull @Valid PaperLines> papers,
            @NotNull @Size(max = 120) List<@NotNull @Size(max = 200) String> window) {}

    /**
     * @param paper its number in the request, from 0
     * @param lines what it may say, the likeliest first; with nothing doubtful it is the first
     * @param asked fields of which the readings do not say enough, {@code doubtful} their names
     */
    record SightLabelView(int paper, List<String> lines, List<LabelField> asked, List<String> doubtful) {}

    /**
     * @param text what the window says, as far as it can be so
     * @param leftOut its lines whose figure cannot be what it shows
     */
    record SightView(List<SightLabelView> labels, String text, List<String> leftOut) {}

    private final Texts texts;

    PictureController(Texts texts) {
        this.texts = texts;
    }

    /** What the lines say that a recogniser read off a picture. */
    @PostMapping("/api/pictures/read")
    SightView read(@Valid @RequestBody SightLines body) {
        List<SightLabelView> labels = new ArrayList<>();
        for (int i = 0; i < body.papers().size(); i++) {
            int paper = i;
            LabelPhoto.read(body.papers().get(i).passes()).ifPresent(s -> labels.add(label(paper, s)));
        }
        SeenText seen = SeenText.of(body.window());
        return new SightView(labels, seen.text(), seen.leftOut());
    }

    private SightLabelView label(int paper, LabelPhoto.Seen seen) {
        List<LabelField> asked = seen.claims().stream()
                .filter(c -> !c.isSure())
                .map(LabelDecoder.Claim::field)
                .toList();
        return new SightLabelView(
                paper,
                seen.lines(),
                asked,
                asked.stream().map(f -> texts.get("label." + f)).toList());
    }
}
