/** What pages see of a job: data only, with nothing computed in it. */
package zephyrridge.server.view;
