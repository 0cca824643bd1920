import type { SheetDecisions } from '../decisions.js';
import { checkBarMm } from '../page/foot.js';
import { paperOf } from './papers.js';
import { waysRound } from './tiling.js';

/** How long the bars at the foot of sheets can be, mm, over the ways round the paper may be. */
export function checkBarsOn(
  decisions: Pick<SheetDecisions, 'paper' | 'customMm' | 'orientation' | 'marginMm'>,
): number[] {
  const pages = waysRound({ paper: paperOf(decisions), orientation: decisions.orientation });
  const bars = pages.map(({ widthMm }) => checkBarMm(widthMm - 2 * decisions.marginMm));
  return [...new Set(bars)].sort((a, b) => a - b);
}
