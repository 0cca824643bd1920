import { DataTypes } from 'sequelize';
import type { Migration } from './migration.js';

/** How often the point is set down for a map; of maps of before it was taken to be once a line. */
export const lifts: Migration = {
  name: '013-lifts',
  async up({ context }) {
    await context.addColumn('map_versions', 'lifts', {
      type: DataTypes.INTEGER,
      allowNull: false,
      defaultValue: 0,
    });
    await context.sequelize.query('UPDATE map_versions SET lifts = lines');
    await context.removeIndex('map_versions', 'map_versions_listed');
    await context.addIndex(
      'map_versions',
      ['work_id', 'version', 'lines', 'lifts', 'metres', 'minutes', 'made_at'],
      { name: 'map_versions_listed' },
    );
  },
};
