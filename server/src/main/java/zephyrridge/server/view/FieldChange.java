package zephyrridge.server.view;

/** A field that a change made different. @param before and {@code after} "" for nothing */
public record FieldChange(String name, String before, String after) {}
