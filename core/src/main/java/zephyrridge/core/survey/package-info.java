/** What all sources say together about one machine: evidence by position, what is really there, the next look, what to accept. */
package zephyrridge.core.survey;
