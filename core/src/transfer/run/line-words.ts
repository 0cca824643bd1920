import type { MapLine } from '../../documents/index.js';
import { polylineLength } from '../../geometry/index.js';
import { formatLength, type LengthUnit } from '../../units/index.js';

const whatOf: Readonly<Record<NonNullable<MapLine['of']>, string>> = {
  contour: 'A contour',
  value: 'The edge of a value',
  'cast-shadow': 'The edge of a cast shadow',
  'form-shadow': 'The edge of a shadow on the form',
  highlight: 'A highlight',
  texture: 'A line of texture',
  stroke: 'A stroke of the drawing',
};

/** A line as it is said to the hand that traces it: what it is, how long, and how it is drawn. */
export function lineWords({ kind, of, edge, closed, points }: MapLine, unit: LengthUnit): string {
  const what =
    kind === 'direction'
      ? 'A stroke of direction'
      : kind === 'hidden'
        ? 'A hidden line'
        : of
          ? whatOf[of]
          : 'A line';
  const length = formatLength(polylineLength(points.flat(), closed), unit);
  const how =
    kind === 'hidden'
      ? ', dashed'
      : edge === 'soft'
        ? ', broken, so that it reads as a blend'
        : edge === 'lost'
          ? ', hardly there'
          : '';
  return `${what}, ${length}${closed ? ', back to where it begins' : ''}${how}.`;
}
