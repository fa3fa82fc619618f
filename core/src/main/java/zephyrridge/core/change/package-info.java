/** Everything that can be done to a job: each change is the request, the event and the rule in one. */
package zephyrridge.core.change;
