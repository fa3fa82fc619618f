/** What to expect at the first start, and why a reading differs. */
package zephyrridge.core.proof;
