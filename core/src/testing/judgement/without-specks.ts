import { joinRuns } from '../../raster/index.js';

/** Stands for the part of a pixel that waits for one. */
const none = -1;

/**
 * Gives patches nobody would draw to the parts around them: specks, and the slivers of a third face that the rounded
 * edge of a block catches between two others.
 *
 * @param part part of each pixel, in rows of `width`
 * @param objectOf the object each part belongs to
 * @param minPx patches of fewer connected pixels than this are specks
 * @returns the parts without; where nothing else is there, the parts as they are
 */
export function withoutSpecksOfParts(
  part: Int16Array,
  objectOf: readonly number[],
  width: number,
  minPx: number,
): Int16Array {
  const [from, to]: number[][] = [[], []];
  for (let row = 0; row < part.length; row += width) {
    for (let i = row; i < row + width;) {
      from.push(i);
      const own = part[i];
      while (i < row + width && part[i] === own) i++;
      to.push(i);
    }
  }
  const first = joinRuns(from, to, width, false, (one, other) => part[from[one]] === part[from[other]]);
  const patch = new Int32Array(part.length);
  for (let run = 0; run < from.length; run++) patch.fill(first[run], from[run], to[run]);
  const { size, thick, border, ownBorder } = measurePatches(part, patch, objectOf, width, from.length);
  const out = Int16Array.from(part, (own, i) => {
    const k = patch[i];
    const sliver = thick[k] === 0 && ownBorder[k] >= sliverShare * border[k];
    return size[k] < minPx || sliver ? none : own;
  });
  return growInto(out, width) ? out : part.slice();
}

/** A patch that is nowhere three pixels thick is a sliver when this much of its border is with its own object. */
const sliverShare = 0.4;

/** Pixels of each patch, whether a square of three pixels fits in it, and its border: all, and with its own object. */
function measurePatches(
  part: Int16Array,
  patch: Int32Array,
  objectOf: readonly number[],
  width: number,
  count: number,
) {
  const [size, border, ownBorder] = [new Int32Array(count), new Int32Array(count), new Int32Array(count)];
  const thick = new Uint8Array(count);
  const meet = (i: number, j: number) => {
    const own = objectOf[part[i]] === objectOf[part[j]] ? 1 : 0;
    for (const k of [patch[i], patch[j]]) {
      border[k]++;
      ownBorder[k] += own;
    }
  };
  for (let i = 0, x = 0; i < part.length; i++, x = x === width - 1 ? 0 : x + 1) {
    size[patch[i]]++;
    if (x < width - 1 && patch[i] !== patch[i + 1]) meet(i, i + 1);
    if (i + width < part.length && patch[i] !== patch[i + width]) meet(i, i + width);
    if (x < 2 || i < 2 * width || thick[patch[i]] === 1) continue;
    let same = true;
    for (let row = 0; row <= 2 * width; row += width) {
      for (let back = 0; back <= 2; back++) same &&= patch[i - row - back] === patch[i];
    }
    if (same) thick[patch[i]] = 1;
  }
  return { size, thick, border, ownBorder };
}

/** Lets parts grow into what waits, ring by ring; false where there is nothing to grow from. */
function growInto(part: Int16Array, width: number): boolean {
  let waiting = [...part.keys()].filter((i) => part[i] === none);
  while (waiting.length > 0) {
    const grown = waiting.map((i) => partBeside(part, width, i));
    if (grown.every((own) => own === none)) return false;
    waiting.forEach((i, k) => (part[i] = grown[k]));
    waiting = waiting.filter((i) => part[i] === none);
  }
  return true;
}

/** A part beside a pixel, the one on its left before the one on its right, above and below. */
function partBeside(part: Int16Array, width: number, i: number): number {
  const x = i % width;
  if (x > 0 && part[i - 1] !== none) return part[i - 1];
  if (x < width - 1 && part[i + 1] !== none) return part[i + 1];
  if (i >= width && part[i - width] !== none) return part[i - width];
  return i + width < part.length ? part[i + width] : none;
}
