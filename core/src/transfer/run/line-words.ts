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

/**
 * A stroke as it is said to the hand that traces it: what it is, how long, and how it is drawn.
 *
 * @param lines traced in one go; the longest says what it is
 */
export function strokeWords(lines: readonly MapLine[], unit: LengthUnit): string {
  const lengths = lines.map(({ points, closed }) => polylineLength(points.flat(), closed));
  const longest = lines[lengths.indexOf(Math.max(...lengths))];
  if (!longest) return 'The next line.';
  const { kind, of, closed } = longest;
  const what =
    kind === 'direction'
      ? 'A stroke of direction'
      : kind === 'hidden'
        ? 'A hidden line'
        : of
          ? whatOf[of]
          : 'A line';
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  const back = closed && lines.length === 1 ? ', back to where it begins' : '';
  return `${what}, ${formatLength(whole, unit)}${back}${howWords(lines)}.`;
}

/** How a stroke is drawn, where it is not drawn firmly all along. */
function howWords(lines: readonly MapLine[]): string {
  const share = (is: (line: MapLine) => boolean) => lines.filter(is).length / lines.length;
  if (share(({ kind }) => kind === 'hidden') === 1) return ', dashed';
  const soft = share(({ edge }) => edge === 'soft');
  if (soft === 1) return ', broken, so that it reads as a blend';
  return soft > 0 ? ', broken where it is shown broken' : '';
}
