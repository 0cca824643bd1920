import {
  formatLength,
  formatPercent,
  formatSize,
  namedFormats,
  type LengthUnit,
  type SizeMm,
} from '../units/index.js';
import type { PictureSize } from '../reference/index.js';
import type { FitDecisions } from './decisions.js';
import { findFitFault, layOut, marginsOf, type Layout } from './layout.js';
import { allowanceOf } from './surface.js';

/** One way to bring a picture and a surface of different ratios together. */
export type WayOut = {
  id: 'crop' | 'border' | 'extend' | 'stock' | 'cut';
  title: string;
  /** What is lost or left over, in numbers. */
  says: string;
  /** The decisions that take it. */
  change: Partial<FitDecisions>;
  /** How it would lie. */
  layout: Layout;
};

/** Ratios closer than this are the same for any hand (half a percent: 1.5 mm on 300). */
export const sameRatio = 0.005;

/** Surfaces this alike are one, mm. */
const sameSizeMm = 0.5;

/**
 * All ways out for a picture on a surface, each as it would lie, with what it costs. Each really fits: its
 * layout has been made.
 */
export function waysOut(picture: PictureSize, fit: FitDecisions, unit: LengthUnit): WayOut[] {
  if (findFitFault(fit)) return [];
  const found = [
    cropping(picture, fit, unit),
    bordering(picture, fit, unit),
    extending(picture, fit, unit),
    nearestStock(picture, fit, unit),
    bestCut(picture, fit, unit),
  ];
  return found.filter((way) => way !== null);
}

function cropping(picture: PictureSize, fit: FitDecisions, unit: LengthUnit): WayOut {
  const change = { way: 'crop' as const };
  const layout = layOut(picture, { ...fit, ...change });
  return { id: 'crop', title: 'Crop to fill', says: lossWords(picture, layout, unit), change, layout };
}

/** Which sides lose how much of the picture, or that none does. */
export function lossWords(picture: PictureSize, layout: Layout, unit: LengthUnit): string {
  const { window, pxPerMm } = layout;
  const lost = [
    ['left', window.x, picture.width],
    ['right', picture.width - window.x - window.width, picture.width],
    ['top', window.y, picture.height],
    ['bottom', picture.height - window.y - window.height, picture.height],
  ] as const;
  const parts = lost
    .filter(([, px, of]) => px > of * 1e-4)
    .map(([side, px, of]) => `${side} ${formatPercent(px / of, 1)}, ${formatLength(px / pxPerMm, unit)}`);
  return parts.length === 0 ? 'Nothing is lost.' : `Lost: ${parts.join('; ')}.`;
}

function bordering(picture: PictureSize, fit: FitDecisions, unit: LengthUnit): WayOut {
  const change = { way: 'border' as const };
  const layout = layOut(picture, { ...fit, ...change });
  return {
    id: 'border',
    title: 'Leave a border',
    says: `Left free: ${spareWords(layout, layout.opening, unit)}.`,
    change,
    layout,
  };
}

function extending(picture: PictureSize, fit: FitDecisions, unit: LengthUnit): WayOut {
  const change = { way: 'extend' as const };
  const layout = layOut(picture, { ...fit, ...change });
  const { frame, drawing } = layout;
  const added = 1 - (frame.width * frame.height) / (drawing.width * drawing.height);
  return {
    id: 'extend',
    title: 'Extend by hand',
    says:
      added < 1e-4
        ? 'Nothing has to be drawn on.'
        : `To be drawn on, not in the reference: ${spareWords(layout, drawing, unit)}; ${formatPercent(added, 1)} of the drawing.`,
    change,
    layout,
  };
}

/** What lies between the picture and a rectangle round it, side by side. */
function spareWords({ frame }: Layout, around: Layout['opening'], unit: LengthUnit): string {
  const spare = [
    ['left', frame.x - around.x],
    ['right', around.x + around.width - frame.x - frame.width],
    ['top', frame.y - around.y],
    ['bottom', around.y + around.height - frame.y - frame.height],
  ] as const;
  const parts = spare.filter(([, mm]) => mm > 0.05).map(([side, mm]) => `${side} ${formatLength(mm, unit)}`);
  return parts.length === 0 ? 'nothing' : parts.join(', ');
}

