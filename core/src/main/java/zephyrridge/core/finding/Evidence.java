package zephyrridge.core.finding;

import java.util.List;
import java.util.stream.LongStream;

/** Where a statement comes from. A finding without evidence cannot be built. */
public sealed interface Evidence {
    /** A published text, or "common practice, no source"; {@code fromMemory} when the text was not open while writing. */
    record Clause(String document, String clause, boolean fromMemory) implements Evidence {}

    /** An entry of the machine's record, with the source the record names for it. */
    record RecordEntry(String path, String value, String source) implements Evidence {}

    /** A fact of a module as it is known to the job. */
    record ModuleFact(String position, String field, String value) implements Evidence {}

    /** An arithmetic step with its inputs in the order the formula names them. */
    record Formula(String formula, List<Long> inputs) implements Evidence {
        public static Formula of(String formula, long... inputs) {
            return new Formula(formula, LongStream.of(inputs).boxed().toList());
        }
    }

    /** Characters {@code from} (inclusive) to {@code to} (exclusive) of a label line. */
    record LabelSpan(int from, int to, String text) implements Evidence {}

    /** What a person answered or read off. */
    record Word(String question, String answer) implements Evidence {}

    /** Bytes of an image or a table that was handed in: absolute offset, and the bytes in hex. */
    record ImageBytes(String image, int offset, String hex) implements Evidence {}

    Clause COMMON_PRACTICE = new Clause("common practice, no source", "", false);
}
