import { drawnByHand, renderDrawing, trueHand, type HandFaults, type Rendering } from '../../camera/index.js';
import type { MapDocument } from '../../documents/index.js';

/** Pixels a mm of photographs in tests. */
export const photographPxPerMm = 4.5;

/** A drawing with faults on a table, as a camera sees it from above. */
export function photographOf(
  map: MapDocument,
  faults: Partial<HandFaults>,
  seed: number,
  look: Partial<Rendering> = {},
) {
  const { drawing, truth } = drawnByHand(map, { ...trueHand, wobbleMm: 0.12, ...faults }, seed);
  const { picture, lens } = renderDrawing(drawing, {
    tool: 'pencil',
    paper: 91,
    contrast: 48,
    light: 'side',
    taken: 'photographed',
    pxPerMm: photographPxPerMm,
    seed,
    table: 44,
    filled: 0.86,
    ...look,
  });
  const at = (x: number, y: number) => lens(x, y);
  return { picture, truth, lens: at };
}
