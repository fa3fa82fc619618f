/** The module's own chip: serial presence detect of DDR to DDR5, decoded by the tables of JEDEC's annexes and encoded without them. */
package zephyrridge.core.reading.spd;
