/** Figures of the shop: what jobs that were handed back add up to. */
package zephyrridge.core.figures;
