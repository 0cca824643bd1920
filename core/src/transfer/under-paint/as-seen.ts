import { strengthContrast } from '../../sheets/index.js';
import { leftByFilter, leftUnder } from './paint.js';
import type { LineUnderPaint, UnderPaint } from './under-paint.js';

/** When a drawing is looked at. */
export const paintStages = ['bare', 'toned', 'first', 'end'] as const;
export type PaintStage = (typeof paintStages)[number];

/** CIE L\* of a region at a stage. */
export function regionAt(
  { paint, ground, toned }: UnderPaint,
  region: number | null,
  stage: PaintStage,
): number {
  if (stage === 'bare') return ground;
  const beneath = toned ?? ground;
  if (stage === 'toned' || region === null) return beneath;
  // Nobody washes a region lighter than it is.
  const aim = paint.hiding < 0.3 ? Math.min(beneath, region) : region;
  return stage === 'end' ? aim : beneath + paint.firstWay * (aim - beneath);
}

/** CIE L\* of a line at a stage, on the lighter of the regions beside it. */
export function lineAt(
  under: UnderPaint,
  { beside, strength }: Pick<LineUnderPaint, 'beside' | 'strength'>,
  stage: PaintStage,
): number {
  const regions = beside.map((region) => ({ region, lightness: regionAt(under, region, stage) }));
  const { region, lightness } = regions.reduce((a, b) => (b.lightness > a.lightness ? b : a));
  const drawn = Math.max(strengthContrast[strength], under.line.faintest);
  const left = under.paint.rubbedOut && stage === 'end' ? 0 : leftAt(under, region, stage);
  return Math.min(100, Math.max(0, lightness + (under.light ? 1 : -1) * drawn * left));
}

function leftAt({ paint, ground, toned }: UnderPaint, region: number | null, stage: PaintStage): number {
  if (stage === 'bare') return 1;
  const wash = toned === null ? 1 : leftByFilter(ground, toned, 1);
  if (stage === 'toned' || region === null) return wash;
  return wash * leftUnder(paint, toned ?? ground, region)[stage];
}
