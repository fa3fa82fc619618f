/** What can be asked without a job: the half-minute look. */
package zephyrridge.server.fielddesk;
