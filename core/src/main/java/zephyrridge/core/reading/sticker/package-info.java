/** The sticker of a machine. */
package zephyrridge.core.reading.sticker;
