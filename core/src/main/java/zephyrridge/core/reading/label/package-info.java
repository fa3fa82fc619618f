/** The printed label line of a module, decoded. */
package zephyrridge.core.reading.label;
