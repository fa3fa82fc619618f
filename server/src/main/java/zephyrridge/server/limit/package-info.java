/** Claims and trials about how far models go, beside what their records say. */
package zephyrridge.server.limit;
