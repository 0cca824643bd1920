import { DataTypes, QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { Migration } from './migration.js';

/** What is read of decisions written before this step; the rest is carried over as it stands. */
const before = z.looseObject({
  reference: z.looseObject({}),
  fit: z.looseObject({
    kind: z.string(),
    marginMm: z.number(),
    way: z.string(),
    cropX: z.number(),
    cropY: z.number(),
  }),
});

const white = '#fbf8f1';
/** What each kind of surface came with when this step was written. */
const usual: Readonly<
  Record<string, { ground: string; gramsPerM2?: number; bars?: readonly [number, number] }>
> = {
  'hot-pressed': { ground: white, gramsPerM2: 300 },
  'cold-pressed': { ground: white, gramsPerM2: 300 },
  rough: { ground: white, gramsPerM2: 300 },
  'drawing-paper': { ground: white, gramsPerM2: 150 },
  'pastel-board': { ground: '#cfc6b4' },
  'canvas-panel': { ground: white },
  'stretched-canvas': { ground: white, bars: [20, 40] },
  'wood-panel': { ground: '#e6d3b1' },
  scratchboard: { ground: '#1d1b19' },
};

const allRound = (mm: number) => ({ top: mm, right: mm, bottom: mm, left: mm });

/** Decisions of the first version, with what the Reference and Fit of the second ask for. */
export function withSquaringAndSettingOut(text: string): string {
  const old = before.parse(JSON.parse(text));
  const { marginMm, ...fit } = old.fit;
  const { ground, gramsPerM2, bars } = usual[fit.kind] ?? { ground: white };
  const moved = fit.way === 'crop' && (fit.cropX !== 0.5 || fit.cropY !== 0.5);
  return JSON.stringify({
    ...old,
    reference: { ...old.reference, main: null, squaring: {}, faintness: 0.6, details: [] },
    fit: {
      ...fit,
      groundColour: ground,
      gramsPerM2: gramsPerM2 ?? null,
      barDepthMm: bars?.[0] ?? 0,
      wrapMm: bars?.[1] ?? 0,
      traits: {},
      marginsMm: allRound(marginMm),
      matMm: 0,
      trimMm: 0,
      tapeMm: 0,
      offPictureMm: allRound(0),
      placement: moved ? 'by-hand' : 'centred',
      bottomRatio: 1.25,
      weightCentre: null,
      shiftXMm: 0,
      shiftYMm: 0,
      guides: [],
      grid: {
        shown: false,
        by: 'counts',
        columns: 5,
        rows: 4,
        spacingMm: 50,
        diagonals: false,
        halved: [],
        colour: '#2f5d8c',
        lineMm: 0.3,
        help: 'middle',
      },
      landmarks: [],
      datum: 'top-left',
      roundMm: 0.5,
      roundInch: 16,
      measured: null,
      paperAtHand: null,
      sketch: null,
      homePaper: 'a4',
    },
  });
}

const workRow = z.object({ id: z.string(), decisions: z.string() });

/** Several pictures a work, sizes of one's own, and decisions on squaring and setting out. */
export const squaredAndSetOut: Migration = {
  name: '002-squared-and-set-out',
  async up({ context }) {
    const { sequelize } = context;
    // All or nothing: a crash half way must not leave decisions rewritten beside a step not recorded.
    await sequelize.transaction(async (transaction) => {
      await context.createTable(
        'work_pictures',
        {
          work_id: {
            type: DataTypes.STRING(24),
            primaryKey: true,
            references: { model: 'works', key: 'id' },
            onDelete: 'CASCADE',
          },
          picture_hash: {
            type: DataTypes.STRING(64),
            primaryKey: true,
            references: { model: 'pictures', key: 'hash' },
            onDelete: 'RESTRICT',
          },
          added_at: { type: DataTypes.DATE, allowNull: false },
        },
        { transaction },
      );
      await context.createTable(
        'saved_sizes',
        {
          id: { type: DataTypes.STRING(24), primaryKey: true },
          name: { type: DataTypes.TEXT, allowNull: false },
          width_mm: { type: DataTypes.DOUBLE, allowNull: false },
          height_mm: { type: DataTypes.DOUBLE, allowNull: false },
        },
        { transaction },
      );
      const rows = await sequelize.query('SELECT id, decisions FROM works', {
        type: QueryTypes.SELECT,
        transaction,
      });
      for (const { id, decisions } of z.array(workRow).parse(rows)) {
        await sequelize.query('UPDATE works SET decisions = ? WHERE id = ?', {
          replacements: [withSquaringAndSettingOut(decisions), id],
          transaction,
        });
      }
    });
  },
};
