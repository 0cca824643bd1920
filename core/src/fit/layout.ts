import type { Rect } from '../geometry/index.js';
import type { PixelWindow } from '../raster/index.js';
import type { PictureSize } from '../reference/index.js';
import type { SizeMm } from '../units/index.js';
import type { FitDecisions, Sides } from './decisions.js';
import { longestSideMm, shortestSideMm } from './limits.js';

/** How a reference lies on a surface. All rectangles in mm from the surface's top-left corner. */
export type Layout = {
  surface: { width: number; height: number };
  /** What a mat leaves to be seen; the whole surface without one. */
  opening: Rect;
  /** Inside the margins. */
  room: Rect;
  /** All that is drawn: the picture, and what is added beside it. */
  drawing: Rect;
  /** The picture. */
  frame: Rect;
  /** The part of the reference that is used, in pixels of the prepared picture. */
  window: PixelWindow;
  pxPerMm: number;
  /** How far weighted placing asks to move the motif from the middle, and how far it could, mm. */
  shift: { askedX: number; askedY: number; givenX: number; givenY: number };
};

/** The decisions a layout follows from. */
export type LayoutDecisions = Pick<
  FitDecisions,
  | 'widthMm'
  | 'heightMm'
  | 'marginsMm'
  | 'matMm'
  | 'offPictureMm'
  | 'way'
  | 'placement'
  | 'bottomRatio'
  | 'weightCentre'
  | 'cropX'
  | 'cropY'
  | 'shiftXMm'
  | 'shiftYMm'
>;

/** What cannot be done, for the control concerned. */
export type FitFault = {
  field: 'widthMm' | 'heightMm' | 'marginsMm' | 'matMm' | 'offPictureMm';
  message: string;
};

/** The picture keeps at least this much room, mm. */
const minRoomMm = 5;

const inset = (rect: Rect, by: Sides): Rect => ({
  x: rect.x + by.left,
  y: rect.y + by.top,
  width: rect.width - by.left - by.right,
  height: rect.height - by.top - by.bottom,
});

const outset = (rect: Rect, by: Sides): Rect =>
  inset(rect, { top: -by.top, right: -by.right, bottom: -by.bottom, left: -by.left });

/** Margins as the school of placing has them: bottom-heavy ones grow at the foot. */
export function marginsOf(fit: Pick<LayoutDecisions, 'marginsMm' | 'placement' | 'bottomRatio'>): Sides {
  const { marginsMm } = fit;
  if (fit.placement !== 'bottom-heavy') return marginsMm;
  return { ...marginsMm, bottom: Math.max(marginsMm.bottom, marginsMm.top * fit.bottomRatio) };
}

/** Says what is wrong with a width and height, be it of a surface, a sheet of paper or a sketch, or null. */
export function findSizeFault(size: SizeMm): FitFault | null {
  for (const field of ['widthMm', 'heightMm'] as const) {
    const name = field === 'widthMm' ? 'width' : 'height';
    if (!(size[field] >= shortestSideMm)) {
      return { field, message: `The ${name} must be at least ${shortestSideMm} mm.` };
    }
    if (size[field] > longestSideMm) {
      return { field, message: `The ${name} can be at most ${longestSideMm / 1000} m.` };
    }
  }
  return null;
}

/** Says what is wrong with the sizes, or null when the picture can be laid out. */
export function findFitFault(fit: LayoutDecisions): FitFault | null {
  const size = findSizeFault(fit);
  if (size) return size;
  const margins = marginsOf(fit);
  const parts = [
    ['matMm', 'A mount', fit.matMm * 2, fit.matMm * 2],
    ['marginsMm', 'Margins', margins.left + margins.right, margins.top + margins.bottom],
    ['offPictureMm', 'Room beside the picture', across(fit.offPictureMm), down(fit.offPictureMm)],
  ] as const;
  let width = fit.widthMm;
  let height = fit.heightMm;
  for (const [field, what, offWidth, offHeight] of parts) {
    if (!(offWidth >= 0 && offHeight >= 0))
      return { field, message: `${what} cannot be negative. Enter 0 or more.` };
    width -= offWidth;
    height -= offHeight;
    const short = width < minRoomMm ? 'width' : height < minRoomMm ? 'height' : null;
    if (short) {
      const [taken, left] = short === 'width' ? [offWidth, width] : [offHeight, height];
      return {
        field,
        message: `${what} taking ${tenth(taken)} mm of the ${short} ${left < 0 ? 'would be more than there is' : 'would leave no room for the picture'}; it may take at most ${tenth(Math.max(0, taken + left - minRoomMm))} mm in all.`,
      };
    }
  }
  return null;
}

