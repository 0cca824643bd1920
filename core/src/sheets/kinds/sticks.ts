import { bytesOfColour } from '../../colour/index.js';
import type { MapShape } from '../../documents/index.js';
import { isWithin, onSurfaceAt, ringPoints, type Place } from '../../map/index.js';
import { textOf, type Rgb, type VectorItem } from '../page/page.js';
import type { Stick } from '../decisions.js';
import type { SheetSource } from '../source.js';
import { shortenedTo } from '../page/words.js';
import { keyMm, keySquare } from './key.js';
import { flat } from './lines.js';

/** What one stick is rubbed behind. */
export type StickRegion = {
  name: string;
  colour: Rgb;
  shapes: MapShape[];
  rings: Float64Array[];
  /** Places in no shape of the map. */
  lost: number;
};

/** The shapes each stick is given to; of several sticks for a shape the last. */
export function stickRegions(
  { map, pictureAt }: Pick<SheetSource, 'map' | 'pictureAt'>,
  sticks: readonly Stick[],
): StickRegion[] {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const rings = new Map(map.shapes.map((shape) => [shape, ringPoints(shape, lines)]));
  const shapeOn = (place: Place) => {
    const { x, y } = onSurfaceAt(place, pictureAt);
    return map.shapes.find((shape) => isWithin(rings.get(shape) ?? [], x, y)) ?? null;
  };
  const found = sticks.map(({ at }) => at.map(shapeOn));
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

/** What is commonly rubbed on a back, to begin from: white for dark grounds, the others of middle lightness. */
export const usualSticks: readonly Pick<Stick, 'name' | 'colour'>[] = [
  { name: 'sanguine', colour: '#a4553c' },
  { name: 'ochre', colour: '#b08a4a' },
  { name: 'grey', colour: '#8b857c' },
  { name: 'grey blue', colour: '#6d7f92' },
  { name: 'umber', colour: '#6f5b48' },
  { name: 'white chalk', colour: '#f7f6f2' },
];

/**
 * Gives a stick to a shape, from whichever had it; or takes it away again where it is the shape's own. Sticks that
 * are given to no shape any more are put down.
 *
 * @param at a place in the shape
 * @param lies whether another place lies in the same shape
 */
export function stickGiven(
  sticks: readonly Stick[],
  stick: Pick<Stick, 'name' | 'colour'>,
  at: Place,
  lies: (at: Place) => boolean,
): Stick[] {
  // Of several sticks for a shape the last counts.
  const had = sticks.findLast((own) => own.at.some(lies))?.name === stick.name;
  const elsewhere = sticks.map((own) => ({ ...own, at: own.at.filter((place) => !lies(place)) }));
  const known = elsewhere.some(({ name }) => name === stick.name);
  const given = known ? elsewhere : [...elsewhere, { ...stick, at: [] }];
  return given
    .map((own) => (own.name === stick.name && !had ? { ...own, at: [...own.at, at] } : own))
    .filter((own) => own.at.length > 0);
}
