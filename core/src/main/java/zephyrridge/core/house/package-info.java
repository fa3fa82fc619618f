/** The shop's own rules, where good technicians disagree. */
package zephyrridge.core.house;
