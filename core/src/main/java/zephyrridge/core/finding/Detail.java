package zephyrridge.core.finding;

/** Marker for the records that carry a finding's figures; every component is a figure its text may name. */
public interface Detail {}
