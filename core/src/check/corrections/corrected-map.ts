import type { MapDocument, MapLine } from '../../documents/index.js';
import type { CorrectedSheet } from './corrected-sheet.js';

/**
 * A map with what was changed on a printed sheet of it: lines struck out are left out, their shapes keep them; lines drawn are
 * lines of their own, drawn by hand.
 */
export function correctedMap(map: MapDocument, { added, struck }: CorrectedSheet): MapDocument {
  const gone = new Set(struck);
  const taken = new Set(map.lines.map(({ id }) => id));
  let number = 0;
  const drawn = added.map(({ points, widthMm }): MapLine => {
    do number++;
    while (taken.has(`paper-${number}`));
    return {
      id: `paper-${number}`,
      kind: 'detail',
      edge: 'hard',
      contrast: 0,
      softness: 0,
      weight: 1,
      closed: false,
      points,
      left: null,
      right: null,
      width: widthMm,
      byHand: true,
    };
  });
  const lines = map.lines.map((line): MapLine =>
    gone.has(line.id) ? { ...line, kept: false, leftOut: 'hand' } : line,
  );
  return { ...map, lines: [...lines, ...drawn] };
}
