import Flatbush from 'flatbush';
import { stepLength } from '../../geometry/index.js';
import type { Hole, Pricking } from './hole.js';

/** Holes of different lines closer than the paper stands, one place for each cluster. */
export function findMerging(holes: readonly Hole[], minMm: number): Pricking['merging'] {
  if (holes.length === 0) return [];
  const index = new Flatbush(holes.length);
  for (const { x, y } of holes) index.add(x, y, x, y);
  index.finish();
  const told = new Uint8Array(holes.length);
  const merging: Pricking['merging'] = [];
  const close = (i: number) =>
    index
      .search(holes[i].x - minMm, holes[i].y - minMm, holes[i].x + minMm, holes[i].y + minMm)
      .filter((j) => j !== i && isApart(holes[i], holes[j]) && within(holes[i], holes[j], 0.98 * minMm));
  holes.forEach((hole, i) => {
    if (told[i]) return;
    const first = close(i);
    if (first.length === 0) return;
    const lines = new Set(hole.lines);
    const waiting = [i];
    told[i] = 1;
    let count = 0;
    let [x, y] = [0, 0];
    while (waiting.length > 0) {
      const at = waiting.pop() ?? i;
      x += holes[at].x;
      y += holes[at].y;
      count++;
      for (const line of holes[at].lines) lines.add(line);
      for (const j of close(at)) {
        if (told[j]) continue;
        told[j] = 1;
        waiting.push(j);
      }
    }
    merging.push({ x: x / count, y: y / count, lines: [...lines] });
  });
  return merging;
}

/** Holes next to each other on one line are meant to be near. */
const isApart = (a: Hole, b: Hole) => !a.lines.some((line) => b.lines.includes(line));
const within = (a: Hole, b: Hole, mm: number) => stepLength(a.x - b.x, a.y - b.y) < mm;
