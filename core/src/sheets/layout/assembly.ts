import { formatLength, type SizeMm } from '../../units/index.js';
import type { Drawing } from '../page/drawing.js';
import type { LayOutOptions, Tiled } from './tiled.js';
import { strokeOf, textOf, type PageItem } from '../page/page.js';
import { Column } from '../page/words.js';

/** Steps of a line that are drawn on the diagram: a tenth of a millimetre is enough at its size. */
const coarseMm = 0.1;

/** The page that shows how the sheets lie together: small, numbered in the order they are joined. */
export function assemblyItems(
  drawing: Drawing,
  { tiling, skipped, steps }: Tiled,
  { join, hand, unit }: Pick<LayOutOptions, 'join' | 'hand' | 'unit'>,
): PageItem[] {
  const { room } = tiling;
  const { extent, mirrored } = drawing;
  const head = headOf(room, drawing, { tiling, skipped }, { join, hand, unit });
  const top = head.y + 4;
  const scale = Math.min((room.widthMm - 4) / extent.width, (room.heightMm - top - 4) / extent.height);
  const left = (room.widthMm - extent.width * scale) / 2;
  const place = (x: number, y: number): [number, number] => [
    left + (mirrored ? extent.x + extent.width - x : x - extent.x) * scale,
    top + (y - extent.y) * scale,
  ];
  const items: PageItem[] = [...head.items];
  for (const item of drawing.items) {
    if (item.kind !== 'stroke') continue;
    items.push(strokeOf(thinned(item.points, place), 0.12, { closed: item.closed, ink: 'faint' }));
  }
  const order = new Map(steps.map(({ label }, index) => [label, index + 1]));
  for (const tile of tiling.tiles) {
    const { x, y, width, height } = tile.window;
    const [x0, y0] = place(mirrored ? x + width : x, y);
    const [x1, y1] = place(mirrored ? x : x + width, y + height);
    const step = order.get(tile.label);
    items.push(
      strokeOf([x0, y0, x1, y0, x1, y1, x0, y1], 0.25, {
        closed: true,
        ink: 'guide',
        dashMm: step === undefined ? [1, 1] : null,
      }),
    );
    const size = Math.min(7, (x1 - x0) / 3, (y1 - y0) / 2);
    items.push(textOf((x0 + x1) / 2, (y0 + y1) / 2 + size / 3, tile.label, size, { anchor: 'middle' }));
    if (step !== undefined)
      items.push(
        textOf((x0 + x1) / 2, (y0 + y1) / 2 + size, String(step), size / 2, {
          anchor: 'middle',
          ink: 'guide',
        }),
      );
  }
  return items;
}

/** What is to be done, above the diagram. */
function headOf(
  room: SizeMm,
  { mirrored }: Drawing,
  { tiling, skipped }: Pick<Tiled, 'tiling' | 'skipped'>,
  { join, hand, unit }: Pick<LayOutOptions, 'join' | 'hand' | 'unit'>,
): Column {
  // On the smallest papers the diagram gives way to the words.
  const head = new Column(0, 0, room.widthMm, 0.7 * room.heightMm);
  head.write('How the sheets go together', 5);
  for (const words of [
    `${tiling.columns} across, ${tiling.rows} down, overlapping ${formatLength(tiling.overlapMm, unit)}. Seen from the ${mirrored ? 'reverse side' : 'front'}.`,
    join === 'trimmed'
      ? 'Cut each new sheet along its dashed lines, put glue or tape on the flap that lies, and lay it on: cross meets cross.'
      : 'Cut the blank rim off each new sheet along its dotted lines; lay it over the flap, cross on cross against the light.',
    `Join in the order of the small numbers, from the ${hand === 'right' ? 'left' : 'right'}: your hand stays clear of the glue. The slanting lines must run on.`,
    skipped.length > 0
      ? `Not printed, as nothing is drawn there: ${listed(skipped.map(({ label }) => label))}.`
      : 'Measure the check bars on a sheet before joining: they must be exactly as long as they say.',
  ])
    head.write(words, 3);
  return head;
}

/** A long list is cut short: the diagram shows them dashed. */
function listed(labels: readonly string[]): string {
  const most = 24;
  if (labels.length <= most) return labels.join(', ');
  return `${labels.slice(0, most).join(', ')} and ${labels.length - most} more, dashed below`;
}

function thinned(points: ArrayLike<number>, place: (x: number, y: number) => [number, number]): number[] {
  const out: number[] = [...place(points[0], points[1])];
  for (let i = 2; i < points.length; i += 2) {
    const [x, y] = place(points[i], points[i + 1]);
    const dx = x - out[out.length - 2];
    const dy = y - out[out.length - 1];
    if (dx * dx + dy * dy >= coarseMm * coarseMm || i + 2 === points.length) out.push(x, y);
  }
  return out;
}
