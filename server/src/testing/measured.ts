import type { PageImage } from '../sheets/rasterise.js';

/** How dark a pixel is against graphite, 0–1; blue guides and pale greys count as nothing. */
function darkness({ data }: PageImage, at: number): number {
  const light = ((data[at] ?? 255) + (data[at + 1] ?? 255) + (data[at + 2] ?? 255)) / 3;
  const blue = (data[at + 2] ?? 255) - (data[at] ?? 255);
  return blue > 25 ? 0 : Math.max(0, (235 - light) / 215);
}

/**
 * Where a cross of thin dark arms lies in a picture of a page, to a small part of a pixel, mm: the middle of its
 * upright arm and of its level arm, read away from where they meet.
 *
 * @param near where it should be, mm
 * @param armMm how far its arms reach
 */
export function crossAt(image: PageImage, ppi: number, near: { x: number; y: number }, armMm = 3) {
  const px = ppi / 25.4;
  const middle = { x: near.x * px, y: near.y * px };
  const reach = Math.round(0.8 * armMm * px);
  const free = Math.round(0.3 * armMm * px);
  const window = Math.round(0.25 * armMm * px);
  const centre = (upright: boolean): number => {
    let sum = 0;
    let weight = 0;
    for (let along = -reach; along <= reach; along++) {
      if (Math.abs(along) < free) continue;
      for (let across = -window; across <= window; across++) {
        const x = Math.round(middle.x + (upright ? across : along));
        const y = Math.round(middle.y + (upright ? along : across));
        if (x < 0 || y < 0 || x >= image.width || y >= image.height) continue;
        const dark = darkness(image, 4 * (y * image.width + x));
        sum += dark * ((upright ? x : y) + 0.5);
        weight += dark;
      }
    }
    return weight > 0 ? sum / weight / px : NaN;
  };
  return { x: centre(true), y: centre(false) };
}

/** The first and last pixel that is drawn on at all, mm from the page's top-left corner. */
export function drawnExtent(image: PageImage, ppi: number) {
  const px = ppi / 25.4;
  let [left, top, right, bottom] = [image.width, image.height, 0, 0];
  for (let y = 0; y < image.height; y++) {
    for (let x = 0; x < image.width; x++) {
      const at = 4 * (y * image.width + x);
      if ((image.data[at] ?? 255) > 250 && (image.data[at + 2] ?? 255) > 250) continue;
      left = Math.min(left, x);
      right = Math.max(right, x + 1);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y + 1);
    }
  }
  return { left: left / px, top: top / px, right: right / px, bottom: bottom / px };
}
