/**
 * The tool itself at machines of the range: it does what it would tell a technician to do, and each thing that it says is held to the
 * truth. Stands below all that it tries.
 */
package zephyrridge.core.rehearsal;
