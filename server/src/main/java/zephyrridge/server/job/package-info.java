/** A job in the database: read, changed in one transaction, undone; everything else of a job asks here. */
package zephyrridge.server.job;
