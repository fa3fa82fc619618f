/** What goes with a machine from the counter to the bench. */
package zephyrridge.server.takein;
