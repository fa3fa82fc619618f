/** What the core says: findings with figures and evidence, never prose. */
package zephyrridge.core.finding;
