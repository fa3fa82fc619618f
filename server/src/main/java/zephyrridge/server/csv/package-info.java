/** Tables handed in as CSV (RFC 4180): their lines, and which of their columns is which. */
package zephyrridge.server.csv;
