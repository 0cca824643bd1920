import pLimit, { type LimitFunction } from 'p-limit';
import type { Sequelize, Transaction } from 'sequelize';

/** One queue for each open database. */
const queues = new WeakMap<Sequelize, LimitFunction>();

/**
 * Writes to the database, whole or not at all. Every write goes through here, one after the other: it begins as a
 * write, so that it never finds out halfway that it may not, and what is read within it stays true until it ends.
 * They wait in this queue and not in the database, where each would hold one of the few threads that the one under
 * way needs to go on. Other processes are waited for there.
 */
export function write<T>(sequelize: Sequelize, act: (transaction: Transaction) => Promise<T>): Promise<T> {
  const queue = queues.get(sequelize) ?? pLimit(1);
  queues.set(sequelize, queue);
  return queue(() => sequelize.transaction(act));
}
