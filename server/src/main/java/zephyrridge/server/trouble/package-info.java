/** A machine that does not start: what it may be, the next test, in words. */
package zephyrridge.server.trouble;
