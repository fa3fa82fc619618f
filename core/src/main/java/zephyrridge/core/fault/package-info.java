/**
 * Why a machine does not start, and which test tells most for its minutes: causes with their likelihoods, the belief after
 * what was seen, the next test, and when it is settled. Knows sockets and pieces by number only; what they are is the job's.
 */
package zephyrridge.core.fault;
