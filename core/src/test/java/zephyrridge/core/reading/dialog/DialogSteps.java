package zephyrridge.core.reading.dialog;

import java.util.Optional;

/** Texts read as tests ask for them. */
final class DialogSteps {
    private DialogSteps() {}

    static DialogReading read(String... lines) {
        return DialogReader.read(String.join("\n", lines));
    }

    static Optional<String> size(DialogReading r, Meaning meaning) {
        return r.size(meaning).map(p -> p.size().rounded());
    }
}
