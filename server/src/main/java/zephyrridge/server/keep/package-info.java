/** What who keeps the installation looks at: is it well, is it backed up, what went wrong. */
package zephyrridge.server.keep;
