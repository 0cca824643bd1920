import { nanoid } from 'nanoid';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import {
  binDays,
  carriesMap,
  duplicated,
  type DuplicateRequest,
  newDecisions,
  type SaveRequest,
  type StoredPicture,
  type Work,
  type WorkDecisions,
} from '@nobrel/core/file';
import { proposeSize } from '@nobrel/core/fit';
import { usualSpeed, type TracingSpeed } from '@nobrel/core/map';
import type { SizeMm } from '@nobrel/core/units';
import { Fault } from '../faults.js';
import { pictureOf, printingOf, summaryOf } from './from-rows.js';
import { damagedWork, decisionsOf, decisionsText, toldDecisions } from './kept-decisions.js';
import { noWork } from './maps.js';
import type { Models, WorkRow } from './models.js';
import { write } from './write.js';

const dayMs = 24 * 3600 * 1000;

/** Works: begun, opened, saved, put in the bin and brought back. */
export class WorkStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Models,
  ) {}

  /** @throws Fault 404 when there is no such work, 422 when it cannot be read */
  async get(id: string): Promise<Work> {
    return this.assemble(await this.row(id));
  }

  /**
   * Begins a work from a stored picture.
   *
   * @param speed the hand's own, at which its map is estimated
   */
  async begin(
    picture: StoredPicture,
    title: string,
    demo = false,
    speed: TracingSpeed = usualSpeed,
  ): Promise<Work> {
    const now = new Date();
    const proposed = proposeSize(picture, await this.sizeUsedLast());
    const { widthMm, heightMm } = proposed;
    const plain = newDecisions(title);
    const decisions: WorkDecisions = {
      ...plain,
      demo,
      fit: { ...plain.fit, widthMm, heightMm, proposed },
      map: { ...plain.map, ...speed },
    };
    return write(this.sequelize, async (transaction) => {
      const row = await this.rows.Work.create(
        {
          id: nanoid(12),
          pictureHash: picture.hash,
          revision: 1,
          decisions: JSON.stringify(decisions),
          createdAt: now,
          changedAt: now,
        },
        { transaction },
      );
      return this.assemble(row, transaction);
    });
  }

  /**
   * Makes a work from another one. Its pictures go along, and its map where it lies as it did; what was printed and done
   * at the table does not.
   *
   * @throws Fault 404 when there is no such work, 422 when it cannot be read
   */
  async duplicate(id: string, request: DuplicateRequest, now = new Date()): Promise<Work> {
    return write(this.sequelize, async (transaction) => {
      const from = await this.row(id, transaction);
      const decisions = duplicated(decisionsOf(from.decisions), id, request);
      const row = await this.rows.Work.create(
        {
          id: nanoid(12),
          pictureHash: from.pictureHash,
          revision: 1,
          decisions: JSON.stringify(decisions),
          createdAt: now,
          changedAt: now,
        },
        { transaction },
      );
      await this.sequelize.query(
        `INSERT INTO work_pictures (work_id, picture_hash, added_at)
         SELECT ?, picture_hash, added_at FROM work_pictures WHERE work_id = ?`,
        { replacements: [row.id, id], transaction },
      );
      if (carriesMap(request.as))
        await this.sequelize.query(
          `INSERT INTO map_versions (work_id, version, name, document, lines, lifts, metres, minutes, made_at)
           SELECT ?, 1, NULL, document, lines, lifts, metres, minutes, ? FROM map_versions
           WHERE work_id = ? ORDER BY version DESC LIMIT 1`,
          { replacements: [row.id, now, id], transaction },
        );
      return this.assemble(row, transaction);
    });
  }

  /** The size of the work changed last, works to play with and damaged ones apart; null in an empty file. */
  private async sizeUsedLast(): Promise<SizeMm | null> {
    const rows = await this.rows.Work.findAll({ order: [['changedAt', 'DESC']], limit: 10 });
    for (const { decisions } of rows) {
      try {
        const own = decisionsOf(decisions);
        if (!own.demo) return own.fit;
      } catch {
        // Another work tells it then.
      }
    }
    return null;
  }

  /** Brings another picture to a work; one that is there already stays where it is. */
  async addPicture(id: string, picture: StoredPicture): Promise<Work> {
    return write(this.sequelize, async (transaction) => {
      const row = await this.row(id, transaction);
      if (row.pictureHash !== picture.hash) {
        await this.rows.WorkPicture.findOrCreate({
          where: { workId: id, pictureHash: picture.hash },
          defaults: { workId: id, pictureHash: picture.hash, addedAt: new Date() },
          transaction,
        });
      }
      return this.assemble(row, transaction);
    });
  }

  /**
   * Takes a picture out of a work; the picture itself stays in the file.
   *
   * @throws Fault 409 for the picture the work began with
   */
  async removePicture(id: string, hash: string): Promise<Work> {
    return write(this.sequelize, async (transaction) => {
      const row = await this.row(id, transaction);
      if (row.pictureHash === hash) {
        throw new Fault(
          409,
          'first-picture',
          'The picture a work began with stays with it. Work from another one instead.',
        );
      }
      await this.rows.WorkPicture.destroy({ where: { workId: id, pictureHash: hash }, transaction });
      return this.assemble(row, transaction);
    });
  }

  /**
   * Saves decisions made from a known revision, and answers what it wrote.
   *
   * @param check is handed what is kept before it is written over, and may refuse by throwing
   * @throws Fault 409 with the newer version beside it when someone saved in between; 422 when what is kept was
   *   written by a newer program or cannot be read, so that saving would lose it
   */
  async save(
    id: string,
    { revision, decisions }: SaveRequest,
    { changedAt = new Date(), check }: { changedAt?: Date; check?: (kept: WorkDecisions) => void } = {},
  ): Promise<Work> {
    return write(this.sequelize, async (transaction) => {
      const row = await this.row(id, transaction);
      const kept = await this.assemble(row, transaction);
      if (row.revision !== revision) {
        throw new Fault(
          409,
          'changed-elsewhere',
          'This work was changed in another window since you opened it. Your change is still here, not yet saved.',
          undefined,
          { theirs: kept, yours: decisions },
        );
      }
      check?.(kept.decisions);
      await row.update(
        {
          decisions: decisionsText(decisions, JSON.parse(row.decisions), kept.decisions),
          revision: revision + 1,
          changedAt,
        },
        { transaction },
      );
      return { ...kept, decisions, revision: revision + 1, changedAt: changedAt.toISOString() };
    });
  }

  /** Puts a work in the bin, from where it can be brought back for a while. */
  async remove(id: string): Promise<void> {
    await write(this.sequelize, async (transaction) => {
      const row = await this.row(id, transaction);
      await row.update({ deletedAt: new Date() }, { transaction });
    });
  }

  /** @throws Fault 404 when it is not in the bin */
  async bringBack(id: string): Promise<void> {
    await write(this.sequelize, async (transaction) => {
      const where = { id, deletedAt: { [Op.not]: null } };
      const [back] = await this.rows.Work.update({ deletedAt: null }, { where, transaction });
      if (back === 0) throw new Fault(404, 'not-in-bin', 'This work is no longer in the bin.');
    });
  }

  /** Removes for good what has been in the bin long enough; its maps and printings go with it. */
  async sweep(now = new Date()): Promise<number> {
    const before = new Date(now.getTime() - binDays * dayMs);
    return write(this.sequelize, (transaction) =>
      this.rows.Work.destroy({ where: { deletedAt: { [Op.lt]: before } }, transaction }),
    );
  }

  /** Title of a work still to be made: a picture's file name without its ending. */
  static titleFrom(fileName: string): string {
    const title = fileName
      .replace(/\.[^.]*$/, '')
      .replace(/[-_]+/g, ' ')
      .trim();
    return title === '' ? 'Untitled' : (title[0]!.toUpperCase() + title.slice(1)).slice(0, 200);
  }

  private async row(id: string, transaction?: Transaction): Promise<WorkRow> {
    const row = await this.rows.Work.findOne({
      where: { id, deletedAt: null },
      ...(transaction ? { transaction } : {}),
    });
    if (!row) throw noWork();
    return row;
  }

  /** The picture a work began with, then the others as they came. */
  private async picturesOf(row: WorkRow, within: { transaction?: Transaction }): Promise<StoredPicture[]> {
    const added = await this.rows.WorkPicture.findAll({
      where: { workId: row.id },
      order: [
        ['addedAt', 'ASC'],
        ['pictureHash', 'ASC'],
      ],
      ...within,
    });
    const hashes = [row.pictureHash, ...added.map(({ pictureHash }) => pictureHash)];
    const pictures = await this.rows.Picture.findAll({ where: { hash: hashes }, ...within });
    const known = new Map(pictures.map((picture) => [picture.hash, pictureOf(picture)]));
    return hashes.map((hash) => {
      const picture = known.get(hash);
      if (!picture) throw damagedWork('a picture it is made from is not on record');
      return picture;
    });
  }

  private async assemble(row: WorkRow, transaction?: Transaction): Promise<Work> {
    const within = transaction ? { transaction } : {};
    const pictures = await this.picturesOf(row, within);
    const map = await this.rows.MapVersion.findOne({
      where: { workId: row.id },
      order: [['version', 'DESC']],
      attributes: { exclude: ['document'] },
      ...within,
    });
    const printings = await this.rows.Printing.findAll({
      where: { workId: row.id },
      order: [['printedAt', 'ASC']],
      ...within,
    });
    return {
      id: row.id,
      revision: row.revision,
      createdAt: row.createdAt.toISOString(),
      changedAt: row.changedAt.toISOString(),
      ...toldDecisions(row.decisions),
      pictures,
      map: map && summaryOf(map),
      printings: printings.map(printingOf),
    };
  }
}
