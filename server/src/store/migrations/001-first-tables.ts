import { DataTypes } from 'sequelize';
import type { Migration } from './migration.js';

/** Pictures, works, the versions of their maps, and what was printed. */
export const firstTables: Migration = {
  name: '001-first-tables',
  async up({ context }) {
    await context.createTable('pictures', {
      hash: { type: DataTypes.STRING(64), primaryKey: true },
      name: { type: DataTypes.TEXT, allowNull: false },
      format: { type: DataTypes.STRING(16), allowNull: false },
      width: { type: DataTypes.INTEGER, allowNull: false },
      height: { type: DataTypes.INTEGER, allowNull: false },
      bytes: { type: DataTypes.INTEGER, allowNull: false },
      created_at: { type: DataTypes.DATE, allowNull: false },
    });
    await context.createTable('works', {
      id: { type: DataTypes.STRING(24), primaryKey: true },
      picture_hash: {
        type: DataTypes.STRING(64),
        allowNull: false,
        references: { model: 'pictures', key: 'hash' },
        onDelete: 'RESTRICT',
      },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      decisions: { type: DataTypes.TEXT, allowNull: false },
      created_at: { type: DataTypes.DATE, allowNull: false },
      changed_at: { type: DataTypes.DATE, allowNull: false },
    });
    await context.createTable('map_versions', {
      work_id: {
        type: DataTypes.STRING(24),
        primaryKey: true,
        references: { model: 'works', key: 'id' },
        onDelete: 'CASCADE',
      },
      version: { type: DataTypes.INTEGER, primaryKey: true },
      document: { type: DataTypes.TEXT, allowNull: false },
      lines: { type: DataTypes.INTEGER, allowNull: false },
      metres: { type: DataTypes.DOUBLE, allowNull: false },
      minutes: { type: DataTypes.DOUBLE, allowNull: false },
      made_at: { type: DataTypes.DATE, allowNull: false },
    });
    await context.createTable('printings', {
      id: { type: DataTypes.STRING(24), primaryKey: true },
      work_id: {
        type: DataTypes.STRING(24),
        allowNull: false,
        references: { model: 'works', key: 'id' },
        onDelete: 'CASCADE',
      },
      map_version: { type: DataTypes.INTEGER, allowNull: false },
      decisions: { type: DataTypes.TEXT, allowNull: false },
      pages: { type: DataTypes.INTEGER, allowNull: false },
      printed_at: { type: DataTypes.DATE, allowNull: false },
    });
  },
};
