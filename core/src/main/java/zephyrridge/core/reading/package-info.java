/** What machines and modules say about themselves, one package per published format, and the recogniser that tells them apart. */
package zephyrridge.core.reading;
