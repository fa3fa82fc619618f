package zephyrridge.core.reading.dialog;

/** What a figure speaks of. */
public enum Meaning {
    /** The sum of the firmware's table, whoever prints it. */
    INSTALLED,
    /** The memory map: what is fitted less what graphics, holes and firmware keep. */
    VISIBLE,
    /** Blocks of the memory map: rounded to a block, between the other two. */
    BLOCKS,
    RESERVED,
    IN_USE,
    AVAILABLE,
    COMMITTED,
    CACHED,
    TYPE,
    FORM,
    RATE,
    SLOTS,
    WORD_BITS,
    /** Known, and nothing about the memory that is fitted. */
    OTHER
}
