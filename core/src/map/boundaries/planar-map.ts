import type { LabelledRaster } from '../values/index.js';

/** Stands for what lies outside the picture. */
export const outside = -1;

/** A boundary between two regions, from one junction to the next, along the cracks between pixels. */
export type Arc = {
  /** Lattice points x0, y0, x1, y1 … in pixels; a closed arc does not repeat its first point. */
  points: Int32Array;
  closed: boolean;
  /** Regions on each side as seen walking along the arc on the page (y down). */
  left: number;
  right: number;
  /** Junctions at its ends; both −1 for a closed arc. */
  from: number;
  to: number;
};

/** Whether an arc runs along the picture's own border. */
export const isOnFrame = ({ left, right }: Pick<Arc, 'left' | 'right'>): boolean =>
  left === outside || right === outside;

/** One step of a ring: an arc, walked forwards or backwards. */
export type ArcUse = { arc: number; reversed: boolean };

export type PlanarMap = {
  arcs: Arc[];
  /** Lattice points of the junctions. */
  junctions: { x: number; y: number }[];
  /** For each region its rings, each with the region on the right: the outer one runs clockwise on the page. */
  rings: ArcUse[][][];
};

/** East, south, west, north. */
const stepX = [1, 0, -1, 0];
const stepY = [0, 1, 0, -1];

/** Reads labels and cracks on the lattice of pixel corners. */
class Lattice {
  readonly width: number;
  readonly height: number;
  private readonly label: Int32Array;

  constructor(regions: LabelledRaster) {
    this.width = regions.width;
    this.height = regions.height;
    this.label = regions.label;
  }

  at(x: number, y: number): number {
    return x < 0 || y < 0 || x >= this.width || y >= this.height ? outside : this.label[y * this.width + x];
  }

  isCrack(x: number, y: number, direction: number): boolean {
    return this.rightOf(x, y, direction) !== this.leftOf(x, y, direction);
  }

  /** Region on the right of the crack that leaves the lattice point in a direction. */
  rightOf(x: number, y: number, direction: number): number {
    switch (direction) {
      case 0:
        return this.at(x, y);
      case 1:
        return this.at(x - 1, y);
      case 2:
        return this.at(x - 1, y - 1);
      default:
        return this.at(x, y - 1);
    }
  }

  leftOf(x: number, y: number, direction: number): number {
    switch (direction) {
      case 0:
        return this.at(x, y - 1);
      case 1:
        return this.at(x, y);
      case 2:
        return this.at(x - 1, y);
      default:
        return this.at(x - 1, y - 1);
    }
  }

  /** A junction is where three or more cracks meet, and each corner of the picture. */
  isJunction(x: number, y: number): boolean {
    const corner = (x === 0 || x === this.width) && (y === 0 || y === this.height);
    if (corner) return true;
    const nw = this.at(x - 1, y - 1);
    const ne = this.at(x, y - 1);
    const sw = this.at(x - 1, y);
    const se = this.at(x, y);
    const cracks = Number(nw !== ne) + Number(ne !== se) + Number(se !== sw) + Number(sw !== nw);
    return cracks > 2;
  }
}

/**
 * The planar map of a picture's regions: every boundary once, from junction to junction, and for each
 * region the closed rings made of them.
 */
