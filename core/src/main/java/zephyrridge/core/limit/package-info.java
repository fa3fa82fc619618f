/** How far a machine goes: claims, trials, what they cover, and the chance of a layout. */
package zephyrridge.core.limit;
