import { DataTypes, QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { Migration } from './migration.js';

/** What is read of decisions written before this step; the rest is carried over as it stands. */
const before = z.looseObject({ map: z.looseObject({}) });

/** Settings the map learned in this step, as they were when it was written: they leave a map as it was. */
const learned = {
  separation: 'best',
  limits: [],
  local: false,
  lightFall: 5,
  colourSplit: null,
  accentShare: 0.25,
  leastWidthMm: 1,
  quietStrength: 0.5,
  softFromMm: 1.5,
  lostUnder: 4,
  detailStandsOut: 5,
  detailShortestMm: 5,
  colourEdges: false,
  strokes: false,
  strokeSpacingMm: 6,
  strokeLengthMm: 12,
  castShadows: 'kept',
  leastWeight: 0,
  focus: 0.5,
  firmness: 'middling',
  mmPerSecond: 8,
  secondsPerLift: 1.5,
};

/** Decisions of the second version, with what the Map of the third asks for. */
export function withCorrections(text: string): string {
  const old = before.parse(JSON.parse(text));
  return JSON.stringify({ corrections: { list: [], pins: [] }, ...old, map: { ...learned, ...old.map } });
}

const workRow = z.object({ id: z.string(), decisions: z.string() });

/** Corrections by hand, more settings of the map, and map versions that are kept by name. */
export const correctedAndNamed: Migration = {
  name: '003-corrected-and-named',
  async up({ context }) {
    const { sequelize } = context;
    await sequelize.transaction(async (transaction) => {
      await context.addColumn(
        'map_versions',
        'name',
        { type: DataTypes.TEXT, allowNull: true },
        { transaction },
      );
      const rows = await sequelize.query('SELECT id, decisions FROM works', {
        type: QueryTypes.SELECT,
        transaction,
      });
      for (const { id, decisions } of z.array(workRow).parse(rows)) {
        await sequelize.query('UPDATE works SET decisions = ? WHERE id = ?', {
          replacements: [withCorrections(decisions), id],
          transaction,
        });
      }
    });
  },
};
