import { useMemo } from 'react';
import { mainPictureOf, type MainPicture, type Work } from '@nobrel/core/file';
import { spotOnSurface, type Layout } from '@nobrel/core/fit';
import type { Point } from '@nobrel/core/geometry';
import { preparedSpot } from '@nobrel/core/reference';
import { useDecisions, useKept, useWork } from '../../store/use-work.js';
import type { LoupeDetail } from '../leaf/loupe.js';

/** The picture that is worked from, and how it is prepared. */
export function useMainPicture(): MainPicture {
  const { pictures } = useKept();
  const reference = useDecisions('reference');
  return useMemo(() => mainPictureOf({ pictures, decisions: { reference } }), [pictures, reference]);
}

/** Details pinned to the picture that is worked from, with their spot in it as prepared, pixels. */
export function pinsOf(work: Work, { picture, preparation }: MainPicture) {
  const known = new Map(work.pictures.map((other) => [other.hash, other]));
  return work.decisions.reference.details.flatMap((detail, index) => {
    const shown = known.get(detail.hash);
    if (!shown || detail.on !== picture.hash) return [];
    return [{ index, detail, shown, spot: preparedSpot(preparation, detail.at) }];
  });
}

/** Pinned details for the loupe, on a leaf counted in pixels, or on one that shows the surface. */
export function useLoupeDetails(layout?: Layout): LoupeDetail[] {
  const work = useWork();
  const main = useMainPicture();
  const place = (spot: Point) => (layout ? spotOnSurface(layout, spot.x, spot.y) : spot);
  return pinsOf(work, main).map(({ detail, shown, spot }) => ({
    ...place(spot),
    href: `/api/pictures/${shown.hash}/view`,
    words: detail.words || shown.name,
  }));
}
