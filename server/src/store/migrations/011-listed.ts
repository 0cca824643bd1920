import type { Migration } from './migration.js';

/** What is told of every work and map in a list is read without what is long in their rows: decisions and documents. */
export const listed: Migration = {
  name: '011-listed',
  async up({ context }) {
    await context.addIndex('map_versions', ['work_id', 'version', 'lines', 'metres', 'minutes', 'made_at'], {
      name: 'map_versions_listed',
    });
    await context.addIndex(
      'works',
      ['deleted_at', 'changed_at', 'id', 'picture_hash', 'revision', 'created_at'],
      { name: 'works_listed' },
    );
  },
};
