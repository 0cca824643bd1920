import type { Sequelize, Transaction } from 'sequelize';
import { z } from 'zod';
import { mapDocumentSchema, type MapDocument } from '@nobrel/core/documents';
import { upgradedMap, type MapSummary } from '@nobrel/core/file';
import { effortOf } from '@nobrel/core/map';
import { Fault } from '../faults.js';
import { summaryOf } from './from-rows.js';
import type { MapVersionRow, Models } from './models.js';
import { write } from './write.js';

const storedMap = z
  .string()
  .transform((text): unknown => JSON.parse(text))
  .pipe(mapDocumentSchema)
  .transform(upgradedMap);

const noMap = () => new Fault(404, 'no-map', 'This work has no map yet. Make one at Map.');

/** The maps of works, in versions. */
export class MapStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Models,
  ) {}

  /**
   * Keeps a map. It takes the place of the newest version, unless that has been printed or named: what lies on
   * the table must stay on record, and what has a name is to be come back to, so a new one follows it.
   *
   * @param revision of the work the map was made from; when given, a map of decisions that were changed since is refused
   * @throws Fault 404 when there is no such work, 409 when another window changed it since
   */
  async keep(id: string, map: MapDocument, revision?: number): Promise<MapSummary> {
    const effort = effortOf(map);
    const document = JSON.stringify(map);
    return write(this.sequelize, async (transaction) => {
      const work = await this.rows.Work.findOne({
        where: { id, deletedAt: null },
        attributes: ['revision'],
        transaction,
      });
      if (!work) throw noWork();
      if (revision !== undefined && work.revision > revision)
        throw new Fault(
          409,
          'changed-elsewhere',
          'This work was changed in another window since this map was made. Its map stays as that window made it.',
        );
      const newest = await this.newest(id, transaction);
      if (newest?.document === document) return summaryOf(newest);
      const printed = newest !== null && (await this.isPrinted(id, newest.version, transaction));
      const values = { document, ...effort, madeAt: new Date() };
      const row =
        newest && !printed && newest.name === null
          ? await newest.update(values, { transaction })
          : await this.rows.MapVersion.create(
              { workId: id, version: (newest?.version ?? 0) + 1, name: null, ...values },
              { transaction },
            );
      return summaryOf(row);
    });
  }

  /** Every version of a work's map, the oldest first. */
  async versions(id: string, transaction?: Transaction): Promise<MapSummary[]> {
    const within = transaction ? { transaction } : {};
    if ((await this.rows.Work.count({ where: { id, deletedAt: null }, ...within })) === 0) throw noWork();
    const rows = await this.rows.MapVersion.findAll({
      where: { workId: id },
      order: [['version', 'ASC']],
      attributes: { exclude: ['document'] },
      ...within,
    });
    return rows.map(summaryOf);
  }

  /**
   * Gives the newest map a name; from then on it stays as it is.
   *
   * @throws Fault 404 when there is no map yet, 409 when another version has the name
   */
  nameNewest(id: string, name: string): Promise<MapSummary> {
    return write(this.sequelize, async (transaction) => {
      const versions = await this.versions(id, transaction);
      const newest = versions.at(-1);
      if (!newest) throw noMap();
      if (versions.some((other) => other.name === name && other !== newest))
        throw new Fault(
          409,
          'name-taken',
          `Another version is called “${name}”. Choose another name.`,
          'name',
        );
      await this.rows.MapVersion.update(
        { name },
        { where: { workId: id, version: newest.version }, transaction },
      );
      return { ...newest, name };
    });
  }

  /**
   * Forgets a version that is no longer wanted. The newest and those that were printed stay, without a name.
   *
   * @throws Fault 404 when there is no such version
   */
  forget(id: string, version: number): Promise<MapSummary[]> {
    return write(this.sequelize, async (transaction) => {
      const versions = await this.versions(id, transaction);
      if (!versions.some((other) => other.version === version)) throw noMap();
      const where = { workId: id, version };
      const stays = versions.at(-1)?.version === version || (await this.isPrinted(id, version, transaction));
      if (stays) await this.rows.MapVersion.update({ name: null }, { where, transaction });
      else await this.rows.MapVersion.destroy({ where, transaction });
      return this.versions(id, transaction);
    });
  }

  /** @throws Fault 404 when the work has no such map */
  async get(id: string, version?: number): Promise<{ summary: MapSummary; document: MapDocument }> {
    const row = await this.rows.MapVersion.findOne({
      where: { workId: id, ...(version === undefined ? {} : { version }) },
      order: [['version', 'DESC']],
    });
    if (!row || (await this.rows.Work.count({ where: { id, deletedAt: null } })) === 0) throw noMap();
    return { summary: summaryOf(row), document: storedMap.parse(row.document) };
  }

  private newest(id: string, transaction: Transaction): Promise<MapVersionRow | null> {
    return this.rows.MapVersion.findOne({ where: { workId: id }, order: [['version', 'DESC']], transaction });
  }

  private async isPrinted(id: string, version: number, transaction: Transaction): Promise<boolean> {
    const where = { workId: id, mapVersion: version };
    return (await this.rows.Printing.count({ where, transaction })) > 0;
  }
}

/** What is said of a work that is not there. */
export const noWork = () =>
  new Fault(404, 'no-work', 'There is no work at this address. It may have been deleted.');
