import { expect } from 'chai';
import { lightnessPlane } from '../colour/index.js';
import { straightsThrough } from '../camera/drawn-stroke.js';
import { luminanceOfWindow } from '../raster/index.js';
import { judgeStrokes, renderDrawing, type DrawnStroke, type KnownDrawing } from '../testing/index.js';
import { findDarknessLimit, findStrokes, joinStrokes, tellStrokes } from './index.js';

type Place = readonly [number, number];

const stroke = (places: readonly Place[], closed = false): DrawnStroke => ({
  points: straightsThrough(closed ? [...places, places[0]] : places),
  closed,
  darkness: 1,
  width: 1,
  part: 'drawing',
});

/** An arc about a place, from one angle to another, mm. */
const arc = ([cx, cy]: Place, radius: number, from: number, to: number): Place[] =>
  Array.from({ length: 25 }, (_, k) => {
    const angle = from + ((to - from) * k) / 24;
    return [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)];
  });

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
  const { picture, lens } = renderDrawing(drawing, {
    tool: 'pen',
    paper: 93,
    contrast: 60,
    light: 'side',
    taken: 'scanned',
    pxPerMm,
    seed: 3,
  });
  const { width, height } = picture;
  const { data } = luminanceOfWindow(picture, { x: 0, y: 0, width, height }, width, height);
  const all = joinStrokes(findStrokes({ width, height, data: lightnessPlane(data) }, pxPerMm), pxPerMm);
  const found = tellStrokes(all, findDarknessLimit(all), pxPerMm).filter(({ kind }) => kind === 'drawing');
  const { judgement } = judgeStrokes(drawing, lens, pxPerMm, found, 'pen');
  return judgement;
}

const finenesses = [4.5, 5, 6, 6.6];

describe('strokes near each other', () => {
  const near: Record<string, readonly DrawnStroke[]> = {
    'two side by side, a millimetre apart': [
      stroke(arc([0, 0], 7, 0.2, 2.6)),
      stroke(arc([0, 0], 6, 0.2, 2.6)),
    ],
    'small rings': [stroke(arc([0, 0], 1.3, 0, 1.92 * Math.PI), true)],
    'a short one that runs from one to the other': [
      stroke([
        [-7, 0],
        [7, 0.5],
      ]),
      stroke([
        [-7, 2.3],
        [7, 1.9],
      ]),
      stroke([
        [0, 0.25],
        [0.3, 1.2],
        [0.2, 2.1],
      ]),
    ],
    'a leaf with its rib': [
      stroke(arc([0, -4.3], 6, 0.8, Math.PI - 0.8)),
      stroke(arc([0, 4.3], 6, -0.8, 0.8 - Math.PI)),
      stroke([
        [-4.2, 0],
        [4.2, 0],
      ]),
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
