/** One upgrade from Take in to Hand back: its state, gates and steps. */
package zephyrridge.core.job;
