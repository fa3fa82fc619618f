package zephyrridge.core;

import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelParser;

/** Modules for tests, by their label lines. */
public final class Modules {
    private Modules() {}

    public static ModuleSpec of(String label) {
        return LabelParser.parse(label)
                .spec()
                .orElseThrow(() -> new IllegalArgumentException("no whole module: " + label));
    }
}
