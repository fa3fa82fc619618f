/** The firmware's own tables after DSP0134 (SMBIOS), decoded and written. */
package zephyrridge.core.reading.smbios;
