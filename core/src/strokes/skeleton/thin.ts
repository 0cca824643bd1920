import { pixelsOf, type Mask } from '../ink/mask.js';

/** Offsets of a pixel's neighbours, clockwise from the one above, as bits 0 to 7 of a neighbourhood. */
function neighbourOffsets(width: number): readonly number[] {
  return [-width, -width + 1, 1, width + 1, width, width - 1, -1, -width - 1];
}

/**
 * For every neighbourhood: whether the two half-steps of a round may take its pixel away (Guo & Hall 1989, algorithm
 * A1): its neighbours hang together, it is no end, and it lies at the side that is peeled.
 */
const [takenFirst, takenSecond] = [0, 4].map((turn) =>
  Uint8Array.from({ length: 256 }, (_, bits) => {
    const at = (k: number) => (bits >> (k & 7)) & 1;
    let parts = 0;
    let [one, other] = [0, 0];
    for (let k = 0; k < 8; k += 2) {
      parts += (1 - at(k)) & (at(k + 1) | at(k + 2));
      one += at(k + 7) | at(k);
      other += at(k) | at(k + 1);
    }
    const beside = Math.min(one, other);
    const inside = (at(turn) | at(turn + 1) | (1 - at(turn + 3))) & at(turn + 2);
    return parts === 1 && beside >= 2 && beside <= 3 && inside === 0 ? 1 : 0;
  }),
);

/** For every neighbourhood: whether its neighbours hang together without the pixel, as steps in eight directions go. */
const redundant = Uint8Array.from({ length: 256 }, (_, bits) => {
  const at = (k: number) => (bits >> (k & 7)) & 1;
  let count = 0;
  for (let k = 0; k < 8; k++) count += at(k);
  if (count < 2) return 0;
  // Parts of the ring of neighbours: side neighbours touch the corner ones beside them and each other round a corner.
  const part = [0, 1, 2, 3, 4, 5, 6, 7];
  const join = (a: number, b: number) => {
    if (!at(a) || !at(b)) return;
    const [from, to] = [part[b & 7], part[a & 7]];
    part.forEach((own, k) => {
      if (own === from) part[k] = to;
    });
  };
  for (let k = 0; k < 8; k++) join(k, k + 1);
  for (let k = 0; k < 8; k += 2) join(k, k + 2);
  const parts = new Set(part.filter((_, k) => at(k) === 1));
  // With one neighbour beside it, it may be the end of a line; in the midst of others, taking it would open a hole.
  const sides = at(0) + at(2) + at(4) + at(6);
  return parts.size === 1 && sides > 1 && sides < 4 ? 1 : 0;
});

/**
 * Thins strokes to lines a pixel wide that run down their middle and hang together as they do.
 *
 * Rounds of peeling after Guo & Hall ("Parallel thinning with two-subiteration algorithms", 1989), which leaves
 * slanting lines two pixels wide whole, over the pixels still at a rim; then pixels that only stand in a corner of the
 * line are taken away, so that every pixel of a line but its ends and meetings has two neighbours.
 *
 * @returns the thinned mask; its rim of one pixel is empty
 */
export function thinned(mask: Mask): Mask {
  const { width, height } = mask;
  const data = mask.data.slice();
  for (let x = 0; x < width; x++) data[x] = data[(height - 1) * width + x] = 0;
  for (let y = 0; y < height; y++) data[y * width] = data[y * width + width - 1] = 0;
  const drawn = pixelsOf({ width, height, data });
  let rim = drawn.filter((i) => neighbourhood(data, width, i) !== 255);
  const queued = new Uint8Array(data.length);
  while (rim.length > 0) {
    const gone: number[] = [];
    peel(data, width, rim, takenFirst, gone);
    peel(data, width, rim, takenSecond, gone);
    rim = pixelsBeside(gone, data, width, queued);
  }
  for (const i of drawn) if (data[i] && redundant[neighbourhood(data, width, i)]) data[i] = 0;
  return { width, height, data };
}

/** The pixels around one that are in the mask, as bits in the order of the offsets. */
const neighbourhood = (data: Uint8Array, width: number, i: number): number =>
  data[i - width] |
  (data[i - width + 1] << 1) |
  (data[i + 1] << 2) |
  (data[i + width + 1] << 3) |
  (data[i + width] << 4) |
  (data[i + width - 1] << 5) |
  (data[i - 1] << 6) |
  (data[i - width - 1] << 7);

/** Half a round: takes pixels of a rim away that may go, all of them judged as they were before, and adds them to those gone. */
function peel(
  data: Uint8Array,
  width: number,
  rim: readonly number[],
  taken: Uint8Array,
  gone: number[],
): void {
  const before = gone.length;
  for (const i of rim) if (data[i] && taken[neighbourhood(data, width, i)]) gone.push(i);
  for (let k = before; k < gone.length; k++) data[gone[k]] = 0;
}

/** The pixels left beside those that went, each once: what can go next lies there. */
function pixelsBeside(
  gone: readonly number[],
  data: Uint8Array,
  width: number,
  queued: Uint8Array,
): number[] {
  const offsets = neighbourOffsets(width);
  const next: number[] = [];
  for (const i of gone)
    for (let k = 0; k < 8; k++) {
      const beside = i + offsets[k];
      if (!data[beside] || queued[beside]) continue;
      queued[beside] = 1;
      next.push(beside);
    }
  for (const i of next) queued[i] = 0;
  return next;
}
