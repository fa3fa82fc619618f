/** Units of the trade: one canonical whole unit each, exact arithmetic, rounding named. */
package zephyrridge.core.quantity;