const across = (sides: Sides) => sides.left + sides.right;
const down = (sides: Sides) => sides.top + sides.bottom;
const tenth = (mm: number) => Math.floor(mm * 10 + 1e-6) / 10;

/**
 * Lays a reference on a surface: cropped to fill the room inside the margins, or whole with a border, or
 * whole with the rest of the room drawn on.
 *
 * @param picture sides of the prepared reference, pixels
 * @throws RangeError when the sizes cannot be; ask `findFitFault` first to say so at the control
 */
export function layOut(picture: PictureSize, fit: LayoutDecisions): Layout {
  const fault = findFitFault(fit);
  if (fault) throw new RangeError(fault.message);
  const surface = { width: fit.widthMm, height: fit.heightMm };
  const { matMm } = fit;
  const opening = inset({ x: 0, y: 0, ...surface }, { top: matMm, right: matMm, bottom: matMm, left: matMm });
  const room = inset(opening, marginsOf(fit));
  const bed = inset(room, fit.offPictureMm);
  const base = { surface, opening, room };
  return fit.way === 'crop' ? cropped(picture, fit, bed, base) : whole(picture, fit, bed, base);
}

type Base = Pick<Layout, 'surface' | 'opening' | 'room'>;

function cropped(picture: PictureSize, fit: LayoutDecisions, bed: Rect, base: Base): Layout {
  const scale = Math.max(bed.width / picture.width, bed.height / picture.height);
  const width = Math.min(picture.width, bed.width / scale);
  const height = Math.min(picture.height, bed.height / scale);
  const spareX = picture.width - width;
  const spareY = picture.height - height;
  const centre = fit.weightCentre ?? { x: 0.5, y: 0.5 };
  const asked = {
    x: centre.x * picture.width - width / 2,
    y: centre.y * picture.height - height / 2,
  };
  const at =
    fit.placement === 'weighted'
      ? { x: clamp(asked.x, 0, spareX), y: clamp(asked.y, 0, spareY) }
      : fit.placement === 'by-hand'
        ? { x: spareX * fit.cropX, y: spareY * fit.cropY }
        : { x: spareX / 2, y: spareY / 2 };
  return {
    ...base,
    frame: bed,
    drawing: outset(bed, fit.offPictureMm),
    window: { ...at, width, height },
    pxPerMm: 1 / scale,
    shift: {
      askedX: (spareX / 2 - asked.x) * scale,
      askedY: (spareY / 2 - asked.y) * scale,
      givenX: (spareX / 2 - at.x) * scale,
      givenY: (spareY / 2 - at.y) * scale,
    },
  };
}

