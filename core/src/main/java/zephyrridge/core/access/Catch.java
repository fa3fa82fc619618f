package zephyrridge.core.access;

/**
 * A clip or hook that holds a cover beside its screws.
 *
 * @param id unique in its part
 * @param x 0 to 1 of the side's width; {@code y} 0 to 1 of its depth from the far edge
 * @param start whether loosening begins here; more than one start is a fault of the record
 * @param direction which way it gives, as "towards the hinge"; "" not noted
 * @param tool what loosens it, as "plastic pick, no deeper than 5 mm"; "" not noted
 */
public record Catch(String id, double x, double y, boolean start, String direction, String tool) {}
