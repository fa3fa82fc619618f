/** What decided layouts need to have sent, what was ordered of it, and which job gets which pack. */
package zephyrridge.core.supply;
