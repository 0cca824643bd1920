import type { MapDocument } from '../documents/index.js';
import { findFitFault, layOut, wholePictureOn } from '../fit/index.js';
import { unsquared } from '../reference/index.js';
import type { MapSettings } from '../map/index.js';
import { mainPictureOf, type Work } from './work.js';

type WorkParts = Pick<Work, 'decisions' | 'pictures'>;

/** What a map is asked to be by a work's decisions. */
export function mapRequestOf(work: WorkParts) {
  const { decisions } = work;
  if (findFitFault(decisions.fit)) return null;
  const { picture, squaring, preparation } = mainPictureOf(work);
  const layout = layOut(preparation, decisions.fit);
  const { surface, frame, window } = layout;
  return {
    picture,
    squaring,
    window,
    placement: { surface, frame },
    settings: decisions.map,
    corrections: decisions.corrections.list,
    wholeAt: wholePictureOn(layout, preparation),
  };
}

/** What a map document keeps, beside its own settings, of the picture it was made from. */
export function mapOrigin(request: NonNullable<ReturnType<typeof mapRequestOf>>) {
  return { crop: request.window, picture: request.picture.hash, squaring: request.squaring };
}

/** Whether a map was made from the decisions as they stand, so that it need not be made again. */
export function isMapCurrent(map: MapDocument, work: WorkParts): boolean {
  const wanted = mapRequestOf(work);
  if (!wanted) return false;
  const { crop, picture, squaring, corrections, ...settings } = map.settings;
  return (
    sameFields(map.surface, wanted.placement.surface) &&
    sameFields(map.frame, wanted.placement.frame) &&
    sameFields(settings, wanted.settings satisfies MapSettings) &&
    inOrder(corrections ?? []) === inOrder(wanted.corrections) &&
    sameFields(crop, wanted.window) &&
    (picture === undefined || picture === wanted.picture.hash) &&
    sameFields(squaring ?? unsquared, wanted.squaring)
  );
}

function sameFields(a: unknown, b: object): boolean {
  return typeof a === 'object' && a !== null && inOrder(a) === inOrder(b);
}

/** Text of a value with the fields of every object in order, so that equal values have equal texts. */
function inOrder(value: unknown): string {
  return JSON.stringify(value, (_, part: unknown) =>
    typeof part === 'object' && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([x], [y]) => (x < y ? -1 : 1)))
      : part,
  );
}
