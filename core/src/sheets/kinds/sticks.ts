import { bytesOfColour } from '../../colour/index.js';
import type { MapShape } from '../../documents/index.js';
import { isWithin, ringPoints } from '../../map/index.js';
import { textOf, type Rgb, type VectorItem } from '../page.js';
import type { SheetSource } from '../source.js';
import { shortenedTo } from '../words.js';
import { keyMm, keySquare } from './key.js';
import { flat } from './lines.js';

/** What one stick is rubbed behind. */
export type StickRegion = {
  name: string;
  colour: Rgb;
  shapes: MapShape[];
  rings: Float64Array[];
  /** Spots in no shape of the map. */
  lost: number;
};

/** The shapes each stick is given to; of several sticks for a shape the last. */
export function stickRegions({ map, sticks }: Pick<SheetSource, 'map' | 'sticks'>): StickRegion[] {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const rings = new Map(map.shapes.map((shape) => [shape, ringPoints(shape, lines)]));
  const found = sticks.map(({ spots }) =>
    spots.map(({ x, y }) => map.shapes.find((shape) => isWithin(rings.get(shape) ?? [], x, y)) ?? null),
  );
  const owner = new Map(found.flatMap((shapes, i) => shapes.map((shape) => [shape, i] as const)));
  return sticks.map(({ name, colour }, i) => {
    const own = map.shapes.filter((shape) => owner.get(shape) === i);
    return {
      name,
      colour: bytesOfColour(colour),
      shapes: own,
      rings: own.flatMap((shape) => (rings.get(shape) ?? []).map(flat)),
      lost: found[i].filter((shape) => shape === null).length,
    };
  });
}

/** A square of each stick with its name, in a row below the surface. */
export function stickKey(
  regions: readonly StickRegion[],
  { width, height }: { width: number; height: number },
): VectorItem[] {
  const pitch = Math.min(45, width / regions.length);
  const side = Math.min(keyMm, 0.6 * pitch);
  const top = height + 4;
  return regions.flatMap(({ name, colour }, i) => [
    ...keySquare(i * pitch, top, side, colour),
    textOf(i * pitch, top + side + 3.5, shortenedTo(name, 3, pitch - 2), 3),
  ]);
}
