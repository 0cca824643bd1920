import { colourShare, type Evidence } from '../evidence/index.js';
import type { Cells } from './watershed.js';

/** What is summed along a boundary, crack by crack. */
export const sums = {
  cracks: 0,
  /** Length, pixels. */
  length: 1,
  /** Steps of lightness across it, unsigned, fine to coarse. */
  lightness: 2,
  /** Steps of colour, fine to coarse. */
  colour: 5,
  /** Steps of L\*, a\* and b\* from the lower region to the higher, at the middling scale. */
  signed: 8,
  /** Restlessness a little way off, on the side of the lower region and of the higher. */
  sideLow: 11,
  sideHigh: 12,
  /** Cracks known to be a contour, to be shading, and to be neither here nor there, while learning. */
  /** Signed steps of lightness at the finest scale. */
  signedFine: 13,
  /** Logarithms of the steps of lightness and colour at the finest scale. */
  logStep: 14,
  tagged: 15,
  count: 18,
} as const;

/** What is summed over a region. */
export const regionSums = {
  area: 0,
  lightness: 1,
  a: 2,
  b: 3,
  lightnessSquared: 4,
  texture: 5,
  steepness: 6,
  perimeter: 7,
  count: 8,
} as const;

/** Regions and the boundaries between them, with all that is known of both as sums, so that either can be joined. */
export class ContourGraph {
  readonly regionCount: number;
  readonly edgeCount: number;
  readonly low: Int32Array;
  readonly high: Int32Array;
  readonly edge: Float64Array;
  readonly region: Float64Array;

  /**
   * @param tags for learning: what a boundary at each pixel is known to be, 1 a contour, 2 shading
   */
  constructor(cells: Cells, evidence: Evidence, tags?: Uint8Array) {
    this.regionCount = cells.count;
    this.region = sumRegions(cells, evidence);
    const found = sumEdges(cells, evidence, this.region, tags);
    this.edgeCount = found.count;
    this.low = found.low;
    this.high = found.high;
    this.edge = found.edge;
  }
}

function sumRegions({ label, count }: Cells, { scales, texture, steepness }: Evidence): Float64Array {
  const out = new Float64Array(count * regionSums.count);
  const { lightness, a, b } = scales[0];
  for (let i = 0; i < label.length; i++) {
    const at = label[i] * regionSums.count;
    const l = lightness.data[i];
    out[at]++;
    out[at + 1] += l;
    out[at + 2] += a.data[i];
    out[at + 3] += b.data[i];
    out[at + 4] += l * l;
    out[at + 5] += texture.data[i];
    out[at + 6] += steepness.data[i];
  }
  return out;
}

/** How far off the sides of a boundary are looked at for restlessness, mm. */
const sideMm = 2.6;

/** Finds the edge of a pair of regions, by open addressing. */
class PairIndex {
  private readonly mask: number;
  private readonly slot: Int32Array;
  low: Int32Array;
  high: Int32Array;
  count = 0;

  constructor(expected: number) {
    const size = 2 ** Math.ceil(Math.log2(2 * expected + 16));
    this.mask = size - 1;
    this.slot = new Int32Array(size).fill(-1);
    this.low = new Int32Array(expected);
    this.high = new Int32Array(expected);
  }

  at(low: number, high: number): number {
    let slot = (Math.imul(low, 73_856_093) ^ Math.imul(high, 19_349_663)) & this.mask;
    for (;;) {
      const edge = this.slot[slot];
      if (edge === -1) break;
      if (this.low[edge] === low && this.high[edge] === high) return edge;
      slot = (slot + 1) & this.mask;
    }
    this.slot[slot] = this.count;
    this.low[this.count] = low;
    this.high[this.count] = high;
    return this.count++;
  }
}

