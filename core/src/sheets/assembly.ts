import { isTraced, type MapDocument } from '../documents/index.js';
import type { OutlineOptions } from './outline.js';
import type { PageItem, SheetPage } from './page.js';
import type { Tile, Tiling } from './tiling.js';

/** Steps of a line that are drawn on the diagram: a tenth of a millimetre is enough at its size. */
const coarseMm = 0.1;

/** A page that shows how the sheets lie together, small, with the map behind them. */
export function assemblyPage(
  map: MapDocument,
  tiling: Tiling,
  skipped: readonly Tile[],
  options: Pick<OutlineOptions, 'kind' | 'marginMm' | 'title'>,
): SheetPage {
  const { page } = tiling;
  const inset = Math.max(options.marginMm, 8) + 4;
  const head = 26;
  const { width, height } = map.surface;
  const scale = Math.min((page.widthMm - 2 * inset) / width, (page.heightMm - 2 * inset - head) / height);
  const mirrored = options.kind === 'mirrored';
  const left = (page.widthMm - width * scale) / 2;
  const top = inset + head;
  const place = (x: number, y: number): [number, number] => [
    left + (mirrored ? width - x : x) * scale,
    top + y * scale,
  ];
  const items: PageItem[] = [];
  const write = (x: number, y: number, text: string, sizeMm: number, anchor: 'start' | 'middle' = 'start') =>
    items.push({ kind: 'text', x, y, text, sizeMm, anchor, ink: 'graphite' });

  write(inset, inset + 5, 'How the sheets go together', 5);
  write(
    inset,
    inset + 11,
    `${tiling.columns} across, ${tiling.rows} down, overlapping ${round(tiling.overlapMm)} mm. ` +
      (mirrored ? 'Seen from the reverse side.' : 'Seen from the front.'),
    3,
  );
  write(
    inset,
    inset + 16,
    'Lay each overlap so that the crosses with the same number coincide; tape, do not stretch.',
    3,
  );
  write(
    inset,
    inset + 21,
    skipped.length > 0
      ? `Not printed, as nothing is drawn there: ${skipped.map((tile) => tile.label).join(', ')}.`
      : 'Measure the check bar on a sheet before joining: it must be exactly as long as it says.',
    3,
  );
  for (const line of map.lines.filter(isTraced)) {
    const points = thinned(line.points.map(([x, y]) => place(x, y)));
    items.push({ kind: 'stroke', points, closed: line.closed, widthMm: 0.12, ink: 'faint', dashMm: null });
  }
  for (const tile of tiling.tiles) {
    const { x, y } = tile.window;
    const [x0, y0] = place(x, y);
    const [x1, y1] = place(x + tile.window.width, y + tile.window.height);
    items.push({
      kind: 'stroke',
      points: [x0, y0, x1, y0, x1, y1, x0, y1],
      closed: true,
      widthMm: 0.25,
      ink: 'guide',
      dashMm: skipped.includes(tile) ? [1, 1] : null,
    });
    const size = Math.min(7, Math.abs(x1 - x0) / 3, (y1 - y0) / 2);
    write((x0 + x1) / 2, (y0 + y1) / 2 + size / 3, tile.label, size, 'middle');
  }
  return { label: 'assembly', ...page, items };
}

function thinned(points: [number, number][]): number[] {
  const out: number[] = [...points[0]];
  for (let i = 1; i < points.length; i++) {
    const [x, y] = points[i];
    const far = Math.hypot(x - out[out.length - 2], y - out[out.length - 1]) >= coarseMm;
    if (far || i === points.length - 1) out.push(x, y);
  }
  return out;
}

const round = (mm: number) => Math.round(mm * 10) / 10;
