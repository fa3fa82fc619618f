/** How a machine is opened: parts, what lies over what, minutes. */
package zephyrridge.core.access;
