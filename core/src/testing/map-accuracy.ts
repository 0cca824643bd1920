import { isTraced, type MapDocument } from '../documents/index.js';
import { polylineLength } from '../geometry/index.js';
import type { KnownScene } from './synthetic-scene.js';
import KDBush from 'kdbush';

/** How a map compares with the truth. Lengths in mm, shares 0–1. */
export type MapAccuracy = {
  /** Share of the true boundaries with a drawn line within the tolerance. */
  recall: number;
  /** Share of the drawn length with a true boundary within the tolerance. */
  precision: number;
  hardMean: number;
  hard95: number;
  softMean: number;
  /** Drawn along boundaries that are lost, mm. */
  lostLength: number;
  /** Share of the drawn length that another line runs beside. */
  doubled: number;
  /** Ends of boundaries that meet no other line. */
  dangling: number;
  /** Mean angle between drawn lines and the true boundaries, degrees. */
  directionDeg: number;
  /** Share of the length told rightly as hard or soft. */
  qualityRight: number;
  openRings: number;
  verticesPerMetre: number;
};

type TruePoint = { x: number; y: number; nx: number; ny: number; soft: boolean; lost: boolean };

const toleranceMm = 0.5;
/** A boundary whose step is under this is lost (L\*). */
const lostUnder = 4;
/** 10–90 % width over which a true edge counts as soft, as standard deviation of its blur (mm). */
const softBlurMm = 0.6;

/** Points along the true boundaries of a scene, evenly spread, with their normals. */
export function trueBoundary(scene: KnownScene, stepMm = 0.25): TruePoint[] {
  const found: TruePoint[] = [];
  const { shapes } = scene;
  shapes.forEach((shape, index) => {
    for (let y = stepMm / 2; y < scene.heightMm; y += stepMm) {
      for (let x = stepMm / 2; x < scene.widthMm; x += stepMm) {
        const rough = shape.distance(x, y);
        if (Math.abs(rough) > 2 * stepMm) continue;
        const on = projected(shape.distance, x, y);
        if (!on || Math.hypot(on.x - x, on.y - y) > stepMm / 2) continue;
        if (shapes.slice(index + 1).some((later) => later.distance(on.x, on.y) < -1e-3)) continue;
        const point = judged(scene, index, on);
        if (point) found.push(point);
      }
    }
  });
  return found;
}

type On = { x: number; y: number; nx: number; ny: number };

function projected(distance: (x: number, y: number) => number, x: number, y: number): On | null {
  let px = x;
  let py = y;
  for (let i = 0; i < 4; i++) {
    const { nx, ny, slope } = normalAt(distance, px, py);
    if (slope < 0.3) return null;
    const off = distance(px, py) / slope;
    px -= off * nx;
    py -= off * ny;
  }
  if (Math.abs(distance(px, py)) > 0.01) return null;
  const { nx, ny } = normalAt(distance, px, py);
  return { x: px, y: py, nx, ny };
}

function normalAt(distance: (x: number, y: number) => number, x: number, y: number) {
  const h = 1e-4;
  const dx = (distance(x + h, y) - distance(x - h, y)) / (2 * h);
  const dy = (distance(x, y + h) - distance(x, y - h)) / (2 * h);
  const slope = Math.hypot(dx, dy) || 1e-9;
  return { nx: dx / slope, ny: dy / slope, slope };
}

/** What meets at a point of a shape's outline, just inside and just outside. */
function judged(scene: KnownScene, index: number, on: On): TruePoint | null {
  const reach = 0.02;
  const toneAt = (x: number, y: number) => {
    for (let i = scene.shapes.length - 1; i >= 0; i--) {
      if (scene.shapes[i].distance(x, y) < 0) return { lightness: scene.shapes[i].lightness, top: i };
    }
    return { lightness: scene.ground, top: -1 };
  };
  const inside = toneAt(on.x - reach * on.nx, on.y - reach * on.ny);
  const outside = toneAt(on.x + reach * on.nx, on.y + reach * on.ny);
  // A boundary shared with a later shape is that shape's own.
  if (inside.top !== index) return null;
  if (outside.top > index) return null;
  return {
    ...on,
    soft: scene.shapes[index].blurMm > softBlurMm,
    lost: Math.abs(inside.lightness - outside.lightness) < lostUnder,
  };
}

type Sample = {
  x: number;
  y: number;
  dx: number;
  dy: number;
  line: number;
  /** Distance along the line, and to its nearer end (none when it is closed). */
  along: number;
  fromEnd: number;
  whole: number;
  length: number;
  soft: boolean;
};

function drawnSamples(map: MapDocument, stepMm: number): Sample[] {
  const samples: Sample[] = [];
  map.lines.forEach((line, index) => {
    if (!isTraced(line)) return;
    const points = line.closed ? [...line.points, line.points[0]] : line.points;
    let along = 0;
    const whole = polylineLength(points.flat());
    for (let i = 1; i < points.length; i++) {
      const [ax, ay] = points[i - 1];
      const length = Math.hypot(points[i][0] - ax, points[i][1] - ay);
      const steps = Math.max(1, Math.ceil(length / stepMm));
      const dx = (points[i][0] - ax) / (length || 1);
      const dy = (points[i][1] - ay) / (length || 1);
      for (let k = 0; k < steps; k++) {
        const t = ((k + 0.5) / steps) * length;
        samples.push({
          x: ax + t * dx,
          y: ay + t * dy,
          dx,
          dy,
          line: index,
          along: along + t,
          fromEnd: line.closed ? Infinity : Math.min(along + t, whole - along - t),
          whole,
          length: length / steps,
          soft: line.edge === 'soft',
        });
      }
      along += length;
    }
  });
  return samples;
}

