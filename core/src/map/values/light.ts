import { averaged, boxMean, type Plane } from '../../raster/index.js';

/** The light is looked at on cells of about this size, mm: it changes over wide stretches only. */
const cellMm = 4;

/** In local mode a place is judged against this share of the picture's longer side. */
const surroundings = 0.2;

/** How much of the difference from its surroundings a place is given back in local mode. */
const localShare = 0.7;

/** Cells on which the slow part of the light is solved at once; finer grids start from coarser ones. */
const fewestCells = 8;
const roundsPerGrid = 24;

/** Each round goes this much further than it would (successive over-relaxation, Young 1954). */
const overshoot = 1.7;

/**
 * Takes out of a picture's lightness what is only the light falling off, so that one wall does not fall into
 * three values for no reason.
 *
 * Slow changes are the light's, quick ones the things' own (Horn, "Determining lightness from an image",
 * 1974): the slopes gentler than the allowance are kept, the steep ones set to nothing, and the plane whose
 * slopes come closest to those is the light (a Poisson equation, solved from coarse to fine). It is taken
 * out; the mean stays.
 *
 * @param lightness quieted L\*
 * @param allowance the steepest slope that is light, L\* per 100 mm; 0 leaves the plane as it is
 * @param local also judge each place against its wider surroundings
 */
export function evened(lightness: Plane, pxPerMm: number, allowance: number, local: boolean): Plane {
  if (!(allowance > 0) && !local) return lightness;
  const step = Math.max(1, Math.round(cellMm * pxPerMm));
  const cells = averaged(lightness, step);
  const light = new Float32Array(cells.data.length);
  if (allowance > 0) light.set(slowPart(cells, (allowance / 100) * (step / pxPerMm)).data);
  if (local) {
    const radius = Math.max(1, Math.round((surroundings * Math.max(cells.width, cells.height)) / 2));
    const rest = { ...cells, data: cells.data.map((value, i) => value - light[i]) };
    const around = boxMean(boxMean(rest, radius), radius).data;
    const mean = around.reduce((sum, value) => sum + value, 0) / around.length;
    for (let i = 0; i < light.length; i++) light[i] += localShare * (around[i] - mean);
  }
  return without(lightness, { ...cells, data: light }, step);
}

/** The plane of mean 0 whose steps from cell to cell are those of `cells` that are no larger than `most`. */
function slowPart(cells: Plane, most: number): Plane {
  const { width, height, data } = cells;
  if (Math.min(width, height) < 2) return { width, height, data: new Float32Array(data.length) };
  // The step to the next cell on the right and below, where it is gentle enough to be light.
  const right = new Float32Array(data.length);
  const below = new Float32Array(data.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (x < width - 1) right[i] = gentle(data[i + 1] - data[i], most);
      if (y < height - 1) below[i] = gentle(data[i + width] - data[i], most);
    }
  }
  const light = solved(width, height, right, below);
  const mean = light.reduce((sum, value) => sum + value, 0) / light.length;
  return { width, height, data: light.map((value) => value - mean) };
}

/** Steps up to the allowance are light; twice as steep and they are not; between, they fade. */
function gentle(step: number, most: number): number {
  const size = Math.abs(step);
  if (size <= most) return step;
  return size >= 2 * most ? 0 : Math.sign(step) * (2 * most - size);
}

/** Plane with the given steps, in the least-squares sense: coarse grids first, then Gauss–Seidel rounds. */
function solved(width: number, height: number, right: Float32Array, below: Float32Array): Float32Array {
  let light: Float32Array = new Float32Array(width * height);
  if (Math.min(width, height) >= 2 * fewestCells) {
    const w = Math.ceil(width / 2);
    const h = Math.ceil(height / 2);
    const coarse = solved(w, h, doubled(right, width, height, 1, 0), doubled(below, width, height, 0, 1));
    light = light.map((_, i) => coarse[Math.floor(Math.floor(i / width) / 2) * w + ((i % width) >> 1)]);
  }
  for (let round = 0; round < roundsPerGrid; round++) {
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const i = y * width + x;
        let sum = 0;
        let count = 0;
        if (x > 0) {
          sum += light[i - 1] + right[i - 1];
          count++;
        }
        if (x < width - 1) {
          sum += light[i + 1] - right[i];
          count++;
        }
        if (y > 0) {
          sum += light[i - width] + below[i - width];
          count++;
        }
        if (y < height - 1) {
          sum += light[i + width] - below[i];
          count++;
        }
        light[i] += overshoot * (sum / count - light[i]);
      }
    }
  }
  return light;
}

/** Steps on a grid half as fine: two steps one after the other, averaged over the two rows or columns. */
function doubled(steps: Float32Array, width: number, height: number, dx: 0 | 1, dy: 0 | 1): Float32Array {
  const w = Math.ceil(width / 2);
  const h = Math.ceil(height / 2);
  const out = new Float32Array(w * h);
  const at = (x: number, y: number) => steps[Math.min(height - 1, y) * width + Math.min(width - 1, x)];
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const along = at(2 * x, 2 * y) + at(2 * x + dx, 2 * y + dy);
      const beside = at(2 * x + dy, 2 * y + dx) + at(2 * x + 1, 2 * y + 1);
      out[y * w + x] = (along + beside) / 2;
    }
  }
  return out;
}

/** Takes the light, given on cells, from every pixel; bilinear between the cells' middles. */
function without(lightness: Plane, light: Plane, step: number): Plane {
  const { width, height } = lightness;
  const out = new Float32Array(lightness.data.length);
  const column = new Int32Array(width);
  const share = new Float32Array(width);
  for (let x = 0; x < width; x++) {
    const u = Math.min(Math.max((x + 0.5) / step - 0.5, 0), light.width - 1);
    column[x] = Math.min(light.width - 2, Math.floor(u));
    if (column[x] < 0) column[x] = 0;
    share[x] = light.width > 1 ? u - column[x] : 0;
  }
  const next = light.width > 1 ? 1 : 0;
  for (let y = 0; y < height; y++) {
    const v = Math.min(Math.max((y + 0.5) / step - 0.5, 0), light.height - 1);
    const row = Math.max(0, Math.min(light.height - 2, Math.floor(v)));
    const t = light.height > 1 ? v - row : 0;
    const a = row * light.width;
    const b = light.height > 1 ? a + light.width : a;
    for (let x = 0; x < width; x++) {
      const c = column[x];
      const s = share[x];
      const upper = light.data[a + c] + (light.data[a + c + next] - light.data[a + c]) * s;
      const lower = light.data[b + c] + (light.data[b + c + next] - light.data[b + c]) * s;
      out[y * width + x] = lightness.data[y * width + x] - upper - (lower - upper) * t;
    }
  }
  return { width, height, data: out };
}
