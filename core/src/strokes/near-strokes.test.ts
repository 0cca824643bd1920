import { expect } from 'chai';
import {
  ellipseArc,
  judgeStrokes,
  renderLightness,
  straightsThrough,
  type DrawnStroke,
  type KnownDrawing,
} from '../testing/index.js';
import { findDarknessLimit, findStrokes, joinStrokes, tellStrokes } from './index.js';

type Place = readonly [number, number];

const stroke = (points: Float64Array, closed = false): DrawnStroke => ({
  points,
  closed,
  darkness: 1,
  width: 1,
  part: 'drawing',
});
const straight = (...places: readonly Place[]) => stroke(straightsThrough(places));
/** Part of a circle, from one angle to another, mm. */
const arc = (centre: Place, radiusMm: number, fromRad: number, toRad: number) =>
  stroke(ellipseArc(centre, [radiusMm, radiusMm], [fromRad, toRad]));
const ring = (radiusMm: number) => stroke(ellipseArc([0, 0], [radiusMm, radiusMm]), true);

/** A few groups of strokes all over a sheet of 80 by 60 mm, each time turned a little further. */
function repeated(groups: readonly (readonly DrawnStroke[])[]): KnownDrawing {
  const places = Array.from({ length: 12 }, (_, n) => ({
    at: [10 + 20 * (n % 4), 10 + 20 * Math.floor(n / 4)] as const,
    turnRad: 0.53 * n,
  }));
  return {
    name: 'near strokes',
    widthMm: 80,
    heightMm: 60,
    strokes: places.flatMap(({ at, turnRad }, n) => {
      const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)];
      return groups[n % groups.length].map(({ points, ...rest }) => ({
        ...rest,
        points: points.map((_, i) => {
          const [x, y] = [points[i & ~1], points[i | 1]];
          return i % 2 === 0 ? at[0] + x * cos - y * sin : at[1] + x * sin + y * cos;
        }),
      }));
    }),
  };
}

/** How a drawing in pen is found on a scan of some fineness. */
function judged(groups: readonly (readonly DrawnStroke[])[], pxPerMm: number) {
  const drawing = repeated(groups);
  const { lightness, lens } = renderLightness(drawing, {
    tool: 'pen',
    paper: 93,
    contrast: 60,
    light: 'side',
    taken: 'scanned',
    pxPerMm,
    seed: 3,
  });
  const all = joinStrokes(findStrokes(lightness, pxPerMm), pxPerMm);
  const found = tellStrokes(all, findDarknessLimit(all), pxPerMm).filter(({ kind }) => kind === 'drawing');
  const { judgement } = judgeStrokes(drawing, lens, pxPerMm, found, 'pen');
  return judgement;
}

const finenesses = [4.5, 5, 6, 6.6];

describe('strokes near each other', () => {
  const near: Record<string, readonly DrawnStroke[]> = {
    'two side by side, a millimetre apart': [arc([0, 0], 7, 0.2, 2.6), arc([0, 0], 6, 0.2, 2.6)],
    'small rings': [ring(1.3)],
    'a short one that runs from one to the other': [
      straight([-7, 0], [7, 0.5]),
      straight([-7, 2.3], [7, 1.9]),
      straight([0, 0.25], [0.3, 1.2], [0.2, 2.1]),
    ],
    'a leaf with its rib': [
      arc([0, -4.3], 6, 0.8, Math.PI - 0.8),
      arc([0, 4.3], 6, -0.8, 0.8 - Math.PI),
      straight([-4.2, 0], [4.2, 0]),
    ],
  };
  const sheets = {
    ...Object.fromEntries(Object.entries(near).map(([name, group]) => [name, [group]])),
    'all of these': Object.values(near),
  };
  for (const [name, groups] of Object.entries(sheets))
    it(`are each drawn once: ${name}`, () => {
      for (const pxPerMm of finenesses) {
        const { recall, once, precision } = judged(groups, pxPerMm);
        expect(Math.min(recall, once, precision), `${pxPerMm} px/mm`).to.be.greaterThan(0.97);
      }
    });
});
