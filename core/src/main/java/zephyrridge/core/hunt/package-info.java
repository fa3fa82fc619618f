/** The log read as a hunt for a fault. */
package zephyrridge.core.hunt;
