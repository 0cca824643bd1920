import { DataTypes } from 'sequelize';
import type { Migration } from './migration.js';

/** Answers to drills, each once. */
export const drillAnswers: Migration = {
  name: '012-drill-answers',
  async up({ context }) {
    await context.createTable('drill_answers', {
      id: { type: DataTypes.STRING(21), primaryKey: true },
      answer: { type: DataTypes.TEXT, allowNull: false },
      given_at: { type: DataTypes.DATE, allowNull: false },
    });
  },
};
