/** The command's own answers: what the pages say of a file or a label, without server or database. */
package zephyrridge.server.twin;
