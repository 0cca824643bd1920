import { useEffect, useMemo, useState } from 'react';
import { labOfSrgb } from '@nobrel/core/colour';
import { mainPictureOf, type Work } from '@nobrel/core/file';
import { findFitFault, layOut, type Layout } from '@nobrel/core/fit';
import type { DrillSource } from '@nobrel/core/practice';
import { unsquared } from '@nobrel/core/reference';
import { useWorkQuery } from '../../store/api/file.js';
import { useKeptMapQuery } from '../../store/api/map.js';

/** A picture behind drills, where it lies on the surface as it came. */
export type DrillPicture = { href: string; layout: Layout; widthPx: number; heightPx: number };

/** Pixels of a picture as they are read, no larger than this on a side: patches are larger than that. */
const maxSidePx = 1000;

/**
 * What drills are made from: the map of a work, and how light its picture is. Where the picture was squared or cropped
 * its lightness is not asked for.
 *
 * @returns null until it is there
 */
export function useDrillSource(id: string): { source: DrillSource; picture: DrillPicture | null } | null {
  const work = useWorkQuery(id);
  const kept = useKeptMapQuery(id);
  const picture = useMemo(() => (work.data ? pictureOf(work.data) : null), [work.data]);
  const pixels = usePixels(picture?.href ?? null);
  const map = kept.data?.document;
  return useMemo(() => {
    if (!map || (picture && !pixels)) return null;
    return {
      picture,
      source: { map, lightnessAt: picture && pixels ? lightnessIn(picture, pixels) : () => NaN },
    };
  }, [map, picture, pixels]);
}

function pictureOf(work: Work): DrillPicture | null {
  const { picture, squaring, preparation } = mainPictureOf(work);
  const { fit } = work.decisions;
  const isAsItCame = JSON.stringify(squaring) === JSON.stringify(unsquared);
  if (!isAsItCame || findFitFault(fit)) return null;
  return {
    href: `/api/pictures/${picture.hash}/view`,
    layout: layOut(preparation, fit),
    widthPx: picture.width,
    heightPx: picture.height,
  };
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
  ({ layout: { frame, window }, widthPx }: DrillPicture, { data, width, height }: ImageData) =>
  (x: number, y: number): number => {
    const scale = width / widthPx;
    const px = Math.floor(scale * (window.x + ((x - frame.x) * window.width) / frame.width));
    const py = Math.floor(scale * (window.y + ((y - frame.y) * window.height) / frame.height));
    if (px < 0 || py < 0 || px >= width || py >= height) return NaN;
    const [red = NaN, green = NaN, blue = NaN] = data.subarray(4 * (py * width + px));
    return labOfSrgb(red, green, blue).lightness;
  };
