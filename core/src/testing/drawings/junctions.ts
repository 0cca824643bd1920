import type { Sample, Samples } from './samples.js';

/** Lines found meet where they should within so much, mm. */
const junctionMm = 0.7;

/** An end is so near the end of its line, mm. */
const endMm = 0.4;

/** Samples of a line no further from each other along it than this are one run past a place, mm. */
const runMm = 1;

/** How many arms of lines leave a place, of samples about it: one of a run that ends there, two of one that goes on. */
function armsAt(samples: Samples, near: readonly Sample[]): Map<number, number> {
  const arms = new Map<number, number>();
  for (const run of samples.runsAmong(near, runMm)) {
    const [{ line }] = run;
    const ends =
      !samples.isClosed(line) && run.some(({ at }) => at < endMm || at > samples.lengths[line] - endMm);
    arms.set(line, (arms.get(line) ?? 0) + (ends ? 1 : 2));
  }
  return arms;
}

const sum = (arms: ReadonlyMap<number, number>) =>
  [...arms.values()].reduce((total, count) => total + count, 0);

/** Where three or more arms of lines meet, mm. */
export function junctionsOf(samples: Samples): [number, number][] {
  const places: [number, number][] = [];
  for (const s of samples.all) {
    const near = samples.within(s.x, s.y, 0.25);
    if (near.every(({ line }) => line === s.line)) continue;
    const arms = armsAt(samples, near);
    if (sum(arms) < 3 || places.some(([x, y]) => Math.hypot(x - s.x, y - s.y) < 1.5)) continue;
    if (armsApart(samples, s, [...arms.keys()])) places.push([s.x, s.y]);
  }
  return places;
}

/** Strokes that run into each other at a sharper angle are one ink, and have no one place where they meet. */
const minApartRad = (25 * Math.PI) / 180;

/** Whether the arms at a place part at clear angles. */
function armsApart(samples: Samples, { x, y }: Sample, lines: readonly number[]): boolean {
  const angles: number[] = [];
  const between = (one: number, other: number) =>
    Math.abs(Math.atan2(Math.sin(other - one), Math.cos(other - one)));
  for (const s of samples.within(x, y, 2.6)) {
    if (!lines.includes(s.line) || Math.hypot(s.x - x, s.y - y) < 2.2) continue;
    const angle = Math.atan2(s.y - y, s.x - x);
    if (!angles.some((other) => between(angle, other) < 0.1)) angles.push(angle);
  }
  return angles.every((angle, i) =>
    angles.every((other, j) => i === j || between(angle, other) > minApartRad),
  );
}

/** Whether three or more arms of lines found meet within reach of a place. */
export const meetAt = (samples: Samples, x: number, y: number): boolean =>
  samples.within(x, y, junctionMm).some((s) => sum(armsAt(samples, samples.within(s.x, s.y, 0.3))) >= 3);
