/** What is printed: pages as PDF, in the product's own type, legible in black and white. */
package zephyrridge.server.report;
