/** What the owner gets, what goes back to a supplier, and what the model taught. */
package zephyrridge.server.handback;
