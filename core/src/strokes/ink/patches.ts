import { joinRuns } from '../../raster/index.js';
import type { Mask } from './mask.js';

/** Takes specks away and fills holes that are smaller than so many pixels. */
export function withoutSpecks(mask: Mask, speckPx: number, holePx: number): Mask {
  const own = { ...mask, data: mask.data.slice() };
  turnSmall(own, 1, speckPx);
  turnSmall(own, 0, holePx);
  return own;
}

/** Turns patches of one kind with fewer pixels into the other; ink hangs together by corners too, paper by sides. */
function turnSmall({ width, height, data }: Mask, kind: 0 | 1, fewest: number): void {
  const [from, to]: number[][] = [[], []];
  for (let row = 0; row < width * height; row += width) {
    for (let i = row; i < row + width;) {
      if (data[i] !== kind) {
        i++;
        continue;
      }
      from.push(i);
      while (i < row + width && data[i] === kind) i++;
      to.push(i);
    }
  }
  const first = joinRuns(from, to, width, kind === 1);
  const size = new Int32Array(from.length);
  for (let run = 0; run < from.length; run++) size[first[run]] += to[run] - from[run];
  for (let run = 0; run < from.length; run++)
    if (size[first[run]] < fewest) data.fill(1 - kind, from[run], to[run]);
}
