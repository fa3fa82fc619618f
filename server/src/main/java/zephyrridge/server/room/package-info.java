/** Rooms: several machines of one owner that came together, each a job of its own. */
package zephyrridge.server.room;
