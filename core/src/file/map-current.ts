import type { MapDocument } from '../documents/index.js';
import { findFitFault, layOut, wholePictureOn } from '../fit/index.js';
import { unsquared } from '../reference/index.js';
import { mapSettingsSchema } from '../map/index.js';
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

/**
 * A drawing made elsewhere as the map of a work: it stands until a decision at Reference, Fit or Map is changed, and
 * the map is then made anew from the reference.
 *
 * @param name of the file it came from
 * @returns the map, or null while the picture does not lie on its surface
 */
export function broughtMap(work: WorkParts, map: MapDocument, name: string): MapDocument | null {
  const request = mapRequestOf(work);
  if (!request) return null;
  const { settings, corrections } = request;
  return {
    ...map,
    settings: {
      ...settings,
      ...mapOrigin(request),
      ...(corrections.length > 0 ? { corrections } : {}),
      brought: name,
    },
  };
}

/** The file a map was brought in from, or null for one that was made here. */
export function broughtFrom({ settings }: Pick<MapDocument, 'settings'>): string | null {
  return typeof settings['brought'] === 'string' ? settings['brought'] : null;
}

/**
 * Whether a map was made from the decisions as they stand, so that it need not be made again. Of a setting that came after
 * it was made, what it begins as counts: that is how maps were made before.
 */
export function isMapCurrent(map: MapDocument, work: WorkParts): boolean {
  const wanted = mapRequestOf(work);
  if (!wanted) return false;
  const { crop, picture, squaring, corrections, brought, ...settings } = map.settings;
  const made = mapSettingsSchema.safeParse(settings);
  // A drawing made elsewhere has its own size.
  const ownSize = typeof brought === 'string';
  return (
    (ownSize || sameFields(map.surface, wanted.placement.surface)) &&
    (ownSize || sameFields(map.frame, wanted.placement.frame)) &&
    made.success &&
    sameFields(made.data, wanted.settings) &&
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
