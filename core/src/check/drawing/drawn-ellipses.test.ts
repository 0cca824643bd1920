import { expect } from 'chai';
import type { MapDocument } from '../../documents/index.js';
import { drawingScene, sketchMap } from '../../testing/index.js';
import { findingsOf } from '../findings.js';
import { KnownLines } from '../registration/known-lines.js';
import { wantedLines } from './match/course.js';
import { drawnEllipses, roundEllipse } from './drawn-ellipses.js';
import { matchLines } from './match/match-lines.js';
import { reportOf } from './report.js';

const ring = (a: number, b: number, angleRad = 0, x = 150, y = 120) =>
  roundEllipse({ x, y, a, b, angleRad }, 90);
const asRun = (places: readonly (readonly [number, number])[]) =>
  Float64Array.from([...places, ...places.slice(0, 1)].flat());

/** A map with one line on it, a closed one. */
function mapOf(points: [number, number][]): MapDocument {
  const map = sketchMap(drawingScene(1));
  const [line] = map.lines;
  return { ...map, lines: line ? [{ ...line, id: 'rim', points, closed: true }] : [] };
}

function told(wanted: [number, number][], ...drawn: Float64Array[]) {
  const map = mapOf(wanted);
  const size = { widthMm: map.surface.width, heightMm: map.surface.height };
  const known = new KnownLines(drawn, size);
  return {
    map,
    size,
    ellipses: drawnEllipses(matchLines(wantedLines(map), known, size, { offMm: 1 }), known),
  };
}

describe('an ellipse that was drawn', () => {
  it('is found with its axes, whichever way it leans', () => {
    for (const [wanted, drawn, angleRad] of [
      [7, 5.5, 0],
      [7, 8.6, 0.4],
      [12, 12, -0.7],
    ] as const) {
      const { ellipses } = told(ring(20, wanted, angleRad), asRun(ring(20, drawn, angleRad)));
      expect(ellipses).to.have.length(1);
      const axes = (ellipse?: { a: number; b: number }) =>
        [ellipse?.a ?? 0, ellipse?.b ?? 0].sort((p, q) => p - q);
      expect(axes(ellipses[0]?.wanted)[0]).to.be.closeTo(wanted, 0.05);
      expect(axes(ellipses[0]?.drawn)[0]).to.be.closeTo(drawn, 0.15);
      expect(axes(ellipses[0]?.drawn)[1]).to.be.closeTo(20, 0.15);
    }
  });

  it('is not taken for one of another line that crosses it, nor where it is no ellipse', () => {
    const across = Float64Array.from(Array.from({ length: 60 }, (_, k) => [120 + k, 121]).flat());
    const { ellipses } = told(ring(20, 7), asRun(ring(20, 7)), across);
    expect(Math.min(ellipses[0]?.drawn.a ?? 0, ellipses[0]?.drawn.b ?? 0)).to.be.closeTo(7, 0.15);
    const square: [number, number][] = [
      [130, 100],
      [170, 100],
      [170, 140],
      [130, 140],
    ];
    expect(told(square, asRun(square)).ellipses).to.deep.equal([]);
  });

  it('is said to be too flat, and what it should be', () => {
    const saysOf = (short: number) => {
      const { map, size, ellipses } = told(ring(20, 7), asRun(ring(20, short)));
      const report = reportOf({
        placed: {
          pose: { toSheet: [1, 0, 0, 0, 1, 0, 0, 0, 1], bend: [0, 0], centre: { x: 0, y: 0 }, halfPx: 1 },
          found: 'auto',
          whole: { cx: 0, cy: 0, dx: 0, dy: 0, a: 1, b: 0 },
          lines: [],
          seen: 1,
        },
        matches: [],
        beyond: [],
        parts: [],
        extra: [],
        ellipses,
        slip: null,
        doubled: null,
        darkness: [],
        size,
      });
      return findingsOf(report, map, 'mm').map(({ says }) => says);
    };
    expect(saysOf(5.5)).to.deep.equal(['The ellipse in the middle is too flat: 11 mm, should be 14 mm.']);
    expect(saysOf(8.5)[0]).to.match(/is too round: 17 mm, should be 14 mm\.$/);
    expect(saysOf(7.1)).to.deep.equal([]);
  });
});
