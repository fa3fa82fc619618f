/** The practice range: jobs at machines that are not there, what is asked of them, and what they come to. Nothing of it is the shop's. */
package zephyrridge.server.practice;
