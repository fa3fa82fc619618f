/** Figures of the shop, for the lead. */
package zephyrridge.server.shop;