function sumEdges(cells: Cells, evidence: Evidence, region: Float64Array, tags?: Uint8Array) {
  const { width, label } = cells;
  const { scales, surround } = evidence;
  const height = label.length / width;
  let cracks = 0;
  for (let i = 0; i < label.length; i++) {
    if (i % width !== width - 1 && label[i] !== label[i + 1]) cracks++;
    if (i + width < label.length && label[i] !== label[i + width]) cracks++;
  }
  const pairs = new PairIndex(Math.max(1, cracks));
  const edge = new Float64Array(Math.max(1, cracks) * sums.count);
  const l = scales.map((scale) => scale.lightness.data);
  const a = scales.map((scale) => scale.a.data);
  const b = scales.map((scale) => scale.b.data);
  const side = sideMm * evidence.pxPerMm;
  const clampX = (x: number) => (x < 0 ? 0 : x >= width ? width - 1 : x | 0);
  const clampY = (y: number) => (y < 0 ? 0 : y >= height ? height - 1 : y | 0);
  const middle = scales[1].lightness.data;
  const add = (i: number, j: number, x: number, y: number, across: 0 | 1) => {
    const [p, q] = [label[i], label[j]];
    const rising = p < q ? 1 : -1;
    const own = pairs.at(rising === 1 ? p : q, rising === 1 ? q : p) * sums.count;
    // The direction across is where lightness and colour change most.
    const gx = slopeAlong(middle, a[1], b[1], i, j, x, width, 1, across === 0);
    const gy = slopeAlong(middle, a[1], b[1], i, j, y, height, width, across === 1);
    const norm = Math.abs(gx) + Math.abs(gy);
    const steep = Math.sqrt(gx * gx + gy * gy);
    edge[own]++;
    edge[own + 1] += norm > 0 ? steep / norm : 1;
    for (let s = 0; s < 3; s++) {
      const da = a[s][j] - a[s][i];
      const db = b[s][j] - b[s][i];
      edge[own + 2 + s] += Math.abs(l[s][j] - l[s][i]);
      edge[own + 5 + s] += colourShare * Math.sqrt(da * da + db * db);
    }
    const fa = a[0][j] - a[0][i];
    const fb = b[0][j] - b[0][i];
    const fl = l[0][j] - l[0][i];
    edge[own + 13] += rising * fl;
    edge[own + 14] += Math.log(0.02 + Math.sqrt(fl * fl + colourShare * colourShare * (fa * fa + fb * fb)));
    edge[own + 8] += rising * (l[1][j] - l[1][i]);
    edge[own + 9] += rising * (a[1][j] - a[1][i]);
    edge[own + 10] += rising * (b[1][j] - b[1][i]);
    // A little way off along the normal, on either side.
    let nx = norm > 0 ? Math.abs(gx) / steep : across === 0 ? 1 : 0;
    let ny = norm > 0 ? Math.abs(gy) / steep : across === 1 ? 1 : 0;
    if (gx * gy < 0) {
      if (across === 0) ny = -ny;
      else nx = -nx;
    }
    const before = surround.data[clampY(y - side * ny) * width + clampX(x - side * nx)];
    const after = surround.data[clampY(y + side * ny) * width + clampX(x + side * nx)];
    edge[own + 11] += rising === 1 ? before : after;
    edge[own + 12] += rising === 1 ? after : before;
    if (tags && tags[i] > 0) edge[own + sums.tagged + tags[i] - 1]++;
    region[p * regionSums.count + regionSums.perimeter]++;
    region[q * regionSums.count + regionSums.perimeter]++;
  };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (x < width - 1 && label[i] !== label[i + 1]) add(i, i + 1, x, y, 0);
      if (y < height - 1 && label[i] !== label[i + width]) add(i, i + width, x, y, 1);
    }
  }
  return {
    count: pairs.count,
    low: pairs.low.slice(0, pairs.count),
    high: pairs.high.slice(0, pairs.count),
    edge: edge.slice(0, pairs.count * sums.count),
  };
}

/** Slope of the strongest channel along one axis at a crack: across it directly, along it by the mean of both sides. */
function slopeAlong(
  l: Float32Array,
  a: Float32Array,
  b: Float32Array,
  i: number,
  j: number,
  at: number,
  length: number,
  stride: number,
  across: boolean,
): number {
  if (across) return strongest(l[j] - l[i], a[j] - a[i], b[j] - b[i]);
  const before = at > 0 ? -stride : 0;
  const after = at < length - 1 ? stride : 0;
  const along = (plane: Float32Array) =>
    0.25 * (plane[i + after] - plane[i + before] + plane[j + after] - plane[j + before]);
  return strongest(along(l), along(a), along(b));
}

function strongest(l: number, a: number, b: number): number {
  const [dl, da, db] = [Math.abs(l), colourShare * Math.abs(a), colourShare * Math.abs(b)];
  if (dl >= da && dl >= db) return l;
  return da >= db ? colourShare * a : colourShare * b;
}
