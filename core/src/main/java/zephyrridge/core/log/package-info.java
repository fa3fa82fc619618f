/** What was done to a machine, as it happened: stamped entries in a log that is only added to. */
package zephyrridge.core.log;
