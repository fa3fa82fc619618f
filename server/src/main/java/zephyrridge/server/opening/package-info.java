/** Opened and closed again: rounds, steps, tray, the sheet on paper. */
package zephyrridge.server.opening;