/** The named size that asks for least cropping near the present size. */
function nearestStock(picture: PictureSize, fit: FitDecisions, unit: LengthUnit): WayOut | null {
  const area = fit.widthMm * fit.heightMm;
  let best: { cost: number; name: string; size: SizeMm } | null = null;
  for (const format of namedFormats) {
    for (const size of [
      { widthMm: format.widthMm, heightMm: format.heightMm },
      { widthMm: format.heightMm, heightMm: format.widthMm },
    ]) {
      // The surface there is already is no way out.
      if (Math.hypot(size.widthMm - fit.widthMm, size.heightMm - fit.heightMm) < sameSizeMm) continue;
      const off = offRatio(picture, { ...fit, ...size });
      if (off === null) continue;
      const cost = 3 * off + Math.abs(Math.log((size.widthMm * size.heightMm) / area)) / 2;
      if (!best || cost < best.cost) best = { cost, name: format.name, size };
    }
  }
  if (!best) return null;
  const layout = layOut(picture, { ...fit, ...best.size });
  return {
    id: 'stock',
    title: `Take ${best.name}`,
    says: `${formatSize(best.size.widthMm, best.size.heightMm, unit)}. ${remainder(picture, fit, layout, unit)}`,
    change: { ...best.size, measured: null },
    layout,
  };
}

/** How far the room on a surface is from the picture's ratio, as a logarithm; null when nothing fits on it. */
function offRatio(picture: PictureSize, fit: FitDecisions): number | null {
  if (findFitFault(fit)) return null;
  const { frame } = layOut(picture, { ...fit, way: 'crop' });
  return Math.abs(Math.log(frame.width / frame.height / (picture.width / picture.height)));
}

function remainder(picture: PictureSize, fit: FitDecisions, layout: Layout, unit: LengthUnit): string {
  return fit.way === 'crop'
    ? lossWords(picture, layout, unit)
    : `Left free: ${spareWords(layout, layout.opening, unit)}.`;
}

/** The largest surface of the picture's own ratio that the paper at hand gives, allowances included. */
function bestCut(picture: PictureSize, fit: FitDecisions, unit: LengthUnit): WayOut | null {
  const paper = fit.paperAtHand;
  if (!paper) return null;
  const turned = [paper, { widthMm: paper.heightMm, heightMm: paper.widthMm }];
  const cuts = turned
    .map((sheet) => largestCut(picture, fit, sheet))
    .filter((cut) => cut !== null)
    .sort((a, b) => b.widthMm * b.heightMm - a.widthMm * a.heightMm);
  const size = cuts.find((cut) => !findFitFault({ ...fit, ...cut }));
  if (!size) return null;
  const layout = layOut(picture, { ...fit, ...size });
  const allowance = 2 * allowanceOf(fit);
  const used = ((size.widthMm + allowance) * (size.heightMm + allowance)) / (paper.widthMm * paper.heightMm);
  return {
    id: 'cut',
    title: 'Cut the paper at hand',
    says: `${formatSize(size.widthMm, size.heightMm, unit)} from ${formatSize(paper.widthMm, paper.heightMm, unit)}, cut ${formatSize(size.widthMm + allowance, size.heightMm + allowance, unit)}. Nothing of the picture is lost; ${formatPercent(1 - used, 1)} of the sheet is left.`,
    change: { ...size, measured: null },
    layout,
  };
}

function largestCut(picture: PictureSize, fit: FitDecisions, sheet: SizeMm): SizeMm | null {
  const margins = marginsOf(fit);
  const off = fit.offPictureMm;
  const besideX = margins.left + margins.right + off.left + off.right + 2 * fit.matMm;
  const besideY = margins.top + margins.bottom + off.top + off.bottom + 2 * fit.matMm;
  const allowance = 2 * allowanceOf(fit);
  const roomX = sheet.widthMm - allowance - besideX;
  const roomY = sheet.heightMm - allowance - besideY;
  const ratio = picture.width / picture.height;
  const height = Math.min(roomY, roomX / ratio);
  if (!(height > 0)) return null;
  // Down to the tenth of a millimetre, so that the cut never asks for more than the sheet has.
  const down = (mm: number) => Math.floor(mm * 10 + 1e-6) / 10;
  return { widthMm: down(height * ratio + besideX), heightMm: down(height + besideY) };
}

/** How many surfaces of the present size a sheet of paper gives, all lying the same way. */
export function cutsFrom(paper: SizeMm, cut: SizeMm): number {
  const count = (width: number, height: number) =>
    Math.floor(paper.widthMm / width + 1e-9) * Math.floor(paper.heightMm / height + 1e-9);
  return Math.max(count(cut.widthMm, cut.heightMm), count(cut.heightMm, cut.widthMm));
}
