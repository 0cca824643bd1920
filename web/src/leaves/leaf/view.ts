import { zoomIdentity, type ZoomTransform } from 'd3-zoom';
import type { Rect } from '@nobrel/core/geometry';

/** Width of the rulers along two edges of a leaf, pixels. */
export const rulerPx = 22;
/** Quiet space around what is shown, pixels. */
const restPx = 14;

/** Places content (in its own unit, mm on the surface) in a leaf of some pixels, before pan and zoom. */
export type Base = { scale: number; x: number; y: number };

export function fitInto(extent: Rect, widthPx: number, heightPx: number): Base {
  const room = rulerPx + restPx;
  const scale = Math.max(
    1e-6,
    Math.min((widthPx - room - restPx) / extent.width, (heightPx - room - restPx) / extent.height),
  );
  return {
    scale,
    x: rulerPx + (widthPx - rulerPx - extent.width * scale) / 2 - extent.x * scale,
    y: rulerPx + (heightPx - rulerPx - extent.height * scale) / 2 - extent.y * scale,
  };
}

/** Base and zoom together: pixel = scale · content + shift. */
export function combined(base: Base, zoom: ZoomTransform): Base {
  return { scale: base.scale * zoom.k, x: zoom.applyX(base.x), y: zoom.applyY(base.y) };
}

/** Steps of a ruler, in content units: the finest that leaves room for its numbers. */
export function rulerSteps(
  pxPerContent: number,
  unitMm: number,
  subdivisions: number,
): { major: number; minor: number } {
  const wanted = 46 / pxPerContent / unitMm;
  const candidates = [
    0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000,
  ];
  const inUnits = candidates.find((step) => step >= wanted) ?? 10000;
  return { major: inUnits * unitMm, minor: (inUnits * unitMm) / (inUnits === 1 ? subdivisions : 5) };
}

/** How far one can step back from a leaf and how close look. */
export const minZoom = 0.5;
export const maxZoom = 60;

/** What of the content is seen beside the rulers, content units. */
export function seenOf(place: Base, size: { width: number; height: number }): Rect {
  return {
    x: (rulerPx - place.x) / place.scale,
    y: (rulerPx - place.y) / place.scale,
    width: (size.width - rulerPx) / place.scale,
    height: (size.height - rulerPx) / place.scale,
  };
}

/** The view moved so that a spot is seen, or null when it is. */
export function followedView(
  at: { x: number; y: number },
  view: ZoomTransform,
  place: Base,
  size: { width: number; height: number },
): ZoomTransform | null {
  const seen = seenOf(place, size);
  const gone = (spot: number, from: number, length: number) =>
    spot < from ? from - spot : spot > from + length ? from + length - spot : 0;
  const dx = gone(at.x, seen.x, seen.width) * place.scale;
  const dy = gone(at.y, seen.y, seen.height) * place.scale;
  if (dx === 0 && dy === 0) return null;
  return zoomIdentity.translate(view.x + dx, view.y + dy).scale(view.k);
}

const panStepPx = 40;
const zoomStep = 1.25;

/** The view a key asks for, or null when the key is not the leaf's. */
export function keyedView(
  key: string,
  view: ZoomTransform,
  size: { width: number; height: number },
): ZoomTransform | null {
  const pan = (x: number, y: number) => zoomIdentity.translate(view.x + x, view.y + y).scale(view.k);
  const about = (factor: number) => {
    const k = Math.min(maxZoom, Math.max(minZoom, view.k * factor));
    const cx = size.width / 2;
    const cy = size.height / 2;
    return zoomIdentity
      .translate(cx - ((cx - view.x) / view.k) * k, cy - ((cy - view.y) / view.k) * k)
      .scale(k);
  };
  switch (key) {
    case 'ArrowLeft':
      return pan(panStepPx, 0);
    case 'ArrowRight':
      return pan(-panStepPx, 0);
    case 'ArrowUp':
      return pan(0, panStepPx);
    case 'ArrowDown':
      return pan(0, -panStepPx);
    case '+':
    case '=':
      return about(zoomStep);
    case '-':
      return about(1 / zoomStep);
    case '0':
      return zoomIdentity;
    default:
      return null;
  }
}
