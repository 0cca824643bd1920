import KDBush from 'kdbush';
import { median } from '../../raster/index.js';
import { weighedShare, type MeasuredStroke } from './measure-strokes.js';

/** A flat tint, as of a drawing that was coloured in, is no darker than this, as a share of the drawing's darkness. */
const maxTintStrength = 0.7;

/** One that was thinned to a stroke is wider than strokes are by so many times, and wider than it is long. */
const tintWidths = 2.5;

/** One whose outline was taken has nearly all of it along strokes that enclose it, no further off than this beside their width, mm. */
const enclosedShare = 0.97;
const enclosedMm = 1.2;

/**
 * Finds what is no stroke but a flat tint that others enclose: they draw its rim already, and its middle is nobody's
 * line.
 *
 * @param strokes in pixels
 * @returns their indices
 */
export function findTints(strokes: readonly MeasuredStroke[], pxPerMm: number): Set<number> {
  const lines = strokes.filter(({ rim, black }) => !rim && !black);
  const usualPx = weighedShare(
    lines.map(({ widths, lengthPx }) => ({ value: median(widths), weight: lengthPx })),
    0.5,
  );
  const faint = [...strokes.entries()].filter(([, { strength, rim }]) => !rim && strength < maxTintStrength);
  const thinned = faint.filter(
    ([, { closed, black, free, lengthPx, widths }]) =>
      !closed && !black && !free[0] && !free[1] && median(widths) > Math.max(lengthPx, tintWidths * usualPx),
  );
  const outlined = faint.filter(([, { black }]) => black);
  const enclosed =
    outlined.length === 0 ? [] : outlined.filter(enclosedBy(lines, usualPx + enclosedMm * pxPerMm));
  return new Set([...thinned, ...enclosed].map(([k]) => k));
}

/** Tells outlines that run along some lines, no further off than a distance. */
function enclosedBy(lines: readonly MeasuredStroke[], reachPx: number) {
  const points = lines
    .filter(({ strength }) => strength >= maxTintStrength)
    .flatMap((line) => [...line.points]);
  const index = new KDBush(Math.max(1, points.length / 2));
  for (let i = 0; i < points.length; i += 2) index.add(points[i], points[i + 1]);
  if (points.length === 0) index.add(-1e9, -1e9);
  index.finish();
  return ([, { points: own }]: readonly [number, MeasuredStroke]): boolean => {
    let along = 0;
    for (let i = 0; i < own.length; i += 2) if (index.within(own[i], own[i + 1], reachPx).length > 0) along++;
    return along >= (enclosedShare * own.length) / 2;
  };
}
