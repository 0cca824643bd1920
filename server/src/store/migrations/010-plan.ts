import { DataTypes } from 'sequelize';
import type { Migration } from './migration.js';

/** When one is free, and what was moved in the plan by hand: one row for the file. */
export const plan: Migration = {
  name: '010-plan',
  async up({ context }) {
    await context.createTable('plans', {
      id: { type: DataTypes.INTEGER, primaryKey: true },
      decisions: { type: DataTypes.TEXT, allowNull: false },
      revision: { type: DataTypes.INTEGER, allowNull: false },
    });
  },
};
