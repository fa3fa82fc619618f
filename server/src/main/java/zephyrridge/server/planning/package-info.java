/** Layouts: searched, judged, priced, told; the slip for the counter. */
package zephyrridge.server.planning;
