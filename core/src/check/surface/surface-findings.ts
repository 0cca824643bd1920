import type { CheckReport, MapLine } from '../../documents/index.js';
import { counted, formatLength, type LengthUnit, type SizeMm } from '../../units/index.js';
import { sayMove } from '../drawing/say-findings.js';
import { badness, lengthOf, middleOf, type Finding, type Weighed } from '../finding.js';
import type { SayWhere } from '../named-parts.js';
import type { Cover } from '../subjects.js';

/** What a sheet did that slipped: lines traced after it, and lines that stand twice. */
export function shiftedFindings({ slip, doubled }: CheckReport, unit: LengthUnit): Finding[] {
  const finding = (
    key: string,
    shift: NonNullable<CheckReport['slip']>,
    says: (count: string, how: string) => string,
  ): Finding => {
    const { lines, x, y, dx, dy, angleDeg } = shift;
    const move = { dx, dy, angleDeg, scale: 1 };
    return {
      key,
      kind: 'part',
      says: says(counted(lines.length, 'line'), sayMove(move, unit)),
      at: { x, y },
      lines,
      move,
    };
  };
  return [
    ...(slip
      ? [
          finding(
            'slip',
            slip,
            (count, how) =>
              `The sheet slipped: ${count} traced after that, ${how}. Lay the sheet back by its marks before going on.`,
          ),
        ]
      : []),
    ...(doubled
      ? [
          finding(
            'doubled',
            doubled,
            (count, how) => `${count} stand twice, the second time ${how}: take one of each away.`,
          ),
        ]
      : []),
  ];
}

/** Lines gathered by where on the surface they lie. */
function byPlace(lines: readonly MapLine[], where: SayWhere) {
  const places = new Map<string, MapLine[]>();
  for (const line of lines) {
    const place = where(line.points);
    places.set(place, [...(places.get(place) ?? []), line]);
  }
  return [...places].map(([place, there]) => ({
    place,
    lines: there,
    at: middleOf(
      there.map(({ points }) => {
        const { x, y } = middleOf(points);
        return [x, y] as const;
      }),
    ),
    lengthMm: there.reduce((sum, { points }) => sum + lengthOf(points), 0),
  }));
}

/** What is still to trace, by where it is. */
export function stillToTrace(lines: readonly MapLine[], where: SayWhere, unit: LengthUnit): Weighed[] {
  return byPlace(lines, where).map(({ place, lines: there, at, lengthMm }) => ({
    finding: {
      key: `to trace ${place}`,
      kind: 'missing',
      says: `Still to trace ${place}: ${counted(there.length, 'line')}, ${formatLength(lengthMm, unit)}.`,
      at,
      lines: there.map(({ id }) => id),
    },
    bad: lengthMm * badness.eachMmMissing,
  }));
}

/** Where more of the lines than this are too dark, it is said once. */
const allOver = 0.5;

/**
 * Lines too dark for what covers them, by where they are.
 *
 * @param of how many lines there are
 */
export function tooDark(
  lines: readonly MapLine[],
  of: number,
  cover: Cover,
  { size, where }: { size: SizeMm; where: SayWhere },
): Finding[] {
  if (lines.length > allOver * of)
    return [
      {
        key: 'dark',
        kind: 'dark',
        says: `Too dark for ${coverWords[cover]}: ${lines.length} of ${counted(of, 'line')}. Lighten the whole, pressing a putty rubber on, without rubbing.`,
        at: { x: size.widthMm / 2, y: size.heightMm / 2 },
        lines: lines.map(({ id }) => id),
      },
    ];
  return byPlace(lines, where)
    .sort((a, b) => b.lengthMm - a.lengthMm)
    .map(({ place, lines: there, at }) => ({
      key: `dark ${place}`,
      kind: 'dark',
      says: `Too dark for ${coverWords[cover]} ${place}: ${counted(there.length, 'line')}. Lighten ${there.length === 1 ? 'it' : 'them'}, pressing a putty rubber on, without rubbing.`,
      at,
      lines: there.map(({ id }) => id),
    }));
}

const coverWords: Readonly<Record<Cover, string>> = {
  nothing: 'what covers it',
  pale: 'pale washes',
  deep: 'deep washes',
  opaque: 'opaque paint',
};
