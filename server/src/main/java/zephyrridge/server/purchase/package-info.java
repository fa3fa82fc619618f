/** Orders to suppliers: what decided layouts need, what was ordered of it, what came and which job gets it. */
package zephyrridge.server.purchase;
