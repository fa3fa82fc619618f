/** The one view of a job and the requests that change it. */
package zephyrridge.server.page;
