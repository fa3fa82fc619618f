/** The machine open and closed again: rounds, steps, screws, fit lines, what to try afterwards. */
package zephyrridge.core.opening;
