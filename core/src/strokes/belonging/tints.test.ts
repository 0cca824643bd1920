import { expect } from 'chai';
import { polylineLength } from '../../geometry/index.js';
import type { MeasuredStroke } from './measure-strokes.js';
import { findTints } from './tints.js';

const pxPerMm = 4;

const strokeOf = (
  places: readonly number[],
  more: Partial<MeasuredStroke> = {},
  widthPx = 3,
): MeasuredStroke => ({
  points: Float64Array.from(places),
  widths: new Float64Array(places.length / 2).fill(widthPx),
  darkness: new Float64Array(places.length / 2).fill(40),
  closed: false,
  free: [true, true],
  strength: 1,
  lengthPx: polylineLength(Float64Array.from(places), more.closed ?? false),
  rim: false,
  ...more,
});

/** A ring, or the part of it up to some angle. */
const ring = (radius: number, more: Partial<MeasuredStroke> = {}, toRad = 2 * Math.PI) =>
  strokeOf(
    Array.from({ length: 90 }, (_, k) => {
      const angle = (toRad * k) / 90;
      return [100 + radius * Math.cos(angle), 100 + radius * Math.sin(angle)];
    }).flat(),
    { closed: toRad > 6, free: [false, false], ...more },
  );

const tint = { black: true, strength: 0.4 } as const;

describe('tints between strokes', () => {
  it('whose outline runs along the stroke that encloses them are no lines of their own', () => {
    expect([...findTints([ring(40), ring(35, tint)], pxPerMm)]).to.deep.equal([1]);
  });

  it('are kept where nothing else draws a part of their rim, or where they are as dark as the drawing', () => {
    expect(findTints([ring(40, {}, 4.5), ring(35, tint)], pxPerMm).size).to.equal(0);
    expect(findTints([ring(40), ring(25, tint)], pxPerMm).size).to.equal(0);
    expect(findTints([ring(40), ring(35, { ...tint, strength: 0.9 })], pxPerMm).size).to.equal(0);
    expect(findTints([ring(35, tint)], pxPerMm).size).to.equal(0);
  });

  it('that were thinned to a short wide stroke from one line to another are none, other than dark or narrow ones', () => {
    const across = (more: Partial<MeasuredStroke>, widthPx: number) =>
      strokeOf([90, 100, 110, 100], { free: [false, false], strength: 0.4, ...more }, widthPx);
    expect([...findTints([ring(20), across({}, 30)], pxPerMm)]).to.deep.equal([1]);
    expect(findTints([ring(20), across({}, 5)], pxPerMm).size).to.equal(0);
    expect(findTints([ring(20), across({ strength: 1 }, 30)], pxPerMm).size).to.equal(0);
    expect(findTints([ring(20), across({ free: [true, false] }, 30)], pxPerMm).size).to.equal(0);
  });
});
