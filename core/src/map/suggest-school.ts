import type { MapDocument } from '../documents/index.js';
import { schools, type School } from './schools.js';
import { effortOf, lineLengthMm } from './weight/index.js';

/** Values this close together do not carry a picture (L\* from the darkest to the lightest). */
const fewTones = 38;

/** A value that takes up less of the picture than this hardly counts. */
const minShare = 0.03;

/** Less contour than this on the picture's diagonal, and there are hardly any things to draw, of 1. */
const fewContours = 1.2;

/** More minutes than this for the values on things, and they had better be painted from the reference. */
const longValues = 30;

/**
 * The school a picture reads best in, judged by a map with contours and values both, and why.
 *
 * @param map of the school a new work begins with
 * @returns null when that school suits it
 */
export function suggestSchool(map: MapDocument): { school: School; because: string } | null {
  const { width, height } = map.frame;
  const shareOf = (level: number) =>
    map.shapes.reduce((sum, shape) => sum + (shape.level === level ? shape.area : 0), 0) / (width * height);
  const seen = map.values.filter(({ level }) => shareOf(level) >= minShare);
  const range = seen.length === 0 ? 0 : seen[seen.length - 1].lightness - seen[0].lightness;
  const contourMm = map.lines.reduce(
    (sum, line) => sum + (line.of === 'contour' ? lineLengthMm(line) : 0),
    0,
  );
  const values = effortOf({ ...map, lines: map.lines.filter((line) => line.of !== 'contour') }).minutes;
  const named = (id: string, because: string) => {
    const school = schools.find((one) => one.id === id);
    return school ? { school, because } : null;
  };
  if (contourMm < fewContours * Math.hypot(width, height)) {
    return named('loose', 'It has hardly a contour, so that a few large values say more than lines.');
  }
  if (range < fewTones) {
    return named(
      'clean-contour',
      `Its values lie within ${Math.round(range)} L* of each other, so that things are told apart by their contours.`,
    );
  }
  if (values > longValues) {
    return named(
      'clean-contour',
      `The values on its things alone would take ${Math.round(values)} min to trace; they are better painted from the reference.`,
    );
  }
  return null;
}
