import { DataTypes } from 'sequelize';
import type { Migration } from './migration.js';

/** Deleted works can be brought back for a while. */
export const bin: Migration = {
  name: '007-bin',
  async up({ context }) {
    await context.addColumn('works', 'deleted_at', { type: DataTypes.DATE, allowNull: true });
  },
};
