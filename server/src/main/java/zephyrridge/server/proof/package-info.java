/** Starts, what was expected of them and what they showed. */
package zephyrridge.server.proof;
