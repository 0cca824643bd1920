import { checkBarsOn } from '../sheets/index.js';
import type { SheetsToJoin } from '../transfer/index.js';
import type { Work } from './work.js';

/** The sheets the drawing is joined from: the last that were printed to be traced from. */
export function sheetsToJoin({ printings }: Pick<Work, 'printings'>): SheetsToJoin {
  const last = printings.findLast(({ decisions }) => ['outline', 'mirrored'].includes(decisions.kind));
  if (!last) return { count: 0, barsMm: [] };
  // The assembly diagram is a page, but not a sheet to join.
  return { count: last.pages > 1 ? last.pages - 1 : 1, barsMm: checkBarsOn(last.decisions) };
}
