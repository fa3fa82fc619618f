/** A whole job as a document: written out with its files, and taken in from another workshop. */
package zephyrridge.server.exchange;
