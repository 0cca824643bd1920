import { furthestChessboard, spreadChessboard } from '../../raster/index.js';
import type { LabelledRaster } from '../values/index.js';
import type { LocatedArc, PlacedArc } from './locate.js';
import type { Arc } from './planar-map.js';

/** An arc as it was placed in a map before. */
export type KeptArc = {
  arc: Arc;
  /** Names all that decided how it was looked at, besides the picture and the regions near it. */
  way: string;
  placed: PlacedArc;
  /** The same led into its junctions. */
  solved: LocatedArc;
};

/**
 * The arcs of the map made last of a picture: where the regions have not changed near one, and it would be looked at in
 * the same way, it lies where it lay.
 */
export class KeptArcs {
  private last: { regions: LabelledRaster; arcs: Map<string, KeptArc> } | null = null;

  /** Finds arcs again in other regions of the same picture. */
  finderIn(regions: LabelledRaster): (arc: Arc, way: string) => KeptArc | null {
    if (!this.last) return () => null;
    const { regions: before, arcs } = this.last;
    const changes = new Changes(before, regions);
    return (arc, way) => {
      const kept = arcs.get(nameOf(arc));
      if (kept?.way !== way || !sameNumbers(kept.arc.points, arc.points)) return null;
      return changes.comeNear(arc, kept.placed.seenPx) ? null : kept;
    };
  }

  /** Keeps the arcs of these regions instead. */
  keep(regions: LabelledRaster, arcs: readonly KeptArc[]): void {
    this.last = { regions, arcs: new Map(arcs.map((kept) => [nameOf(kept.arc), kept])) };
  }
}

/** No two arcs of a map leave one lattice point by the same crack. */
const nameOf = ({ points, closed }: Arc) => [...points.subarray(0, 4), closed].join();

/** Whether two runs are the same, number for number. */
export function sameNumbers(one: ArrayLike<number>, other: ArrayLike<number>): boolean {
  if (one.length !== other.length) return false;
  for (let i = 0; i < one.length; i++) if (one[i] !== other[i]) return false;
  return true;
}

/** Changes are noted by squares of this side, pixels of the regions. */
const side = 8;

/** Where the regions of a picture are no longer what they were, whatever they are numbered. */
class Changes {
  private readonly stride: number;
  private readonly step: number;
  /** How far each square lies from one with a change in it, squares, with a rim of one. */
  private readonly distance: Uint8Array;

  constructor(before: LabelledRaster, now: LabelledRaster) {
    const { width, height, step } = now;
    const [columns, rows] = [Math.ceil(width / side), Math.ceil(height / side)];
    this.stride = columns + 2;
    this.step = step;
    this.distance = new Uint8Array(this.stride * (rows + 2)).fill(furthestChessboard);
    const isSame = sameRegions(before, now);
    eachRun(before, now, (x, y, length, was, is) => {
      if (isSame(was, is)) return;
      const row = (Math.floor(y / side) + 1) * this.stride + 1;
      const last = Math.floor((x + length - 1) / side);
      this.distance.fill(0, row + Math.floor(x / side), row + last + 1);
    });
    spreadChessboard(this.distance, columns, rows);
  }

  /** Whether a change lies within so many pixels of the working raster of an arc. */
  comeNear({ points }: Arc, px: number): boolean {
    // A square next to one with a change in it may touch it.
    const clear = Math.ceil(px / this.step / side) + 1;
    if (clear >= furthestChessboard) return true;
    for (let k = 0; k < points.length; k += 2) {
      const column = Math.min(this.stride - 3, Math.floor(points[k] / side));
      const row = Math.min(this.distance.length / this.stride - 3, Math.floor(points[k + 1] / side));
      if (this.distance[(row + 1) * this.stride + column + 1] <= clear) return true;
    }
    return false;
  }
}

/** Tells what a region is now: the one that has most of it, if most of that came from it. */
function sameRegions(before: LabelledRaster, now: LabelledRaster): (was: number, is: number) => boolean {
  const shared = new Map<number, number>();
  eachRun(before, now, (_x, _y, length, was, is) => {
    const pair = was * now.count + is;
    shared.set(pair, (shared.get(pair) ?? 0) + length);
  });
  const most = { ofBefore: new Float64Array(before.count), ofNow: new Float64Array(now.count) };
  const [becomes, comesFrom] = [new Int32Array(before.count), new Int32Array(now.count)];
  for (const [pair, pixels] of shared) {
    const [was, is] = [Math.floor(pair / now.count), pair % now.count];
    if (pixels > most.ofBefore[was]) [most.ofBefore[was], becomes[was]] = [pixels, is];
    if (pixels > most.ofNow[is]) [most.ofNow[is], comesFrom[is]] = [pixels, was];
  }
  return (was, is) => becomes[was] === is && comesFrom[is] === was;
}

/** Every run of pixels of a row that are of one region in both. */
function eachRun(
  { label: before }: LabelledRaster,
  { label: now, width, height }: LabelledRaster,
  tell: (x: number, y: number, length: number, was: number, is: number) => void,
): void {
  for (let y = 0, i = 0; y < height; y++) {
    for (const end = i + width; i < end;) {
      const start = i;
      const [was, is] = [before[i], now[i]];
      do i++;
      while (i < end && before[i] === was && now[i] === is);
      tell(start - y * width, y, i - start, was, is);
    }
  }
}
