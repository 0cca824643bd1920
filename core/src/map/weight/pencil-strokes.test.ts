import { expect } from 'chai';
import type { MapLine } from '../../documents/index.js';
import { effortOf } from './effort.js';
import { chooseLines } from './budget.js';
import { pencilStrokesOf, strokeLengthMm } from './pencil-strokes.js';

function line(id: string, points: [number, number][], fields: Partial<MapLine> = {}): MapLine {
  return {
    id,
    kind: 'boundary',
    edge: 'hard',
    contrast: 30,
    softness: 0,
    weight: 0.5,
    closed: false,
    points,
    left: null,
    right: null,
    ...fields,
  };
}

const drawn = (lines: MapLine[]) =>
  pencilStrokesOf(lines).map((stroke) =>
    stroke.map(({ line: { id }, reversed }) => (reversed ? `-${id}` : id)),
  );

describe('pencil strokes', () => {
  const across = [
    line('left', [
      [0, 0],
      [50, 0],
    ]),
    line('right', [
      [100, 2],
      [50, 0],
    ]),
  ];

  it('go on through a junction in the line that goes on straightest', () => {
    const stem = line('stem', [
      [50, 0],
      [50, 40],
    ]);
    expect(drawn([stem, ...across])).to.deep.equal([['stem'], ['left', '-right']]);
  });

  it('stop at a corner', () => {
    expect(
      drawn([
        line('a', [
          [0, 0],
          [50, 0],
        ]),
        line('b', [
          [50, 0],
          [50, 50],
        ]),
      ]),
    ).to.deep.equal([['a'], ['b']]);
  });

  it('go round once where lines close a ring, and leave closed lines alone', () => {
    const arc = (id: string, from: number, to: number) =>
      line(
        id,
        Array.from({ length: 25 }, (_, i): [number, number] => {
          const angle = (2 * Math.PI * (from + ((to - from) * i) / 24)) / 4;
          return [Math.round(1e4 * Math.cos(angle)) / 500, Math.round(1e4 * Math.sin(angle)) / 500];
        }),
      );
    const ring = [arc('a', 0, 1), arc('b', 1, 3), arc('c', 3, 4)];
    const strokes = pencilStrokesOf([
      ...ring,
      line(
        'd',
        [
          [0, 0],
          [1, 0],
          [0, 1],
        ],
        { closed: true },
      ),
    ]);
    expect(strokes.map((stroke) => stroke.length)).to.deep.equal([3, 1]);
    expect(strokeLengthMm(strokes[0])).to.be.closeTo(2 * Math.PI * 20, 0.2);
  });

  it('take no lift within, in the minutes of a map and in its budget', () => {
    const map = {
      format: 'nobrel-map',
      version: 1,
      units: 'mm',
      surface: { width: 100, height: 100 },
      values: [],
      shapes: [],
      settings: {},
      frame: { x: 0, y: 0, width: 100, height: 100 },
    } as const;
    const speed = { mmPerSecond: 10, secondsPerLift: 2 };
    const parts = across.map((part) => ({ ...part, weight: 0.4 }));
    expect(effortOf({ ...map, values: [], shapes: [], lines: parts }, speed).minutes * 60).to.be.closeTo(
      12,
      0.05,
    );
    const spent = { minutes: 12.1 / 60, minWeight: 0 };
    expect(chooseLines(parts, spent, speed).map(({ kept }) => kept)).to.deep.equal([undefined, undefined]);
    // A stroke is drawn whole or not at all.
    const short = chooseLines(parts, { ...spent, minutes: 11 / 60 }, speed);
    expect(short.map(({ kept }) => kept)).to.deep.equal([false, false]);
  });
});
