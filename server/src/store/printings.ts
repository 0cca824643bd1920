import { nanoid } from 'nanoid';
import type { Sequelize } from 'sequelize';
import type { Printing } from '@nobrel/core/file';
import type { SheetDecisions } from '@nobrel/core/sheets';
import { Fault } from '../faults.js';
import { printingOf } from './from-rows.js';
import type { Models } from './models.js';
import { write } from './write.js';

/** What was printed, so that the same sheets can be had again. */
export class PrintingStore {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly rows: Models,
  ) {}

  /** Records that sheets were printed from a map; the same sheets again are the same record. */
  record(workId: string, mapVersion: number, sheets: SheetDecisions, pages: number): Promise<Printing> {
    const decisions = JSON.stringify(sheets);
    return write(this.sequelize, async (transaction) => {
      const [row] = await this.rows.Printing.findOrCreate({
        where: { workId, mapVersion, decisions },
        defaults: { id: nanoid(12), workId, mapVersion, decisions, pages, printedAt: new Date() },
        transaction,
      });
      return printingOf(row);
    });
  }

  /** @throws Fault 404 when these sheets are not on record */
  async get(id: string): Promise<{ workId: string; printing: Printing }> {
    const row = await this.rows.Printing.findByPk(id);
    if (!row)
      throw new Fault(404, 'no-sheets', 'These sheets are not on record. Print them again from Sheets.');
    return { workId: row.workId, printing: printingOf(row) };
  }
}
