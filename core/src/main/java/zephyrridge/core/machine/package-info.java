/** What a machine is: positions, channels, controller, limits. */
package zephyrridge.core.machine;
