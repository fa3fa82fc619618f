package zephyrridge.core.module;

import zephyrridge.core.quantity.Picoseconds;

/** The timings that decide a common rate: minimum times in ps and the supported CAS latencies. */
public record Timings(
        Picoseconds tAA, Picoseconds tRCD, Picoseconds tRP, Picoseconds tRAS, CasLatencies casLatencies) {}
