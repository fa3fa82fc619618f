/** What a closed job taught about its model. */
package zephyrridge.core.learned;