function whole(picture: PictureSize, fit: LayoutDecisions, bed: Rect, base: Base): Layout {
  const scale = Math.min(bed.width / picture.width, bed.height / picture.height);
  const width = picture.width * scale;
  const height = picture.height * scale;
  const slackX = bed.width - width;
  const slackY = bed.height - height;
  const centre = fit.weightCentre ?? { x: 0.5, y: 0.5 };
  // Weighted: the weight, not the box, is brought to the middle of what is seen.
  const { opening } = base;
  const askedX = opening.x + opening.width / 2 - (bed.x + slackX / 2 + centre.x * width);
  const askedY = opening.y + opening.height / 2 - (bed.y + slackY / 2 + centre.y * height);
  const { x, y } = wanted();
  const givenX = clamp(x, -slackX / 2, slackX / 2);
  const givenY = clamp(y, -slackY / 2, slackY / 2);
  const frame = { x: bed.x + slackX / 2 + givenX, y: bed.y + slackY / 2 + givenY, width, height };
  return {
    ...base,
    frame,
    drawing: fit.way === 'extend' ? base.room : outset(frame, fit.offPictureMm),
    window: { x: 0, y: 0, ...picture },
    pxPerMm: 1 / scale,
    shift: { askedX, askedY, givenX, givenY },
  };

  function wanted(): { x: number; y: number } {
    switch (fit.placement) {
      case 'centred':
        return { x: 0, y: 0 };
      case 'bottom-heavy': {
        // Top and bottom margin, seen from the opening, in the ratio asked for.
        const free = opening.height - height - fit.offPictureMm.top - fit.offPictureMm.bottom;
        const top = opening.y + free / (1 + fit.bottomRatio) + fit.offPictureMm.top;
        return { x: 0, y: top - (bed.y + slackY / 2) };
      }
      case 'weighted':
        return { x: askedX, y: askedY };
      case 'by-hand':
        return { x: fit.shiftXMm, y: fit.shiftYMm };
    }
  }
}

const clamp = (value: number, min: number, max: number) => Math.min(max, Math.max(min, value));

/**
 * The decisions that move a picture by hand from where it lies, by some millimetres on the surface.
 *
 * @param xMm how far the picture moves to the right
 * @param yMm how far it moves down
 */
export function movedByHand(
  picture: PictureSize,
  fit: LayoutDecisions,
  xMm: number,
  yMm: number,
): Pick<FitDecisions, 'placement' | 'cropX' | 'cropY' | 'shiftXMm' | 'shiftYMm'> {
  const { window, pxPerMm, shift } = layOut(picture, fit);
  const spareX = picture.width - window.width;
  const spareY = picture.height - window.height;
  const crop = fit.way === 'crop';
  const share = (at: number, byMm: number, spare: number, kept: number) =>
    crop && spare > 0.01 * pxPerMm ? clamp((at - byMm * pxPerMm) / spare, 0, 1) : kept;
  const moved = (given: number, byMm: number, slack: number) => clamp(given + byMm, -slack / 2, slack / 2);
  const slack = slackOf(picture, fit);
  return {
    placement: 'by-hand',
    cropX: share(window.x, xMm, spareX, fit.cropX),
    cropY: share(window.y, yMm, spareY, fit.cropY),
    shiftXMm: crop ? fit.shiftXMm : moved(shift.givenX, xMm, slack.x),
    shiftYMm: crop ? fit.shiftYMm : moved(shift.givenY, yMm, slack.y),
  };
}

/** How far the picture can be moved at all, mm each way. */
export function slackOf(picture: PictureSize, fit: LayoutDecisions): { x: number; y: number } {
  const { room, frame, window, pxPerMm } = layOut(picture, fit);
  if (fit.way === 'crop') {
    return {
      x: (picture.width - window.width) / pxPerMm,
      y: (picture.height - window.height) / pxPerMm,
    };
  }
  const bed = inset(room, fit.offPictureMm);
  return { x: bed.width - frame.width, y: bed.height - frame.height };
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

/** The spot of the prepared picture, in its pixels, that lies at a place on the surface, mm. */
export function spotInPicture({ frame, window }: Layout, xMm: number, yMm: number): { x: number; y: number } {
  return {
    x: window.x + ((xMm - frame.x) * window.width) / frame.width,
    y: window.y + ((yMm - frame.y) * window.height) / frame.height,
  };
}

/** Where a spot of the prepared picture, in its pixels, lies on the surface, mm. */
export function spotOnSurface(layout: Layout, x: number, y: number): { x: number; y: number } {
  const { frame, window } = layout;
  return {
    x: frame.x + ((x - window.x) * frame.width) / window.width,
    y: frame.y + ((y - window.y) * frame.height) / window.height,
  };
}
