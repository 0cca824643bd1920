/**
 * How short the orders of tracing are, and how seldom the palm rests on traced lines: against the map's own order, and
 * against a long search by annealing. Maps of the demo's references at several details, and of rendered scenes; or
 * the map documents named.
 *
 *     node bench/dist/transfer/judge-orders.js [--seconds 60] [MAP.json …]
 */
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { readMapDocument, type MapDocument } from '@nobrel/core/documents';
import { defaultFitDecisions, layOut } from '@nobrel/core/fit';
import { defaultMapSettings, MapMaker } from '@nobrel/core/map';
import { annealOrder, drawingScene, sketchMap } from '@nobrel/core/testing';
import {
  leastPalmCrossings,
  mapOrder,
  orderLines,
  tracedLinesOf,
  type LineOrder,
} from '@nobrel/core/transfer';
import { readPicture } from '@nobrel/server';
import { timed } from '../timed.js';

const { values, positionals } = parseArgs({
  options: { seconds: { type: 'string', default: '60' } },
  allowPositionals: true,
});
const seconds = Number(values.seconds);

/** A map of a reference of the demo. */
async function mapped(name: string, detail: number, widthMm: number): Promise<MapDocument> {
  const path = fileURLToPath(new URL(`../../../demo/references/${name}.jpg`, import.meta.url));
  const picture = await readPicture(path, path);
  const { frame, window, surface } = layOut(picture, {
    ...defaultFitDecisions,
    widthMm,
    heightMm: 0.8 * widthMm,
  });
  const settings = { ...defaultMapSettings, detail, minShapeMm2: 4 };
  return new MapMaker().make({ picture, pictureKey: path, window, placement: { surface, frame }, settings });
}

/** The maps judged when none are named: twenty, from some dozen lines to some thousand. */
async function usualMaps(): Promise<{ name: string; map: MapDocument }[]> {
  const maps: { name: string; map: MapDocument }[] = [];
  for (const name of ['kettle-lantern-and-pears', 'dinghy-on-the-hard', 'slip-at-low-water'])
    for (const [detail, widthMm] of [
      [0.5, 300],
      [1, 300],
      [1, 700],
    ] as const)
      maps.push({ name: `${name} ${detail} ${widthMm}`, map: await mapped(name, detail, widthMm) });
  for (let k = 0; maps.length < 20; k++) maps.push({ name: `scene ${k}`, map: sketchMap(drawingScene(k)) });
  return maps;
}

const maps =
  positionals.length > 0
    ? await Promise.all(
        positionals.map(async (path) => ({ name: path, map: readMapDocument(await readFile(path, 'utf8')) })),
      )
    : await usualMaps();

const row = (...cells: (string | number)[]) =>
  console.log(cells.map((cell, i) => String(cell).padStart(i === 0 ? 34 : 9)).join(' '));
row(
  'map',
  'lines',
  'ms',
  'map mm',
  'short',
  'annealed',
  'over %',
  'less %',
  'palm map',
  'palm',
  'least',
  'palm %',
  'way %',
);
const sums = { over: [] as number[], less: [] as number[], palm: [] as number[], way: [] as number[] };
for (const { name, map } of maps) {
  const own = mapOrder(map, 'right');
  const shortest = orderLines(map, {
    school: 'shortest',
    hand: 'right',
    material: 'graphite',
    care: 'thorough',
  });
  const sparing = orderLines(map, {
    school: 'away-from-hand',
    hand: 'right',
    material: 'graphite',
    care: 'thorough',
  });
  const ms = timed(
    () => void orderLines(map, { school: 'away-from-hand', hand: 'right', material: 'graphite' }),
    3,
  );
  const best = Math.min(annealed(map, shortest), shortest.travelMm);
  const percent = (part: number, whole: number) => (100 * part) / whole;
  const over = percent(shortest.travelMm, best) - 100;
  const less = 100 - percent(shortest.travelMm, own.travelMm);
  // Of the rests that an order can spare.
  const least = leastPalmCrossings(map, 'right');
  const palm = percent(sparing.palmCrossings - least, own.palmCrossings - least);
  const way = percent(sparing.travelMm, shortest.travelMm) - 100;
  sums.over.push(over);
  sums.less.push(less);
  sums.palm.push(palm);
  sums.way.push(way);
  row(
    name.slice(-34),
    own.lines.length,
    ms.toFixed(0),
    own.travelMm.toFixed(0),
    shortest.travelMm.toFixed(0),
    best.toFixed(0),
    over.toFixed(1),
    less.toFixed(0),
    own.palmCrossings,
    sparing.palmCrossings,
    least,
    palm.toFixed(0),
    way.toFixed(1),
  );
}
console.log(
  `Longer than the best of annealing for ${seconds} s by at most ${Math.max(...sums.over).toFixed(1)} %; shorter than the map's own order by at least ${Math.min(...sums.less).toFixed(0)} %; palms that an order can spare at most ${Math.max(...sums.palm).toFixed(0)} % of the map's own order, at most ${Math.max(...sums.way).toFixed(1)} % more way.`,
);

function annealed(map: MapDocument, order: LineOrder): number {
  const traced = tracedLinesOf(map);
  const numberOf = new Map(traced.lines.map(({ id }, i) => [id, i]));
  const begun = order.lines.map(({ id, reversed, start }) => ({
    line: numberOf.get(id) ?? 0,
    reversed,
    start,
  }));
  return annealOrder(traced, begun, seconds);
}