export function planarMap(regions: LabelledRaster): PlanarMap {
  const lattice = new Lattice(regions);
  const { width, height } = lattice;
  const columns = width + 1;
  const points = columns * (height + 1);
  const junctionAt = new Int32Array(points).fill(-1);
  const junctions: { x: number; y: number }[] = [];
  // Bits 0–3: the crack leaving in that direction already belongs to an arc.
  const taken = new Uint8Array(points);
  const seeds: number[] = [];
  const { label } = regions;
  for (let y = 0; y <= height; y++) {
    for (let x = 0; x <= width; x++) {
      if (x > 0 && x < width && y > 0 && y < height) {
        // Most points lie within one region.
        const i = y * width + x;
        const own = label[i];
        if (own === label[i - 1] && own === label[i - width] && own === label[i - width - 1]) continue;
      }
      const at = y * columns + x;
      if (lattice.isJunction(x, y)) junctionAt[at] = junctions.push({ x, y }) - 1;
      // Every closed boundary has a crack that runs east.
      else if (x < width && lattice.at(x, y) !== lattice.at(x, y - 1)) seeds.push(at);
    }
  }
  const arcs: Arc[] = [];
  // The arc and sense that leave each junction in each direction.
  const leaving = new Map<number, ArcUse>();
  const trace = (x0: number, y0: number, direction0: number): void => {
    const run: number[] = [x0, y0];
    const from = junctionAt[y0 * columns + x0];
    const left = lattice.leftOf(x0, y0, direction0);
    const right = lattice.rightOf(x0, y0, direction0);
    let x = x0;
    let y = y0;
    let direction = direction0;
    for (;;) {
      taken[y * columns + x] |= 1 << direction;
      x += stepX[direction];
      y += stepY[direction];
      const at = y * columns + x;
      taken[at] |= 1 << ((direction + 2) & 3);
      if (x === x0 && y === y0 && from === -1) break;
      run.push(x, y);
      if (junctionAt[at] !== -1) break;
      direction = onward(lattice, x, y, direction);
    }
    const to = junctionAt[y * columns + x];
    const index = arcs.push({ points: Int32Array.from(run), closed: from === -1, left, right, from, to }) - 1;
    if (from === -1) return;
    leaving.set(from * 4 + direction0, { arc: index, reversed: false });
    leaving.set(to * 4 + ((direction + 2) & 3), { arc: index, reversed: true });
  };
  junctions.forEach(({ x, y }) => {
    for (let direction = 0; direction < 4; direction++) {
      const free = !(taken[y * columns + x] & (1 << direction));
      if (free && lattice.isCrack(x, y, direction)) trace(x, y, direction);
    }
  });
  for (const at of seeds) if (!(taken[at] & 1)) trace(at % columns, Math.floor(at / columns), 0);
  return { arcs, junctions, rings: findRings(arcs, regions.count, leaving) };
}

/** The one crack that goes on from a point that is no junction. */
function onward(lattice: Lattice, x: number, y: number, direction: number): number {
  for (const turn of [0, 1, 3]) {
    const next = (direction + turn) & 3;
    if (lattice.isCrack(x, y, next)) return next;
  }
  throw new Error('A boundary ends in the open; the labels are inconsistent.');
}

/** Chains arcs into rings by turning as sharply to the right as can be at every junction. */
function findRings(arcs: Arc[], regionCount: number, leaving: ReadonlyMap<number, ArcUse>): ArcUse[][][] {
  const rings: ArcUse[][][] = Array.from({ length: regionCount }, () => []);
  const used = new Uint8Array(arcs.length * 2);
  for (let start = 0; start < arcs.length * 2; start++) {
    const first: ArcUse = { arc: start >> 1, reversed: (start & 1) === 1 };
    const region = regionOf(arcs, first);
    if (region === outside || used[start]) continue;
    const ring: ArcUse[] = [];
    let use = first;
    for (;;) {
      used[use.arc * 2 + Number(use.reversed)] = 1;
      ring.push(use);
      const arc = arcs[use.arc];
      if (arc.closed) break;
      use = turnRight(arc, use, leaving);
      if (use.arc === first.arc && use.reversed === first.reversed) break;
    }
    rings[region].push(ring);
  }
  return rings;
}

function regionOf(arcs: Arc[], use: ArcUse): number {
  return use.reversed ? arcs[use.arc].left : arcs[use.arc].right;
}

function turnRight(arc: Arc, use: ArcUse, leaving: ReadonlyMap<number, ArcUse>): ArcUse {
  const p = arc.points;
  const n = p.length;
  const [dx, dy] = use.reversed ? [p[0] - p[2], p[1] - p[3]] : [p[n - 2] - p[n - 4], p[n - 1] - p[n - 3]];
  const direction = dx === 1 ? 0 : dy === 1 ? 1 : dx === -1 ? 2 : 3;
  const junction = use.reversed ? arc.from : arc.to;
  for (const turn of [1, 0, 3, 2]) {
    const next = leaving.get(junction * 4 + ((direction + turn) & 3));
    if (next) return next;
  }
  throw new Error('A ring does not close; the arcs are inconsistent.');
}