function indexed(points: readonly { x: number; y: number }[]): KDBush {
  const index = new KDBush(Math.max(1, points.length));
  if (points.length === 0) index.add(-1e9, -1e9);
  for (const { x, y } of points) index.add(x, y);
  index.finish();
  return index;
}

/** Distance from a point to the true boundary near it, along its normal where the nearest sample is. */
function offFrom(index: KDBush, truth: readonly TruePoint[], x: number, y: number, reach: number) {
  let best = Infinity;
  let nearest: TruePoint | null = null;
  for (const i of index.within(x, y, reach)) {
    const point = truth[i];
    const distance = Math.hypot(point.x - x, point.y - y);
    if (distance < best) {
      best = distance;
      nearest = point;
    }
  }
  if (!nearest) return null;
  // Samples lie a quarter of a millimetre apart; across them the true distance is what counts.
  const across = Math.abs((x - nearest.x) * nearest.nx + (y - nearest.y) * nearest.ny);
  const along = Math.abs((y - nearest.y) * nearest.nx - (x - nearest.x) * nearest.ny);
  return { off: along < 0.25 ? across : best, point: nearest };
}

/** Measures a map of a scene against its truth. */
export function mapAccuracy(map: MapDocument, scene: KnownScene): MapAccuracy {
  const all = trueBoundary(scene);
  const truth = all.filter((point) => !point.lost);
  const lost = all.filter((point) => point.lost);
  const samples = drawnSamples(map, 0.1);
  const truthIndex = indexed(truth);
  const lostIndex = indexed(lost);
  const drawnIndex = indexed(samples);
  const found = truth.filter((p) => drawnIndex.within(p.x, p.y, toleranceMm).length > 0).length;
  const hard: number[] = [];
  const soft: number[] = [];
  let total = 0;
  let right = 0;
  let matched = 0;
  let lostLength = 0;
  let turned = 0;
  let told = 0;
  for (const sample of samples) {
    total += sample.length;
    const near = offFrom(truthIndex, truth, sample.x, sample.y, 2.5);
    // A soft edge has no place finer than a part of its width.
    const within = near !== null && near.off <= (near.point.soft ? 2 : 1) * toleranceMm;
    if (!within || !near) {
      if (lostIndex.within(sample.x, sample.y, toleranceMm).length > 0) lostLength += sample.length;
      continue;
    }
    right += sample.length;
    matched += sample.length;
    (near.point.soft ? soft : hard).push(near.off);
    if (near.point.soft === sample.soft) told += sample.length;
    const sine = Math.abs(sample.dx * near.point.nx + sample.dy * near.point.ny);
    turned += (sample.length * Math.asin(Math.min(1, sine)) * 180) / Math.PI;
  }
  const drawn = map.lines.filter(isTraced);
  const vertices = drawn.reduce((sum, line) => sum + line.points.length, 0);
  return {
    recall: truth.length === 0 ? 1 : found / truth.length,
    precision: total === 0 ? 1 : right / total,
    hardMean: mean(hard),
    hard95: percentile(hard, 0.95),
    softMean: mean(soft),
    lostLength,
    doubled: total === 0 ? 0 : doubledLength(samples, drawnIndex) / total,
    dangling: danglingEnds(map),
    directionDeg: matched === 0 ? 0 : turned / matched,
    qualityRight: matched === 0 ? 1 : told / matched,
    openRings: openRings(map),
    verticesPerMetre: total === 0 ? 0 : vertices / (total / 1000),
  };
}

/** Length of which another stretch runs within the tolerance in nearly the same direction. */
function doubledLength(samples: readonly Sample[], index: KDBush): number {
  let doubled = 0;
  for (const sample of samples) {
    const beside = index.within(sample.x, sample.y, 0.4).some((i) => {
      const other = samples[i];
      if (other.line === sample.line) {
        const apart = Math.abs(other.along - sample.along);
        if (apart < 3 || (sample.fromEnd === Infinity && other.whole - apart < 3)) return false;
      }
      // Where lines meet at a junction they are near each other of necessity.
      if (sample.fromEnd < 1 && other.fromEnd < 1) return false;
      return Math.abs(other.dx * sample.dx + other.dy * sample.dy) > 0.94;
    });
    if (beside) doubled += sample.length;
  }
  return doubled;
}

function danglingEnds(map: MapDocument): number {
  const meeting = new Map<string, number>();
  const boundaries = map.lines.filter((line) => line.kind === 'boundary' || line.kind === 'frame');
  for (const line of boundaries) {
    if (line.closed) continue;
    for (const end of [line.points[0], line.points[line.points.length - 1]]) {
      meeting.set(end.join(), (meeting.get(end.join()) ?? 0) + 1);
    }
  }
  return [...meeting.values()].filter((count) => count === 1).length;
}

function openRings(map: MapDocument): number {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  let open = 0;
  for (const shape of map.shapes) {
    for (const ring of shape.rings) {
      const closes = ring.every((use, i) => {
        const line = lines.get(use.line);
        const next = ring[(i + 1) % ring.length];
        const after = lines.get(next.line);
        if (!line || !after) return false;
        if (line.closed) return ring.length === 1;
        const end = use.reversed ? line.points[0] : line.points[line.points.length - 1];
        const start = next.reversed ? after.points[after.points.length - 1] : after.points[0];
        return end[0] === start[0] && end[1] === start[1];
      });
      if (!closes) open++;
    }
  }
  return open;
}

function mean(values: readonly number[]): number {
  return values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;
}

function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}
