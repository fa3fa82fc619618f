/** One order and its machine as data: what was said over the counter, read, planned and done. Computes nothing beyond itself. */
package zephyrridge.core.unit;
