/** These modules in these positions: what fits, how fast, how wide, how much is usable. */
package zephyrridge.core.layout;
