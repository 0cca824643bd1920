import type { SizeMm } from '../units/index.js';

/** How a copying machine brings a sketch to its final size. */
export type CopyOrder = {
  /** By the width and by the height, each to the tenth of a percent that machines take. */
  percentByWidth: number;
  percentByHeight: number;
  /** What comes out at either, mm. */
  byWidth: SizeMm;
  byHeight: SizeMm;
  /** How far the other side is then off: more than wanted is positive, mm. */
  heightOffMm: number;
  widthOffMm: number;
  /** Both sides come out right, to the half millimetre. */
  fits: boolean;
  /** Settings one after the other when one pass does not reach, for the percentage by width. */
  passes: number[];
};

/** What common copying machines reach in one pass, percent. */
const minPercent = 25;
const maxPercent = 400;

const tenth = (value: number) => Math.round(value * 10) / 10;

/**
 * Percentages that enlarge a measured sketch to a final size.
 *
 * @throws RangeError when a side is nothing
 */
export function copyOrder(sketch: SizeMm, target: SizeMm): CopyOrder {
  if (!(sketch.widthMm > 0 && sketch.heightMm > 0 && target.widthMm > 0 && target.heightMm > 0)) {
    throw new RangeError('A sketch and its final size need a width and a height.');
  }
  const percentByWidth = tenth((100 * target.widthMm) / sketch.widthMm);
  const percentByHeight = tenth((100 * target.heightMm) / sketch.heightMm);
  const at = (percent: number) => ({
    widthMm: (sketch.widthMm * percent) / 100,
    heightMm: (sketch.heightMm * percent) / 100,
  });
  const byWidth = at(percentByWidth);
  const byHeight = at(percentByHeight);
  const heightOffMm = byWidth.heightMm - target.heightMm;
  const widthOffMm = byHeight.widthMm - target.widthMm;
  return {
    percentByWidth,
    percentByHeight,
    byWidth,
    byHeight,
    heightOffMm,
    widthOffMm,
    fits: Math.abs(heightOffMm) <= 0.5 && Math.abs(widthOffMm) <= 0.5,
    passes: passesFor(percentByWidth),
  };
}

/** Settings whose product is the percentage, each within a machine's reach and as alike as can be. */
export function passesFor(percent: number): number[] {
  let count = 1;
  const each = () => 100 * (percent / 100) ** (1 / count);
  while (count < 8 && (each() > maxPercent || each() < minPercent)) count++;
  if (count === 1) return [percent];
  const first = Array.from({ length: count - 1 }, () => tenth(each()));
  const reached = first.reduce((product, pass) => (product * pass) / 100, 100);
  return [...first, tenth((100 * percent) / reached)];
}

/** How many sheets of a paper a print of some size takes one way round. */
export type HomePrint = {
  upright: boolean;
  columns: number;
  rows: number;
  sheets: number;
  /** Share of the paper that shows no picture. */
  waste: number;
};

/** Rim home printers leave free, and how far sheets overlap to be joined, mm. */
export const homeRimMm = 5;
export const homeOverlapMm = 10;

/**
 * Sheets a home print takes upright and lying, the one that takes fewer (or wastes less) first.
 *
 * @returns an empty list when the paper is too small to be of use
 */
export function homePrints(target: SizeMm, paper: SizeMm): HomePrint[] {
  const short = Math.min(paper.widthMm, paper.heightMm);
  const long = Math.max(paper.widthMm, paper.heightMm);
  const one = (upright: boolean): HomePrint => {
    const columns = sheetsAlong(target.widthMm, (upright ? short : long) - 2 * homeRimMm);
    const rows = sheetsAlong(target.heightMm, (upright ? long : short) - 2 * homeRimMm);
    const sheets = columns * rows;
    return {
      upright,
      columns,
      rows,
      sheets,
      waste: 1 - Math.min(1, (target.widthMm * target.heightMm) / (sheets * short * long)),
    };
  };
  if (short - 2 * homeRimMm < 2 * homeOverlapMm) return [];
  return [one(true), one(false)].sort((a, b) => a.sheets - b.sheets);
}

function sheetsAlong(side: number, room: number): number {
  // A hundredth of a millimetre over is not worth another sheet.
  return side <= room + 0.01 ? 1 : Math.ceil((side - homeOverlapMm - 0.01) / (room - homeOverlapMm));
}
