import { DataTypes } from 'sequelize';
import type { Migration } from './migration.js';

/** What is there to work with, as it was counted. */
export const supplies: Migration = {
  name: '009-supplies',
  async up({ context }) {
    await context.createTable('supplies', {
      id: { type: DataTypes.STRING(21), primaryKey: true },
      supply: { type: DataTypes.TEXT, allowNull: false },
      counted_at: { type: DataTypes.DATE, allowNull: false },
      revision: { type: DataTypes.INTEGER, allowNull: false },
    });
  },
};
