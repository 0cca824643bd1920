import { polylineLength } from '../../geometry/index.js';
import { median } from '../../raster/index.js';
import type { Stroke } from '../stroke.js';

/** A stroke with its length, and its darkness beside the drawing's. */
export type MeasuredStroke = Stroke & {
  /** How dark it is, as a share of how dark the drawing's strokes are. */
  strength: number;
  lengthPx: number;
  /** It runs along the rim of the picture: the edge of the sheet. */
  rim: boolean;
};

/** The drawing's darkness is that which this share of its line, weighed by its darkness, does not exceed. */
const referenceShare = 0.6;

/** A stroke all of which lies so near the rim of the picture is the edge of the sheet, as a share of the shorter side. */
const rimShare = 0.008;

type Size = { width: number; height: number };

/** Strokes with their darkness told as a share of the drawing's: of how dark most of what is drawn is. */
export function measureStrokes(strokes: readonly Stroke[], { width, height }: Size): MeasuredStroke[] {
  const measured = strokes.map((stroke) => ({
    ...stroke,
    rim: runsAlongRim(stroke, width, height),
    lengthPx: polylineLength(stroke.points, stroke.closed),
    dark: median(stroke.darkness),
  }));
  const reference = weighedShare(
    measured
      .filter(({ rim }) => !rim)
      .map(({ dark, lengthPx }) => ({ value: dark, weight: dark * lengthPx })),
    referenceShare,
  );
  return measured.map(({ dark, ...stroke }) => ({
    ...stroke,
    strength: reference > 0 ? dark / reference : 0,
  }));
}

/** Whether a stroke runs along the rim of a picture, as the edge of a sheet that was cut out of a photograph does. */
function runsAlongRim({ points }: Pick<Stroke, 'points'>, width: number, height: number): boolean {
  const near = rimShare * Math.min(width, height) + 2;
  const along = (from: number, side: number) => {
    for (let i = from; i < points.length; i += 2) if (Math.abs(points[i] - side) > near) return false;
    return true;
  };
  return along(0, 0) || along(0, width) || along(1, 0) || along(1, height);
}

/** The value that so large a share of the weight lies below. */
export function weighedShare(values: { value: number; weight: number }[], share: number): number {
  const sorted = [...values].sort((a, b) => a.value - b.value);
  const total = sorted.reduce((sum, { weight }) => sum + weight, 0);
  let below = 0;
  for (const { value, weight } of sorted) {
    below += weight;
    if (below >= share * total) return value;
  }
  return 0;
}
