/** What follows from the log alone: where each module and screw is, what is off, whether it is without power, and whose the drawer's modules are. */
package zephyrridge.core.now;
