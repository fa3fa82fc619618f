/** Several machines that came together: which of them a reading speaks for, and what of them is alike. */
package zephyrridge.core.room;
