import type { QueryInterface } from 'sequelize';

/** One step from an older file to a newer one. */
export type Migration = { name: string; up: (step: { context: QueryInterface }) => Promise<void> };
