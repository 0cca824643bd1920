import type { Rect } from '../geometry/index.js';
import type { PixelWindow } from '../raster/index.js';
import { longestSideMm, shortestSideMm, type FitDecisions } from './decisions.js';

/** Sides of the upright reference, pixels. */
export type PictureSize = { width: number; height: number };

/** How a reference lies on a surface. */
export type Layout = {
  surface: { width: number; height: number };
  /** Room inside the margins, mm. */
  room: Rect;
  /** The picture on the surface, mm. */
  frame: Rect;
  /** The part of the reference that is used, in its pixels. */
  window: PixelWindow;
  pxPerMm: number;
};

/** What cannot be done, for the control concerned. */
export type FitFault = { field: 'widthMm' | 'heightMm' | 'marginMm'; message: string };

/** The picture keeps at least this much room between the margins, mm. */
const leastRoomMm = 5;

/** Says what is wrong with the sizes, or null when the picture can be laid out. */
export function findFitFault(fit: Pick<FitDecisions, 'widthMm' | 'heightMm' | 'marginMm'>): FitFault | null {
  for (const field of ['widthMm', 'heightMm'] as const) {
    const name = field === 'widthMm' ? 'width' : 'height';
    if (!(fit[field] >= shortestSideMm)) {
      return { field, message: `The ${name} must be at least ${shortestSideMm} mm.` };
    }
    if (fit[field] > longestSideMm) {
      return { field, message: `The ${name} can be at most ${longestSideMm / 1000} m.` };
    }
  }
  const most = (Math.min(fit.widthMm, fit.heightMm) - leastRoomMm) / 2;
  if (!(fit.marginMm >= 0)) return { field: 'marginMm', message: 'The margin cannot be less than nothing.' };
  if (fit.marginMm > most) {
    return {
      field: 'marginMm',
      message: `A margin of more than ${Math.floor(most * 10) / 10} mm leaves no room for the picture.`,
    };
  }
  return null;
}

/**
 * Lays a reference on a surface: cropped to fill the room inside the margins, or whole with a border.
 *
 * @throws RangeError when the sizes cannot be; ask `findFitFault` first to say so at the control
 */
export function layOut(picture: PictureSize, fit: FitDecisions): Layout {
  const fault = findFitFault(fit);
  if (fault) throw new RangeError(fault.message);
  const { marginMm } = fit;
  const room = {
    x: marginMm,
    y: marginMm,
    width: fit.widthMm - 2 * marginMm,
    height: fit.heightMm - 2 * marginMm,
  };
  const surface = { width: fit.widthMm, height: fit.heightMm };
  if (fit.way === 'border') {
    const scale = Math.min(room.width / picture.width, room.height / picture.height);
    const width = picture.width * scale;
    const height = picture.height * scale;
    const frame = { x: (fit.widthMm - width) / 2, y: (fit.heightMm - height) / 2, width, height };
    return { surface, room, frame, window: { x: 0, y: 0, ...picture }, pxPerMm: 1 / scale };
  }
  const scale = Math.max(room.width / picture.width, room.height / picture.height);
  const width = Math.min(picture.width, room.width / scale);
  const height = Math.min(picture.height, room.height / scale);
  const window = {
    x: (picture.width - width) * fit.cropX,
    y: (picture.height - height) * fit.cropY,
    width,
    height,
  };
  return { surface, room, frame: room, window, pxPerMm: 1 / scale };
}

/** The whole reference in mm on the surface, parts cropped away included. */
export function wholePictureOn(layout: Layout, picture: PictureSize): Rect {
  const { frame, window } = layout;
  const scale = frame.width / window.width;
  return {
    x: frame.x - window.x * scale,
    y: frame.y - window.y * scale,
    width: picture.width * scale,
    height: picture.height * scale,
  };
}
