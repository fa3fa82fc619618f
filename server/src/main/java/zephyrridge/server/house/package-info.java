/** How this shop works: its house rules, its terms and its kinds of work, kept with their history. */
package zephyrridge.server.house;
