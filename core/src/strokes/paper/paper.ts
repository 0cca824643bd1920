import { boxMean, median, fillNarrow, type Plane } from '../../raster/index.js';

/** A drawing without its paper: what was laid on it. */
export type Ink = {
  /** How much darker than the paper each pixel is, L\*; lighter, where a drawing is light on dark. */
  plane: Plane;
  /** The drawing is lighter than its paper. */
  lightOnDark: boolean;
  /** How much the tone of the paper changes over 6 mm where it is most restless, L\*. */
  restless: number;
};

/** The paper's tone is read on squares of this side, mm. */
const squareMm = 2;

/** A patch no wider than this is something drawn, not another paper, mm. */
const widestDrawnMm = 12;

/** Light that falls off, and tones wider than what is drawn, change no faster than this: smoothing of the paper, mm. */
const smoothMm = 6;

/** Shade weakens what is drawn about as it weakens the paper; no further than this is made good. */
const maxMadeGood = 1.8;

/**
 * Evens out the paper and the light on it, and tells whether the drawing is dark on light or light on dark.
 *
 * The paper's tone at a place is that of the lighter part of a small square (the darker, where the drawing is light on
 * dark), since strokes leave paper bare in nearly every one; what is darker than all around is filled in from there (a grey closing), so that wide strokes and blacks
 * count as drawn. Folds and falling light stay in the paper.
 *
 * @param lightness L\* plane
 */
export function evenPaper(lightness: Plane, pxPerMm: number): Ink {
  const side = Math.max(2, Math.round(squareMm * pxPerMm));
  const [dark, middle, light] = squaresOf(lightness, side, [0.3, 0.5, 0.7]);
  const lightOnDark = isLightOnDark(lightness, middle, side);
  const closed = filledIn(lightOnDark ? dark : light, lightOnDark, pxPerMm / side);
  const paper = smoothed(closed, pxPerMm / side);
  const paperLightness = median(paper.data);
  const sign = lightOnDark ? -1 : 1;
  const strength = paper.data.map((tone) => {
    const madeGood = paperLightness / Math.max(tone, 1);
    return sign * Math.min(maxMadeGood, Math.max(1 / maxMadeGood, madeGood));
  });
  const ink = takenOff(lightness, paper, { ...paper, data: strength }, side);
  // A square's tone was taken a little to the paper's side of its middle: bare paper is where most of the sheet is.
  const bare = median(spread(ink));
  for (let i = 0; i < ink.length; i++) ink[i] -= bare;
  return {
    plane: { ...lightness, data: ink },
    lightOnDark,
    restless: restlessnessOf(closed),
  };
}

/** How far a sheet lies below the tone of its paper, times how much that counts there; both are given by squares. */
function takenOff({ width, height, data }: Plane, paper: Plane, strength: Plane, side: number): Float32Array {
  const ink = new Float32Array(data.length);
  const tones = new SquaresReader(paper, side, width);
  const strengths = new SquaresReader(strength, side, width);
  for (let y = 0; y < height; y++) {
    const tone = tones.readRow(y);
    const counts = strengths.readRow(y);
    for (let x = 0, i = y * width; x < width; x++, i++) ink[i] = (tone[x] - data[i]) * counts[x];
  }
  return ink;
}

/** Tones of each square: those that shares of its pixels lie below. */
function squaresOf({ width, height, data }: Plane, side: number, shares: readonly number[]): Plane[] {
  const columns = Math.ceil(width / side);
  const rows = Math.ceil(height / side);
  const out = shares.map((): Plane => ({
    width: columns,
    height: rows,
    data: new Float32Array(columns * rows),
  }));
  // A few pixels say as much as all; sorting is what costs.
  const skip = Math.max(1, Math.floor(side / 4));
  const held = new Float32Array(side * side);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      let n = 0;
      const bottom = Math.min(height, (row + 1) * side);
      const right = Math.min(width, (column + 1) * side);
      for (let y = row * side; y < bottom; y += skip)
        for (let x = column * side; x < right; x += skip) held[n++] = data[y * width + x];
      const sorted = held.subarray(0, n).sort();
      shares.forEach((share, k) => {
        out[k].data[row * columns + column] = sorted[Math.min(n - 1, Math.floor(share * n))];
      });
    }
  }
  return out;
}

