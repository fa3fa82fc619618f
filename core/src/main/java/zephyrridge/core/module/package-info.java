/** What a memory module is: organisation, speed bins, timings. */
package zephyrridge.core.module;
