import { stepLength } from '../../geometry/index.js';
import KDBush from 'kdbush';
import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import { round } from '../lines/index.js';
import { lineLengthMm } from './effort.js';

/** Whether a place of the surface lies in an area the painter marked; absent where nothing is marked. */
export type Marked = (x: number, y: number) => boolean;

export type Areas = { focal: Marked | null; quiet: Marked | null; excluded: Marked | null };

/** A shape that takes up this share of the frame's border is ground: what things stand before. */
const groundShare = 0.1;

/** A shape of this share of the frame's area is a big mass. */
const massShare = 0.03;

/** Full contrast, for the weight: 60 L\* is a step from dark to light. */
const fullContrast = 60;

/** A line this far from any other is alone, mm. */
const aloneMm = 20;

/** What counts for how much in a line's weight; together 1. */
const share = { contrast: 0.35, length: 0.2, crisp: 0.15, part: 0.2, alone: 0.1 };

/** What a line is worth outside the focal areas when they count fully, and in a quiet area. */
const outOfFocus = 0.2;
const inQuiet = 0.3;

const partWorth = { silhouette: 1, mass: 0.6, inner: 0 };

/**
 * How much every line matters, 0–1, and what it is part of. The outermost boundaries come first, then those
 * between big masses; contrast, length, crispness and standing alone count; focal areas raise what lies in
 * them over the rest.
 *
 * @param focus 0–1, how much the focal areas count
 */
export function weighLines(map: MapDocument, areas: Areas, focus: number): MapLine[] {
  const parts = partsOf(map, areas.excluded);
  const longest = stepLength(map.frame.width, map.frame.height);
  const alone = standingAlone(map.lines);
  return map.lines.map((line, index) => {
    if (line.kind === 'frame' || line.kind === 'guide') return line;
    const part = parts[index];
    const seen = Math.min(1, Math.max(line.contrast, line.colour ?? 0) / fullContrast);
    const length = Math.min(1, Math.sqrt(lineLengthMm(line) / longest));
    const crisp = line.edge === 'hard' ? 1 : line.edge === 'soft' ? 0.4 : 0;
    const plain =
      share.contrast * seen +
      share.length * length +
      share.crisp * (line.kind === 'direction' ? 0 : crisp) +
      share.part * Math.max(partWorth[part], line.from === undefined ? 0 : 1 - line.from) +
      share.alone * alone[index];
    return { ...line, part, weight: round(plain * attention(line, areas, focus), 4) };
  });
}

function attention(line: MapLine, { focal, quiet }: Areas, focus: number): number {
  let worth = 1;
  if (focal) worth *= 1 - focus * (1 - outOfFocus) * (1 - shareWithin(line, focal));
  if (quiet) worth *= 1 - (1 - inQuiet) * shareWithin(line, quiet);
  return worth;
}

/** Share of a line's points that lie in a marked area. */
export function shareWithin(line: Pick<MapLine, 'points'>, marked: Marked): number {
  return line.points.filter(([x, y]) => marked(x, y)).length / line.points.length;
}

/** The ids of the shapes that are ground: what things stand before. They take up much of the frame's border. */
export function groundShapes(map: MapDocument): Set<string> {
  const onBorder = new Map<string, number>();
  for (const line of map.lines) {
    const shape = line.left ?? line.right;
    if (line.kind === 'frame' && shape !== null) {
      onBorder.set(shape, (onBorder.get(shape) ?? 0) + lineLengthMm(line));
    }
  }
  const around = 2 * (map.frame.width + map.frame.height);
  return new Set([...onBorder].filter(([, length]) => length > groundShare * around).map(([id]) => id));
}

/** What each line is part of, read off the shapes on its two sides. */
function partsOf(map: MapDocument, excluded: Marked | null): NonNullable<MapLine['part']>[] {
  const areaOf = new Map(map.shapes.map((shape) => [shape.id, shape.area]));
  const ground = groundShapes(map);
  const big = massShare * map.frame.width * map.frame.height;
  return map.lines.map((line) => {
    if (line.kind !== 'boundary' || line.left === null || line.right === null) return 'inner';
    if (excluded && shareWithin(line, excluded) > 0.5) return 'inner';
    if (ground.has(line.left) !== ground.has(line.right)) {
      const thing = ground.has(line.left) ? line.right : line.left;
      // A speck on the ground has no silhouette worth keeping at all costs.
      return (areaOf.get(thing) ?? 0) > big / 6 ? 'silhouette' : 'inner';
    }
    const both = Math.min(areaOf.get(line.left) ?? 0, areaOf.get(line.right) ?? 0);
    return both > big ? 'mass' : 'inner';
  });
}

/** How far each line is from any other, 0–1, judged at its middle. */
function standingAlone(lines: readonly MapLine[]): number[] {
  const points: { x: number; y: number; line: number }[] = [];
  lines.forEach((line, index) => {
    if (!isTraced(line)) return;
    for (const [x, y] of line.points) points.push({ x, y, line: index });
  });
  if (points.length === 0) return lines.map(() => 1);
  const near = new KDBush(points.length);
  for (const { x, y } of points) near.add(x, y);
  near.finish();
  return lines.map((line, index) => {
    const [x, y] = line.points[line.points.length >> 1];
    let nearest = aloneMm;
    for (const i of near.within(x, y, aloneMm)) {
      if (points[i].line === index) continue;
      nearest = Math.min(nearest, stepLength(points[i].x - x, points[i].y - y));
    }
    return nearest / aloneMm;
  });
}
