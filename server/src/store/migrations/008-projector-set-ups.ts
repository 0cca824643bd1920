import { DataTypes } from 'sequelize';
import type { Migration } from './migration.js';

/** How projectors lie on walls, kept by name. */
export const projectorSetUps: Migration = {
  name: '008-projector-set-ups',
  async up({ context }) {
    await context.createTable('projector_set_ups', {
      id: { type: DataTypes.STRING(21), primaryKey: true },
      name: { type: DataTypes.TEXT, allowNull: false, unique: true },
      set_up: { type: DataTypes.TEXT, allowNull: false },
      kept_at: { type: DataTypes.DATE, allowNull: false },
    });
  },
};
