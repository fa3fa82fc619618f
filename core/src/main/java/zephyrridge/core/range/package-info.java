/**
 * The simulated bench: machines with a hidden truth that answer when they are switched on. It drives the same changes of a job as a
 * technician does and knows nothing of how faults are found.
 */
package zephyrridge.core.range;
