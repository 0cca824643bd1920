import { checkPicture, type Picture } from '../../raster/index.js';
import type { Rect } from '../../geometry/index.js';
import { focusOf, type FocusMap } from './focus.js';
import { noiseOf } from './noise.js';
import { pyramid } from '../looking/pyramid.js';
import { averageErrorAt, lightnessAt } from '../looking/views.js';

/** What can be told of a picture by measuring it. Places are shares of its sides, 0–1. */
export type Judgement = {
  /** Share of the picture in each step of one L\*, darkest first; sums to 1. */
  histogram: number[];
  /** Parts so light that nothing is left in them to map, and parts so dark. */
  blown: Clipped;
  blocked: Clipped;
  focus: FocusMap;
  /** Standard deviation of the grain in flat parts, L\*. */
  noise: number;
  /** How far a plain average of RGB would be off: mean, and what a hundredth of the picture exceeds, L\*. */
  averageError: { mean: number; worst: number };
};

export type Clipped = { share: number; places: Rect[] };

/** All three channels at or beyond these are out of what the camera could record. */
const blownFrom = 253;
const blockedTo = 3;

/** Cells of the grid that marks clipped parts, along the long side; a cell counts when half of it is gone. */
const cells = 96;

/** Judging reads this many pixels at most: more tell nothing new of tone and focus. */
const maxJudgedPx = 4e6;

/** Measures a picture: its tones, what is lost in it, where it is sharp, its grain. */
export function judge(picture: Picture): Judgement {
  checkPicture(picture);
  const level = pyramid(picture).find(({ width, height }) => width * height <= maxJudgedPx) ?? picture;
  return {
    ...tones(level),
    // Averaging would bring clipped parts back into range at their rims; those rims do not matter here.
    blown: clipped(level, (data, i) => Math.min(data[i], data[i + 1], data[i + 2]) >= blownFrom),
    blocked: clipped(level, (data, i) => Math.max(data[i], data[i + 1], data[i + 2]) <= blockedTo),
    focus: focusOf(level, picture.width / level.width),
    noise: noiseOf(picture),
  };
}

function tones({ width, height, channels, data }: Picture): Pick<Judgement, 'histogram' | 'averageError'> {
  const count = width * height;
  const histogram = new Float64Array(100);
  const errors = new Float64Array(101);
  let sum = 0;
  for (let i = 0; i < count * channels; i += channels) {
    histogram[Math.min(99, lightnessAt(data, i) | 0)]++;
    const error = Math.abs(averageErrorAt(data, i));
    sum += error;
    errors[Math.min(100, error | 0)]++;
  }
  let worst = 100;
  for (let beyond = errors[100]; worst > 0 && beyond < count / 100;) beyond += errors[--worst];
  return {
    histogram: Array.from(histogram, (pixels) => pixels / count),
    averageError: { mean: sum / count, worst },
  };
}

type IsClipped = (data: Picture['data'], at: number) => boolean;

function clipped({ width, height, channels, data }: Picture, isClipped: IsClipped): Clipped {
  const cell = Math.max(1, Math.max(width, height) / cells);
  const columns = Math.ceil(width / cell);
  const rows = Math.ceil(height / cell);
  const lost = new Uint32Array(columns * rows);
  const all = new Uint32Array(columns * rows);
  let total = 0;
  for (let y = 0; y < height; y++) {
    const row = Math.floor(y / cell) * columns;
    for (let x = 0; x < width; x++) {
      const at = row + Math.floor(x / cell);
      all[at]++;
      if (!isClipped(data, (y * width + x) * channels)) continue;
      lost[at]++;
      total++;
    }
  }
  const places: Rect[] = [];
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      const first = c;
      while (c < columns && 2 * lost[r * columns + c] >= all[r * columns + c]) c++;
      if (c > first) places.push(cellRun(first, c, r, cell, width, height));
    }
  }
  return { share: total / (width * height), places };
}

/** Cells first … end − 1 of a row, as shares of the picture's sides. */
function cellRun(first: number, end: number, row: number, cell: number, width: number, height: number): Rect {
  const right = Math.min(1, (end * cell) / width);
  const bottom = Math.min(1, ((row + 1) * cell) / height);
  const x = (first * cell) / width;
  const y = (row * cell) / height;
  return { x, y, width: right - x, height: bottom - y };
}

/** Shares of a histogram of L\* that fall between ascending limits, darkest first. */
export function sharesBetween(histogram: readonly number[], limits: readonly number[]): number[] {
  const ends = [...limits, 100];
  const shares = new Array<number>(ends.length).fill(0);
  histogram.forEach((share, step) => {
    const value = ends.findIndex((end) => step + 0.5 < end);
    shares[value < 0 ? ends.length - 1 : value] += share;
  });
  return shares;
}
