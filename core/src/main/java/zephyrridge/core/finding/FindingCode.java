package zephyrridge.core.finding;

/**
 * A kind of finding. Implemented by one enum per package that raises findings; the code's name is stable and unique over
 * all of them, and the text is found by it in the catalogue at the edge.
 */
public interface FindingCode {
    String name();

    /** The record that carries the figures of this finding. */
    Class<? extends Detail> detailType();
}
