import type { Point } from '../../geometry/index.js';
import { formatDegrees, formatLength, formatNumber, type LengthUnit } from '../../units/index.js';
import type { MeasureKind } from './kinds.js';

/** A check: its kind, and its places on the map, mm. */
export type Measure = { kind: MeasureKind; at: readonly Point[] };

/** What a kind is called, and which places it asks for. */
export const measureWords: Readonly<
  Record<MeasureKind, { name: string; places: readonly string[]; more: boolean }>
> = {
  angle: { name: 'angle against level', places: ['one end of the slope', 'its other end'], more: false },
  plumb: { name: 'plumb line', places: ['where the plumb line hangs', 'what it should meet'], more: false },
  level: { name: 'level line', places: ['where the level line runs', 'what it should meet'], more: false },
  proportion: {
    name: 'dividers',
    places: ['one end of the unit', 'its other end', 'one end of the length', 'its other end'],
    more: false,
  },
  triangle: {
    name: 'triangle',
    places: ['the corner', 'the second corner', 'the third corner'],
    more: false,
  },
  bow: {
    name: 'bow of a curve',
    places: ['one end of the curve', 'its other end', 'its highest point'],
    more: false,
  },
  centre: {
    name: 'centre line',
    places: ['the top of the centre line', 'its foot', 'a place on one side', 'its counterpart'],
    more: false,
  },
  space: { name: 'negative space', places: ['its first corner', 'the next', 'the next'], more: true },
};

/** Whether a check has all its places. */
export const isWhole = ({ kind, at }: Measure): boolean => at.length >= measureWords[kind].places.length;

const degrees = (angleRad: number) => (angleRad * 180) / Math.PI;
const between = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y);
/** How far a place lies off the line through two others, mm; to its right as one looks along it. */
const offLine = (a: Point, b: Point, p: Point) =>
  ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / between(a, b);

/**
 * What a check comes to, of its places as they are on the map or as they were drawn: an angle against level or of a
 * triangle in degrees; how far right of plumb, or above level, in mm; how often the unit goes into the length; the bow as
 * a share of its chord; how the two sides of a centre line compare; a space in mm². NaN where the places do not make one.
 */
export function valueOf({ kind, at }: Measure): number {
  const [a, b, c, d] = at;
  if (!a || !b) return NaN;
  switch (kind) {
    case 'angle': {
      const angle = degrees(Math.atan2(a.y - b.y, b.x - a.x));
      // A slope has no direction.
      return angle > 90 ? angle - 180 : angle <= -90 ? angle + 180 : angle;
    }
    case 'plumb':
      return b.x - a.x;
    case 'level':
      return a.y - b.y;
    case 'proportion':
      return c && d ? between(c, d) / between(a, b) : NaN;
    case 'triangle': {
      if (!c) return NaN;
      const angle = Math.abs(degrees(Math.atan2(b.y - a.y, b.x - a.x) - Math.atan2(c.y - a.y, c.x - a.x)));
      return angle > 180 ? 360 - angle : angle;
    }
    case 'bow':
      return c ? Math.abs(offLine(a, b, c)) / between(a, b) : NaN;
    case 'centre':
      return c && d ? Math.abs(offLine(a, b, c)) / Math.abs(offLine(a, b, d)) : NaN;
    case 'space':
      return at.length < 3
        ? NaN
        : Math.abs(
            at.reduce(
              (sum, p, k) => sum + p.x * at[(k + 1) % at.length].y - p.y * at[(k + 1) % at.length].x,
              0,
            ),
          ) / 2;
  }
}

/** An error of this much is as bad as one of another kind: what a practised eye just sees. */
const seenError: Readonly<Record<MeasureKind, number>> = {
  angle: 1.5,
  plumb: 1.2,
  level: 1.2,
  proportion: 0.03,
  triangle: 2,
  bow: 0.02,
  centre: 0.05,
  space: 0.05,
};

/** Angles turn over at 90°. */
const turned = (angle: number) => (angle > 90 ? angle - 180 : angle < -90 ? angle + 180 : angle);

/** Whether a slope that is off by an angle, degrees, is too steep: past upright it leans the other way, and is flatter. */
export const isTooSteep = (error: number, wanted: number): boolean =>
  Math.abs(turned(wanted + error)) > Math.abs(wanted);

/** By how much what was drawn is off: ratios and areas as a share, the rest in their units. */
export function errorOf(kind: MeasureKind, wanted: number, drawn: number): number {
  if (kind === 'angle') return turned(drawn - wanted);
  return kind === 'proportion' || kind === 'centre' || kind === 'space' ? drawn / wanted - 1 : drawn - wanted;
}

/** How bad an error is beside those of other kinds: 1 is just seen. */
export const normalisedError = (kind: MeasureKind, error: number): number =>
  Math.abs(error) / seenError[kind];

/** A value in the user's units. */
export function sayValue(kind: MeasureKind, value: number, unit: LengthUnit): string {
  const radians = (value * Math.PI) / 180;
  const beside = (word: string, other: string) =>
    `${formatLength(Math.abs(value), unit)} ${value >= 0 ? word : other}`;
  switch (kind) {
    case 'angle':
    case 'triangle':
      return formatDegrees(radians, 1);
    case 'plumb':
      return beside('right of it', 'left of it');
    case 'level':
      return beside('above it', 'below it');
    case 'proportion':
      return `${formatNumber(value, 2)} units`;
    case 'bow':
      return `${formatNumber(100 * value, 1)} % of its chord`;
    case 'centre':
      return `1 : ${formatNumber(1 / value, 2)}`;
    case 'space':
      return `${formatNumber(value / 100, 1)} cm²`;
  }
}

/** What is wrong with what was drawn, in a word or two. */
export function sayError(kind: MeasureKind, error: number, wanted: number, unit: LengthUnit): string {
  const more = error > 0;
  switch (kind) {
    case 'angle': {
      const says = formatDegrees((Math.abs(error) * Math.PI) / 180, 1);
      return isTooSteep(error, wanted) ? `${says} too steep` : `${says} too flat`;
    }
    case 'triangle':
      return `${formatDegrees((Math.abs(error) * Math.PI) / 180, 1)} too ${more ? 'wide' : 'narrow'}`;
    case 'plumb':
      return `${formatLength(Math.abs(error), unit)} too far ${more ? 'right' : 'left'}`;
    case 'level':
      return `${formatLength(Math.abs(error), unit)} too ${more ? 'high' : 'low'}`;
    case 'proportion':
      return `${formatNumber(100 * Math.abs(error), 1)} % too ${more ? 'long' : 'short'}`;
    case 'bow':
      return `bowed ${more ? 'too much' : 'too little'} by ${formatNumber(100 * Math.abs(error), 1)} % of its chord`;
    case 'centre':
      return `the first side ${formatNumber(100 * Math.abs(error), 1)} % too ${more ? 'wide' : 'narrow'}`;
    case 'space':
      return `${formatNumber(100 * Math.abs(error), 1)} % too ${more ? 'large' : 'small'}`;
  }
}
