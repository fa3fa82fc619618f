/** What operating systems print of memory: CIM objects of a Windows shell, a Linux hardware lister's tree, /proc/meminfo. */
package zephyrridge.core.reading.listing;
