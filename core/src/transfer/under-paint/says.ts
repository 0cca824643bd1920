import { strengthContrast } from '../../sheets/index.js';
import { counted } from '../../units/index.js';
import { viewingMm } from './sight.js';
import type { StrengthsFound, UnderPaint } from './under-paint.js';

/** What the painter has to know of the strengths, as sentences with the way out; none where all is well. */
export function saysOfStrengths(
  { lines, values }: StrengthsFound,
  under: UnderPaint,
  methodName: string,
): string[] {
  const says: string[] = [];
  const stay = lines.filter(({ trouble }) => trouble === 'stays');
  if (stay.length > 0) {
    const byMethod = under.line.faintest > strengthContrast.faint;
    says.push(
      `${counted(stay.length, 'line')} (${metresOf(stay)}) would still be seen at the end, from ${(viewingMm(under.surface) / 1000).toFixed(1)} m. ${
        byMethod
          ? `By ${methodName} a line cannot be fainter: lift these with a putty rubber before they are painted over, or carry them across by another method.`
          : 'Draw them as faintly as you can, or lift them with a putty rubber before the last layers.'
      }`,
    );
  }
  const lost = lines.filter(({ trouble }) => trouble === 'lost');
  if (lost.length > 0)
    says.push(
      `${counted(lost.length, 'line')} (${metresOf(lost)}) will be lost under the first layer: thin it there, leave a gap along them, or draw them again on it.`,
    );
  if (under.toned !== null) {
    const lighter = values.filter(
      ({ lightness }) => under.paint.hiding < 0.3 && lightness > (under.toned ?? 100) + 2,
    );
    if (lighter.length > 0)
      says.push(
        `The toning wash is darker than ${counted(lighter.length, 'value')} of the map, which washes cannot bring back: keep these free of it, or lift it there.`,
      );
    if (lost.length === 0) says.push('Drawn like this, every line can be followed through the toning wash.');
  }
  return says;
}

const metresOf = (lines: StrengthsFound['lines']) =>
  `${(lines.reduce((sum, { lengthMm }) => sum + lengthMm, 0) / 1000).toFixed(1)} m`;