/** Strokes stand out of the middle tone around them further to the side the ink lies on. */
function isLightOnDark({ width, height, data }: Plane, middle: Plane, side: number): boolean {
  const around = boxMean(middle, 3);
  let darker = 0;
  let lighter = 0;
  for (let y = 0; y < height; y += 2) {
    const row = Math.min(middle.height - 1, Math.floor(y / side)) * middle.width;
    for (let x = 0; x < width; x += 2) {
      const off = around.data[row + Math.min(middle.width - 1, Math.floor(x / side))] - data[y * width + x];
      // The cube weighs what stands out far against noise and tooth.
      if (off > 0) darker += off * off * off;
      else lighter -= off * off * off;
    }
  }
  return lighter > darker;
}

/** Fills what is drawn from the paper around it. */
function filledIn(squares: Plane, lightOnDark: boolean, squaresPerMm: number): Plane {
  const reach = Math.max(1, Math.round((widestDrawnMm / 2) * squaresPerMm));
  return fillNarrow(squares, reach, lightOnDark ? 'smallest' : 'largest');
}

function smoothed(squares: Plane, squaresPerMm: number): Plane {
  const reach = Math.max(1, Math.round((smoothMm / 2) * squaresPerMm));
  return boxMean(boxMean(squares, reach), reach);
}

/** The paper is as restless as all but so much of it: the borders of large things take up little. */
const restlessShare = 0.97;

/** How far apart tones are compared, squares. */
const apart = 3;

function restlessnessOf({ width, height, data }: Plane): number {
  const steps = new Float32Array(2 * data.length);
  let count = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x + apart < width; x++)
      steps[count++] = Math.abs(data[y * width + x + apart] - data[y * width + x]);
  for (let y = 0; y + apart < height; y++)
    for (let x = 0; x < width; x++)
      steps[count++] = Math.abs(data[(y + apart) * width + x] - data[y * width + x]);
  const sorted = steps.subarray(0, count).sort();
  return count === 0 ? 0 : sorted[Math.floor(restlessShare * count)];
}

/** Reads a coarse plane, one value a square, at the pixels of a row, between the middles of the squares. */
export class SquaresReader {
  /** The square whose middle lies left of each pixel, and how far on to the next square's the pixel lies. */
  private readonly left: Int32Array;
  private readonly share: Float32Array;
  /** The first pixel of each square's. */
  private readonly first: Int32Array;
  private readonly between: Float32Array;
  private readonly row: Float64Array;

  constructor(
    private readonly squares: Plane,
    private readonly side: number,
    width: number,
  ) {
    const columns = squares.width;
    this.left = new Int32Array(width);
    this.share = new Float32Array(width);
    this.row = new Float64Array(width);
    this.between = new Float32Array(columns + 1);
    for (let x = 0; x < width; x++) {
      const u = Math.min(Math.max((x + 0.5) / side - 0.5, 0), columns - 1);
      this.left[x] = u;
      this.share[x] = u - this.left[x];
    }
    this.first = new Int32Array(columns + 1).fill(width);
    for (let x = width - 1; x >= 0; x--) this.first[this.left[x]] = x;
  }

  /** Goes to a row of pixels. */
  goTo(y: number): void {
    const { width: columns, height: rows, data } = this.squares;
    const v = Math.min(Math.max((y + 0.5) / this.side - 0.5, 0), rows - 1);
    const top = Math.floor(v);
    const above = top * columns;
    const below = Math.min(rows - 1, top + 1) * columns;
    for (let k = 0; k < columns; k++)
      this.between[k] = data[above + k] + (data[below + k] - data[above + k]) * (v - top);
    this.between[columns] = this.between[columns - 1];
  }

  /** The values at all pixels of a row, in an array that the next row is read into. */
  readRow(y: number): Float64Array {
    this.goTo(y);
    const { first, share, between, row } = this;
    for (let k = 0; k + 1 < first.length; k++) {
      const from = between[k];
      const rise = between[k + 1] - from;
      for (let x = first[k], end = first[k + 1]; x < end; x++) row[x] = from + rise * share[x];
    }
    return row;
  }

  /** The value at a pixel of the row gone to. */
  at(x: number): number {
    const k = this.left[x];
    return this.between[k] + (this.between[k + 1] - this.between[k]) * this.share[x];
  }
}

/** So many pixels say what most of a sheet is like. */
const enoughPixels = 10_000;

/** About so many of a plane's numbers, evenly spread. */
export function spread(data: Float32Array, count = enoughPixels): number[] {
  const skip = Math.max(1, Math.floor(data.length / count)) | 1;
  const some: number[] = [];
  for (let i = skip >> 1; i < data.length; i += skip) some.push(data[i]);
  return some;
}
