/** Which layouts can be had, at what price, and which of them are worth choosing between. */
package zephyrridge.core.plan;
