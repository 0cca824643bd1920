import { intersection } from '../../geometry/index.js';
import { strokeOf, textOf, type PageStroke, type PageText } from '../page/page.js';
import type { SheetDecisions } from '../decisions.js';
import type { Tile, Tiling } from './tiling.js';

/** A numbered cross that two neighbouring sheets share: laid right, the two crosses coincide. */
export type JoinMark = { number: number; x: number; y: number; labels: string[]; upright: boolean };

/** Where two neighbours overlap, mm on the drawing. */
export type Seam = {
  one: Tile;
  other: Tile;
  /** The strip both show. */
  shared: { x: number; y: number; width: number; height: number };
  /** Neighbours side by side meet in an upright seam. */
  upright: boolean;
};

/** The seams between the sheets that are printed. */
export function seamsOf({ tiles, columns, rows, overlapMm }: Tiling, printed: ReadonlySet<Tile>): Seam[] {
  if (!(overlapMm > 0)) return [];
  const seams: Seam[] = [];
  for (const tile of tiles) {
    if (!printed.has(tile)) continue;
    for (const upright of [true, false]) {
      const column = tile.column + (upright ? 1 : 0);
      const row = tile.row + (upright ? 0 : 1);
      if (column >= columns || row >= rows) continue;
      const other = tiles[row * columns + column];
      const shared = printed.has(other) ? intersection(tile.window, other.window) : null;
      if (shared) seams.push({ one: tile, other, shared, upright });
    }
  }
  return seams;
}

/** Two marks on every seam, at a quarter and three quarters of it, numbered in the order of the seams. */
export function joinMarks(seams: readonly Seam[]): JoinMark[] {
  return seams.flatMap(({ one, other, shared, upright }, index) =>
    [0.25, 0.75].map((share, k) => ({
      number: 2 * index + k + 1,
      x: shared.x + shared.width * (upright ? 0.5 : share),
      y: shared.y + shared.height * (upright ? share : 0.5),
      labels: [one.label, other.label],
      upright,
    })),
  );
}

/** How far a slanting line runs on beyond a seam to each side, mm. */
const beyondSeamMm = 12;

/**
 * What is drawn on a sheet where it meets its neighbours: the crosses, a light slanting line through the middle
 * of each seam that goes on only when neither sheet is turned, and on the sheet that is laid over the other the line
 * to cut along: through the crosses where sheets are trimmed, else where the drawing begins, as a blank rim would hide
 * what it covers.
 *
 * @param order when each sheet is joined
 */
export function seamItems(
  tile: Tile,
  seams: readonly Seam[],
  marks: readonly JoinMark[],
  order: ReadonlyMap<string, number>,
  { join, overlapMm }: Pick<SheetDecisions, 'join' | 'overlapMm'>,
): (PageStroke | PageText)[] {
  const arm = Math.min(3, overlapMm / 2);
  const items: (PageStroke | PageText)[] = [];
  for (const mark of marks) {
    if (!mark.labels.includes(tile.label)) continue;
    // The number stands on the side away from the sheet's edge, where even a narrow overlap leaves room.
    const first = mark.labels[0] === tile.label;
    const at = mark.upright
      ? { x: mark.x + (first ? -0.6 : 0.6), y: mark.y - 0.6 }
      : { x: mark.x + 0.6, y: mark.y + (first ? -0.6 : 2.4) };
    const anchor = mark.upright && first ? 'end' : 'start';
    items.push(
      strokeOf([mark.x - arm, mark.y, mark.x + arm, mark.y], 0.15, { ink: 'guide' }),
      strokeOf([mark.x, mark.y - arm, mark.x, mark.y + arm], 0.15, { ink: 'guide' }),
      textOf(at.x, at.y, String(mark.number), 2.2, { ink: 'guide', anchor }),
    );
  }
  for (const seam of seams) {
    if (seam.one !== tile && seam.other !== tile) continue;
    const { x, y, width, height } = seam.shared;
    const middle = { x: x + width / 2, y: y + height / 2 };
    const reach = overlapMm / 2 + beyondSeamMm;
    const [dx, dy] = seam.upright ? [reach, reach / 2] : [reach / 2, reach];
    items.push(strokeOf([middle.x - dx, middle.y - dy, middle.x + dx, middle.y + dy], 0.1, { ink: 'faint' }));
    const lying = seam.one === tile ? seam.other : seam.one;
    if ((order.get(tile.label) ?? 0) < (order.get(lying.label) ?? 0)) continue;
    // The side this sheet covers the other with.
    const near = tile === seam.other ? 0 : 1;
    const share = join === 'trimmed' ? 0.5 : near;
    const cut = seam.upright
      ? [x + share * width, y, x + share * width, y + height]
      : [x, y + share * height, x + width, y + share * height];
    items.push(strokeOf(cut, 0.12, { ink: 'guide', dashMm: join === 'trimmed' ? [4, 2] : [1, 1] }));
  }
  return items;
}
