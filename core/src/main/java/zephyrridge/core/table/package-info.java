/** Published tables as comma-separated class-path resources. */
package zephyrridge.core.table;
