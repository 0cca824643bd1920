import type { MapDocument } from '../documents/index.js';
import { findFitFault, layOut } from '../fit/index.js';
import type { MapSettings } from '../map/index.js';
import type { Work } from './work.js';

/** What a map is asked to be by a work's decisions. */
export function mapRequestOf(work: Pick<Work, 'decisions' | 'picture'>) {
  const { decisions, picture } = work;
  if (findFitFault(decisions.fit)) return null;
  const { surface, frame, window } = layOut(picture, decisions.fit);
  return { window, placement: { surface, frame }, settings: decisions.map };
}

/** Whether a map was made from the decisions as they stand, so that it need not be made again. */
export function isMapCurrent(map: MapDocument, work: Pick<Work, 'decisions' | 'picture'>): boolean {
  const wanted = mapRequestOf(work);
  if (!wanted) return false;
  const { crop, ...settings } = map.settings;
  return (
    sameFields(map.surface, wanted.placement.surface) &&
    sameFields(map.frame, wanted.placement.frame) &&
    sameFields(settings, wanted.settings satisfies MapSettings) &&
    sameFields(typeof crop === 'object' && crop !== null ? crop : {}, wanted.window)
  );
}

function sameFields(a: object, b: object): boolean {
  const of = (value: object) => JSON.stringify(Object.entries(value).sort(([x], [y]) => (x < y ? -1 : 1)));
  return of(a) === of(b);
}
