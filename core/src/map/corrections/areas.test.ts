import { expect } from 'chai';
import { markedAreas } from './areas.js';
import {
  brushKinds,
  thingWays,
  correctionSchema,
  describeCorrection,
  type Correction,
  type Place,
} from './corrections.js';

const picture = { x: 20, y: 10, width: 200, height: 100 };

/** Shares of the picture of a spot on the surface, mm. */
const place = (x: number, y: number): Place => [(x - 20) / 200, (y - 10) / 100];

const stroke = (kind: (typeof brushKinds)[number], path: Place[], radiusMm = 5): Correction => ({
  id: 'b',
  does: 'brush',
  kind,
  path,
  radiusMm,
});

describe('areas marked with the brush', () => {
  it('are what a round brush passes over: a capsule along each step, a disc where it only touched', () => {
    const { focal } = markedAreas(
      [stroke('focal', [place(50, 50), place(100, 50), place(100, 90)])],
      picture,
    );
    for (const [x, y, inside] of [
      [75, 54.9, true],
      [75, 55.1, false],
      [45.1, 50, true],
      [44.9, 50, false],
      [104.9, 70, true],
      [96, 95, false],
      [100, 94.9, true],
    ] as const)
      expect(focal?.(x, y), `${x}, ${y}`).to.equal(inside);
    const touched = markedAreas([stroke('quiet', [place(50, 50)])], picture).quiet;
    expect([touched?.(53, 53), touched?.(54, 54)]).to.deep.equal([true, false]);
  });

  it('of one kind add up, of another stay apart, and none is none', () => {
    const { focal, quiet, excluded } = markedAreas(
      [
        stroke('focal', [place(50, 50)]),
        stroke('focal', [place(150, 50)]),
        stroke('exclude', [place(100, 50)]),
        { id: 'd', does: 'shadow', shape: place(10, 10) },
      ],
      picture,
    );
    expect([focal?.(50, 50), focal?.(150, 50), focal?.(100, 50)]).to.deep.equal([true, true, false]);
    expect(excluded?.(100, 50)).to.equal(true);
    expect(quiet).to.equal(null);
  });

  it('a brush that stands still covers what it stood on', () => {
    const { focal } = markedAreas([stroke('focal', [place(50, 50), place(50, 50)])], picture);
    expect([focal?.(54, 50), focal?.(56, 50)]).to.deep.equal([true, false]);
  });
});

describe('corrections in words', () => {
  const line = { at: place(50, 50), angleRad: 0.3 };
  const all: Correction[] = [
    { id: '1', does: 'drop', line },
    { id: '1', does: 'keep', line },
    { id: '1', does: 'edge', line, edge: 'soft' },
    { id: '1', does: 'join', one: place(1, 1), other: place(2, 2) },
    { id: '1', does: 'split', path: [place(1, 1), place(2, 2)] },
    { id: '1', does: 'move', line, to: place(3, 3), reachMm: 10 },
    { id: '1', does: 'draw', path: [place(1, 1), place(2, 2)], edge: 'hard', widthMm: null },
    { id: '1', does: 'draw', path: [place(1, 1), place(2, 2)], edge: 'hard', widthMm: 2 },
    { id: '1', does: 'hidden', from: line, to: line },
    { id: '1', does: 'guide', at: place(1, 1), angleDeg: 90 },
    ...brushKinds.map((kind) => stroke(kind, [place(1, 1)])),
    ...thingWays.map((way): Correction => ({
      id: '1',
      does: 'thing',
      way,
      outline: [place(1, 1), place(9, 1), place(9, 9)],
    })),
    { id: '1', does: 'shadow', shape: place(1, 1) },
    { id: '1', does: 'front', line, shape: place(1, 1) },
  ];

  it('are told apart, every one, and can all be kept', () => {
    expect(new Set(all.map(describeCorrection)).size).to.equal(all.length);
    for (const correction of all) {
      expect(correctionSchema.parse(JSON.parse(JSON.stringify(correction)))).to.deep.equal(correction);
      expect(describeCorrection(correction)).to.match(/^(a|an|two|what) /);
    }
  });

  it('cover every kind there is', () => {
    const kinds = correctionSchema.options.map((option) => option.shape.does.value);
    expect(new Set(all.map(({ does }) => does))).to.deep.equal(new Set(kinds));
  });
});
