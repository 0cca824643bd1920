import { nanoid } from 'nanoid';
import type { Sequelize } from 'sequelize';
import { z } from 'zod';
import { mapDocumentSchema, type MapDocument } from '@nobrel/core/documents';
import {
  newDecisions,
  storedDecisionsSchema,
  upgradedMap,
  type MapSummary,
  type Printing,
  type SaveRequest,
  type StoredPicture,
  type Work,
  type WorkDecisions,
} from '@nobrel/core/file';
import { proposeSize } from '@nobrel/core/fit';
import { effortOf } from '@nobrel/core/map';
import type { SheetDecisions } from '@nobrel/core/sheets';
import type { SizeMm } from '@nobrel/core/units';
import { Fault } from '../faults.js';
import { pictureOf, printingOf, summaryOf } from './from-rows.js';
import type { Models, WorkRow } from './models.js';

const json = z.string().transform((text): unknown => JSON.parse(text));
const storedDecisions = json.pipe(storedDecisionsSchema);
const storedMap = json.pipe(mapDocumentSchema).transform(upgradedMap);

/** Everything that is kept of works, over the database. */
export class WorkStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Models,
  ) {}

  /** All works, the last changed first. */
  async list(): Promise<Work[]> {
    const rows = await this.rows.Work.findAll({ order: [['changedAt', 'DESC']] });
    return Promise.all(rows.map((row) => this.assemble(row)));
  }

  /** @throws Fault 404 when there is no such work */
  async get(id: string): Promise<Work> {
    return this.assemble(await this.row(id));
  }

  /** Begins a work from a stored picture. */
  async begin(picture: StoredPicture, title: string, demo = false): Promise<Work> {
    const now = new Date();
    const proposed = proposeSize(picture, await this.sizeUsedLast());
    const { widthMm, heightMm } = proposed;
    const plain = newDecisions(title);
    const decisions: WorkDecisions = {
      ...plain,
      demo,
      fit: { ...plain.fit, widthMm, heightMm, proposed },
    };
    const row = await this.rows.Work.create({
      id: nanoid(12),
      pictureHash: picture.hash,
      revision: 1,
      decisions: JSON.stringify(decisions),
      createdAt: now,
      changedAt: now,
    });
    return this.assemble(row);
  }

  /** The size of the work changed last, works to play with and damaged ones apart; null in an empty file. */
  private async sizeUsedLast(): Promise<SizeMm | null> {
    const rows = await this.rows.Work.findAll({ order: [['changedAt', 'DESC']], limit: 10 });
    const own = rows
      .map(({ decisions }) => storedDecisions.safeParse(decisions).data)
      .find((decisions) => decisions && !decisions.demo);
    return own?.fit ?? null;
  }

  /** Brings another picture to a work; one that is there already stays where it is. */
  async addPicture(id: string, picture: StoredPicture): Promise<Work> {
    const row = await this.row(id);
    if (row.pictureHash !== picture.hash) {
      await this.rows.WorkPicture.findOrCreate({
        where: { workId: id, pictureHash: picture.hash },
        defaults: { workId: id, pictureHash: picture.hash, addedAt: new Date() },
      });
    }
    return this.assemble(row);
  }

  /**
   * Takes a picture out of a work; the picture itself stays in the file.
   *
   * @throws Fault 409 for the picture the work began with
   */
  async removePicture(id: string, hash: string): Promise<Work> {
    const row = await this.row(id);
    if (row.pictureHash === hash) {
      throw new Fault(
        409,
        'first-picture',
        'The picture a work began with stays with it. Work from another one instead.',
      );
    }
    await this.rows.WorkPicture.destroy({ where: { workId: id, pictureHash: hash } });
    return this.assemble(row);
  }

  /**
   * Saves decisions made from a known revision.
   *
   * @throws Fault 409 with the newer version beside it when someone saved in between
   */
  async save(id: string, { revision, decisions }: SaveRequest): Promise<Work> {
    const [changed] = await this.rows.Work.update(
      { decisions: JSON.stringify(decisions), revision: revision + 1, changedAt: new Date() },
      { where: { id, revision } },
    );
    const work = await this.get(id);
    if (changed === 0) {
      throw new Fault(
        409,
        'changed-elsewhere',
        'This work was changed in another window since you opened it. Your change is still here, not yet saved.',
        undefined,
        { theirs: work, yours: decisions },
      );
    }
    return work;
  }

  async remove(id: string): Promise<void> {
    await (await this.row(id)).destroy();
  }

  /** Title of a work still to be made: a picture's file name without its ending. */
  static titleFrom(fileName: string): string {
    const title = fileName
      .replace(/\.[^.]*$/, '')
      .replace(/[-_]+/g, ' ')
      .trim();
    return title === '' ? 'Untitled' : (title[0]!.toUpperCase() + title.slice(1)).slice(0, 200);
  }

  /**
   * Keeps a map. It takes the place of the newest version, unless that has been printed or named: what lies on
   * the table must stay on record, and what has a name is to be come back to, so a new one follows it.
   */
  async keepMap(id: string, map: MapDocument): Promise<MapSummary> {
    await this.row(id);
    const effort = effortOf(map);
    const document = JSON.stringify(map);
    return this.sequelize.transaction(async (transaction) => {
      const newest = await this.rows.MapVersion.findOne({
        where: { workId: id },
        order: [['version', 'DESC']],
        transaction,
      });
      if (newest?.document === document) return summaryOf(newest);
      const printed =
        newest &&
        (await this.rows.Printing.count({ where: { workId: id, mapVersion: newest.version }, transaction })) >
          0;
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
  async versions(id: string): Promise<MapSummary[]> {
    await this.row(id);
    const rows = await this.rows.MapVersion.findAll({
      where: { workId: id },
      order: [['version', 'ASC']],
      attributes: { exclude: ['document'] },
    });
    return rows.map(summaryOf);
  }

  /**
   * Gives the newest map a name; from then on it stays as it is.
   *
   * @throws Fault 404 when there is no map yet, 409 when another version has the name
   */
  async nameVersion(id: string, name: string): Promise<MapSummary> {
    const versions = await this.versions(id);
    const newest = versions.at(-1);
    if (!newest) throw noMap();
    if (versions.some((other) => other.name === name && other !== newest)) {
      throw new Fault(409, 'name-taken', `Another version is called “${name}”. Choose another name.`, 'name');
    }
    await this.rows.MapVersion.update({ name }, { where: { workId: id, version: newest.version } });
    return { ...newest, name };
  }

  /**
   * Forgets a version that is no longer wanted. The newest and those that were printed stay, without a name.
   *
   * @throws Fault 404 when there is no such version
   */
  async forgetVersion(id: string, version: number): Promise<MapSummary[]> {
    const versions = await this.versions(id);
    if (!versions.some((other) => other.version === version)) throw noMap();
    const where = { workId: id, version };
    const printed = (await this.rows.Printing.count({ where: { workId: id, mapVersion: version } })) > 0;
    if (printed || versions.at(-1)?.version === version) {
      await this.rows.MapVersion.update({ name: null }, { where });
    } else {
      await this.rows.MapVersion.destroy({ where });
    }
    return this.versions(id);
  }

  /** @throws Fault 404 when the work has no such map */
  async map(id: string, version?: number): Promise<{ summary: MapSummary; document: MapDocument }> {
    const row = await this.rows.MapVersion.findOne({
      where: { workId: id, ...(version === undefined ? {} : { version }) },
      order: [['version', 'DESC']],
    });
    if (!row) throw noMap();
    return { summary: summaryOf(row), document: storedMap.parse(row.document) };
  }

  /** Records that sheets were printed from the newest map; the same sheets again are the same record. */
  async recordPrinting(
    id: string,
    mapVersion: number,
    decisions: SheetDecisions,
    pages: number,
  ): Promise<Printing> {
    const [row] = await this.rows.Printing.findOrCreate({
      where: { workId: id, mapVersion, decisions: JSON.stringify(decisions) },
      defaults: {
        id: nanoid(12),
        workId: id,
        mapVersion,
        decisions: JSON.stringify(decisions),
        pages,
        printedAt: new Date(),
      },
    });
    return printingOf(row);
  }

  async printing(printingId: string): Promise<{ workId: string; printing: Printing }> {
    const row = await this.rows.Printing.findByPk(printingId);
    if (!row)
      throw new Fault(404, 'no-sheets', 'These sheets are not on record. Print them again from Sheets.');
    return { workId: row.workId, printing: printingOf(row) };
  }

  private async row(id: string): Promise<WorkRow> {
    const row = await this.rows.Work.findByPk(id);
    if (!row) throw new Fault(404, 'no-work', 'There is no work at this address. It may have been deleted.');
    return row;
  }

  /** The picture a work began with, then the others as they came. */
  private async picturesOf(row: WorkRow): Promise<StoredPicture[]> {
    const added = await this.rows.WorkPicture.findAll({
      where: { workId: row.id },
      order: [
        ['addedAt', 'ASC'],
        ['pictureHash', 'ASC'],
      ],
    });
    const hashes = [row.pictureHash, ...added.map(({ pictureHash }) => pictureHash)];
    const pictures = await Promise.all(
      hashes.map((hash) => this.rows.Picture.findByPk(hash, { rejectOnEmpty: true })),
    );
    return pictures.map(pictureOf);
  }

  private async assemble(row: WorkRow): Promise<Work> {
    const [pictures, map, printings] = await Promise.all([
      this.picturesOf(row),
      this.rows.MapVersion.findOne({
        where: { workId: row.id },
        order: [['version', 'DESC']],
        attributes: { exclude: ['document'] },
      }),
      this.rows.Printing.findAll({ where: { workId: row.id }, order: [['printedAt', 'ASC']] }),
    ]);
    return {
      id: row.id,
      revision: row.revision,
      createdAt: row.createdAt.toISOString(),
      changedAt: row.changedAt.toISOString(),
      decisions: storedDecisions.parse(row.decisions),
      pictures,
      map: map && summaryOf(map),
      printings: printings.map(printingOf),
    };
  }
}

const noMap = () => new Fault(404, 'no-map', 'This work has no map yet. Make one at Map.');
