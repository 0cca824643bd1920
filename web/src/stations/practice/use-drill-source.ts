import { useEffect, useMemo, useState } from 'react';
import { labOfSrgb } from '@nobrel/core/colour';
import type { MapDocument } from '@nobrel/core/documents';
import { mainPictureOf, type Work } from '@nobrel/core/file';
import { findFitFault, layOut, wholePictureOn } from '@nobrel/core/fit';
import type { Rect } from '@nobrel/core/geometry';
import type { DrillSource } from '@nobrel/core/practice';
import { usePrepared } from '../../workers/use-pictures.js';

/** The prepared picture behind drills, and where the whole of it lies on the surface, mm. */
export type DrillPicture = { href: string; at: Rect };

/** Pixels of a picture as they are read, no larger than this on a side: patches are larger than that. */
const maxSidePx = 1000;

/**
 * What drills are made from: the map of a work, and how light its picture is, squared and cropped as the work has it.
 *
 * @returns null until it is there; without a picture where that cannot be laid out or drawn
 */
export function useDrillSource(
  work: Work,
  map: MapDocument,
): { source: DrillSource; picture: DrillPicture | null } | null {
  const main = useMemo(() => mainPictureOf(work), [work]);
  const { href, fault } = usePrepared(main.picture, main.squaring, 'colour');
  const { fit } = work.decisions;
  const at = useMemo(
    () => (findFitFault(fit) ? null : wholePictureOn(layOut(main.preparation, fit), main.preparation)),
    [main, fit],
  );
  const picture = useMemo(() => (href !== null && at ? { href, at } : null), [href, at]);
  const pixels = usePixels(picture?.href ?? null);
  return useMemo(() => {
    if (at === null || (fault !== null && href === null))
      return { picture: null, source: { map, lightnessAt: () => NaN } };
    if (!picture || !pixels) return null;
    return { picture, source: { map, lightnessAt: lightnessIn(picture.at, pixels) } };
  }, [at, fault, href, picture, pixels, map]);
}

/** The pixels of a picture. */
function usePixels(href: string | null): ImageData | null {
  const [read, setRead] = useState<{ href: string; pixels: ImageData } | null>(null);
  useEffect(() => {
    if (href === null) return undefined;
    let wanted = true;
    const image = new Image();
    image.src = href;
    void image.decode().then(() => {
      const shrink = Math.min(1, maxSidePx / Math.max(image.naturalWidth, image.naturalHeight));
      const canvas = document.createElement('canvas');
      canvas.width = Math.round(shrink * image.naturalWidth);
      canvas.height = Math.round(shrink * image.naturalHeight);
      const context = canvas.getContext('2d');
      context?.drawImage(image, 0, 0, canvas.width, canvas.height);
      const pixels = context?.getImageData(0, 0, canvas.width, canvas.height);
      if (wanted && pixels) setRead({ href, pixels });
    });
    return () => {
      wanted = false;
    };
  }, [href]);
  return href !== null && read?.href === href ? read.pixels : null;
}

/** How light a place of the surface is, CIE L*; no number where the picture does not reach. */
const lightnessIn =
  (at: Rect, { data, width, height }: ImageData) =>
  (x: number, y: number): number => {
    const px = Math.floor((width * (x - at.x)) / at.width);
    const py = Math.floor((height * (y - at.y)) / at.height);
    if (px < 0 || py < 0 || px >= width || py >= height) return NaN;
    const [red = NaN, green = NaN, blue = NaN] = data.subarray(4 * (py * width + px));
    return labOfSrgb(red, green, blue).lightness;
  };
