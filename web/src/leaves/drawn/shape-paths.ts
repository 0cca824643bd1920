import { greyByteOfLightness } from '@nobrel/core/colour';
import { pathData, type MapDocument } from '@nobrel/core/documents';
import { ringPoints } from '@nobrel/core/map';

/** The shape of a value, as the data of a path. */
export type ShapePath = { id: string; lightness: number; d: string };

/**
 * The shapes of a map, each with the lightness of its value, CIE L*.
 *
 * @param drawn how a ring of points, mm on the surface, is drawn; as it lies when not given
 */
export function shapePaths(
  map: MapDocument,
  drawn = (points: [number, number][]): string => pathData({ points, closed: true }),
): ShapePath[] {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const lightness = new Map(map.values.map((value) => [value.level, value.lightness]));
  return map.shapes.map((shape) => ({
    id: shape.id,
    lightness: lightness.get(shape.level) ?? 50,
    d: ringPoints(shape, lines)
      .map((points) => drawn(points))
      .join(''),
  }));
}

/** A grey of a lightness, CIE L*, as CSS has it. */
export function greyOf(lightness: number): string {
  const grey = greyByteOfLightness(lightness);
  return `rgb(${grey} ${grey} ${grey})`;
}
