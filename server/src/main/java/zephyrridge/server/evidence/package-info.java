/** What was read, by source and position; pictures of the condition. */
package zephyrridge.server.evidence;
