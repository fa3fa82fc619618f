/** Where a job stands: as found, gates, proof, the trail, and what comes next. */
package zephyrridge.core.standing;
