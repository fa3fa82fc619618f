/** A job in the database: read, changed in one transaction, undone, brought in and out as a whole; everything else of a job asks here. */
package zephyrridge.server.job;
