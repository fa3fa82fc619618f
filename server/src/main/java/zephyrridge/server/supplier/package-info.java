/** Suppliers and what their sheets offer. */
package zephyrridge.server.supplier;
