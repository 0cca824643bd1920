import type { Mask } from './mask.js';

/** Takes specks away and fills holes that are smaller than so many pixels. */
export function withoutSpecks(mask: Mask, speckPx: number, holePx: number): Mask {
  const own = { ...mask, data: mask.data.slice() };
  turnSmall(own, 1, speckPx);
  turnSmall(own, 0, holePx);
  return own;
}

/** Pixels of one kind side by side in a row. */
type Runs = { row: Int32Array; from: Int32Array; to: Int32Array; patch: Int32Array; count: number };

/** Turns patches of one kind with fewer pixels into the other; ink hangs together by corners too, paper by sides. */
function turnSmall({ width, height, data }: Mask, kind: 0 | 1, fewest: number): void {
  const runs = runsOf({ width, height, data }, kind);
  const { row, from, to, patch, count } = runs;
  const find = (k: number) => {
    while (patch[k] !== k) k = patch[k] = patch[patch[k]];
    return k;
  };
  const reach = kind === 1 ? 1 : 0;
  for (let k = 0, above = 0; k < count; k++) {
    while (
      above < k &&
      (row[above] < row[k] - 1 || (row[above] === row[k] - 1 && to[above] + reach <= from[k]))
    )
      above++;
    for (let other = above; row[other] === row[k] - 1 && from[other] < to[k] + reach; other++)
      patch[find(other)] = find(k);
  }
  const size = new Int32Array(count);
  for (let k = 0; k < count; k++) size[find(k)] += to[k] - from[k];
  for (let k = 0; k < count; k++)
    if (size[find(k)] < fewest) data.fill(1 - kind, row[k] * width + from[k], row[k] * width + to[k]);
}

function runsOf({ width, height, data }: Mask, kind: 0 | 1): Runs {
  const [row, from, to]: number[][] = [[], [], []];
  for (let y = 0; y < height; y++) {
    const start = y * width;
    for (let x = 0; x < width;) {
      if (data[start + x] !== kind) {
        x++;
        continue;
      }
      row.push(y);
      from.push(x);
      while (x < width && data[start + x] === kind) x++;
      to.push(x);
    }
  }
  const patch = Int32Array.from(row.keys());
  return {
    row: Int32Array.from(row),
    from: Int32Array.from(from),
    to: Int32Array.from(to),
    patch,
    count: row.length,
  };
}
