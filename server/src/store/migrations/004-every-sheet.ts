import { DataTypes } from 'sequelize';
import { z } from 'zod';
import type { Migration } from './migration.js';
import { rewriteDecisions } from './rewrite-decisions.js';

/** What printing learned in this step, as it was when it was written: it leaves sheets as they were. */
const learned = {
  customMm: { widthMm: 210, heightMm: 297 },
  lies: 'fewest',
  join: 'overlapped',
  calibration: null,
  lineMm: 0.35,
  look: 'colour',
  withGrid: false,
  enlarged: 2,
  backing: { reach: 'lines', bandMm: 8 },
  pricking: { leastMm: 1.5, mostMm: 5, chordMm: 0.15 },
  film: { stageMm: 250, mostLineMm: 2 },
  part: null,
};

const sheets = z.looseObject({});
const decisions = z.looseObject({ sheets });

const ofPrinting = (text: string) => JSON.stringify({ ...learned, ...sheets.parse(JSON.parse(text)) });

function ofWork(text: string): string {
  const old = decisions.parse(JSON.parse(text));
  return JSON.stringify({ ...old, sheets: { ...learned, ...old.sheets } });
}

/** Every kind of sheet, and printers' calibrations kept by name. */
export const everySheet: Migration = {
  name: '004-every-sheet',
  async up({ context }) {
    const { sequelize } = context;
    await sequelize.transaction(async (transaction) => {
      const number = { type: DataTypes.DOUBLE, allowNull: false };
      await context.createTable(
        'calibrations',
        {
          id: { type: DataTypes.STRING(24), allowNull: false, primaryKey: true },
          name: { type: DataTypes.TEXT, allowNull: false },
          made_at: { type: DataTypes.DATE, allowNull: false },
          scale_x: number,
          scale_y: { ...number },
          shear: { ...number },
        },
        { transaction },
      );
      await rewriteDecisions(sequelize, transaction, { works: ofWork, printings: ofPrinting });
    });
  },
};
