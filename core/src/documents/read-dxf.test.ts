import { expect } from 'chai';
import type { MapDocument } from './map-document.js';
import { readDrawing } from './read-drawing.js';
import { DocumentError } from './read-document.js';

type Group = readonly [code: number, value: string | number];

const text = (groups: readonly Group[]) => groups.map(([code, value]) => `${code}\n${value}\n`).join('');

/** A DXF of some entities, with what stands in its header and its blocks. */
function dxf(
  entities: readonly Group[],
  header: readonly Group[] = [],
  blocks: readonly Group[] = [],
): string {
  const section = (name: string, groups: readonly Group[]) =>
    text([[0, 'SECTION'], [2, name], ...groups, [0, 'ENDSEC']]);
  return `${section('HEADER', header)}${section('BLOCKS', blocks)}${section('ENTITIES', entities)}${text([[0, 'EOF']])}`;
}

/** Limits that hold every entity of these tests: the page is then 200 × 100 mm, and y counts from its foot. */
const page: readonly Group[] = [
  [9, '$EXTMIN'],
  [10, 0],
  [20, 0],
  [30, 0],
  [9, '$EXTMAX'],
  [10, 200],
  [20, 100],
  [30, 0],
];

const line = (x0: number, y0: number, x1: number, y1: number): Group[] => [
  [0, 'LINE'],
  [8, '0'],
  [10, x0],
  [20, y0],
  [11, x1],
  [21, y1],
];

const block = (name: string, base: readonly [number, number], entities: readonly Group[]): Group[] => [
  [0, 'BLOCK'],
  [8, '0'],
  [2, name],
  [70, 0],
  [10, base[0]],
  [20, base[1]],
  [3, name],
  ...entities,
  [0, 'ENDBLK'],
];

const insert = (name: string, x: number, y: number, rest: readonly Group[] = []): Group[] => [
  [0, 'INSERT'],
  [8, '0'],
  [2, name],
  [10, x],
  [20, y],
  ...rest,
];

/** Points of the lines, y up again, as in the file. */
const upright = ({ lines, surface }: MapDocument) =>
  lines.map(({ points }) => points.map(([x, y]) => [x, surface.height - y] as const));

const read = (entities: readonly Group[], header = page, blocks: readonly Group[] = []) =>
  readDrawing(dxf(entities, header, blocks));

describe('lines in a DXF', () => {
  it('lie within the limits it states, and within their own where those do not hold them', () => {
    expect(read(line(20, 30, 120, 80)).map.surface).to.deep.equal({ width: 200, height: 100 });
    expect(read(line(20, 30, 320, 80)).map.surface).to.deep.equal({ width: 300, height: 50 });
    expect(read(line(20, 30, 120, 80), []).map.surface).to.deep.equal({ width: 100, height: 50 });
  });

  for (const [code, unit, mm] of [
    [0, 'none', 1],
    [1, 'inches', 25.4],
    [4, 'millimetres', 1],
    [5, 'centimetres', 10],
  ] as const) {
    it(`are read in ${unit}`, () => {
      const { map } = read(line(0, 0, 10, 4), [
        [9, '$INSUNITS'],
        [70, code],
      ]);
      expect(map.surface).to.deep.equal({ width: 10 * mm, height: 4 * mm });
    });
  }

  it('in a unit nobody draws in are refused with a sentence', () => {
    const parsecs: Group[] = [
      [9, '$INSUNITS'],
      [70, 20],
    ];
    expect(() => read(line(0, 0, 1, 1), parsecs)).to.throw(DocumentError, /save it in millimetres/);
  });

  it('of an ellipse lie on it, whole or in part, however it is turned', () => {
    const turn = Math.PI / 6;
    const ellipse = (from: number, to: number): Group[] => [
      [0, 'ELLIPSE'],
      [8, '0'],
      [10, 100],
      [20, 50],
      [11, 40 * Math.cos(turn)],
      [21, 40 * Math.sin(turn)],
      [40, 0.5],
      [41, from],
      [42, to],
    ];
    const { map } = read([...ellipse(0, 2 * Math.PI), ...ellipse(0, Math.PI)]);
    expect(map.lines.map(({ closed }) => closed)).to.deep.equal([true, false]);
    for (const points of upright(map)) {
      for (const [x, y] of points) {
        const along = (x - 100) * Math.cos(turn) + (y - 50) * Math.sin(turn);
        const across = -(x - 100) * Math.sin(turn) + (y - 50) * Math.cos(turn);
        expect((along / 40) ** 2 + (across / 20) ** 2).to.be.closeTo(1, 1e-4);
      }
    }
    const half = upright(map)[1] ?? [];
    expect(half[0][0]).to.be.closeTo(100 + 40 * Math.cos(turn), 1e-3);
    expect(half[half.length - 1][0]).to.be.closeTo(100 - 40 * Math.cos(turn), 1e-3);
  });

  it('of a spline follow its curve: a clamped cubic of four points is Bézier’s', () => {
    const control = [
      [20, 20],
      [60, 90],
      [120, 90],
      [180, 30],
    ] as const;
    const spline: Group[] = [
      [0, 'SPLINE'],
      [8, '0'],
      [70, 8],
      [71, 3],
      [72, 8],
      [73, 4],
      [74, 0],
      ...[0, 0, 0, 0, 1, 1, 1, 1].map((knot): Group => [40, knot]),
      ...control.flatMap(([x, y]): Group[] => [
        [10, x],
        [20, y],
        [30, 0],
      ]),
    ];
    const { map } = read(spline);
    const [points = []] = upright(map);
    expect(points.length).to.be.greaterThan(10);
    points.forEach(([x, y], i) => {
      const t = i / (points.length - 1);
      const weights = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t ** 2 * (1 - t), t ** 3];
      const at = [0, 1].map((axis) =>
        weights.reduce((sum, w, k) => sum + w * (control[k]?.[axis as 0] ?? 0), 0),
      );
      expect(x).to.be.closeTo(at[0], 1e-3);
      expect(y).to.be.closeTo(at[1], 1e-3);
    });
  });

  it('of a spline given by the points it passes through go through them', () => {
    const spline: Group[] = [
      [0, 'SPLINE'],
      [8, '0'],
      [70, 8],
      [71, 3],
      [72, 0],
      [73, 0],
      [74, 3],
      ...[
        [10, 10],
        [50, 60],
        [90, 20],
      ].flatMap(([x = 0, y = 0]): Group[] => [
        [11, x],
        [21, y],
        [31, 0],
      ]),
    ];
    expect(upright(read(spline).map)[0]).to.deep.equal([
      [10, 10],
      [50, 60],
      [90, 20],
    ]);
  });

  it('with arcs in a closed polyline make a stadium, and a vertex doubled with an arc does no harm', () => {
    const vertices = [
      [50, 40, 0],
      [100, 40, 1],
      [100, 60, 0],
      [50, 60, 1],
    ] as const;
    const polyline = (points: readonly (readonly [number, number, number])[]): Group[] => [
      [0, 'LWPOLYLINE'],
      [8, '0'],
      [90, points.length],
      [70, 1],
      ...points.flatMap(([x, y, bulge]): Group[] => [
        [10, x],
        [20, y],
        [42, bulge],
      ]),
    ];
    const [stadium = []] = upright(read(polyline(vertices)).map);
    for (const [x, y] of stadium) {
      const nearest = Math.min(100, Math.max(50, x));
      expect(Math.hypot(x - nearest, y - 50)).to.be.closeTo(10, 0.05);
    }
    const doubled = read(polyline([...vertices, [50, 60, 1]])).map;
    for (const points of upright(doubled))
      for (const [x, y] of points) expect(x + y).to.satisfy(Number.isFinite);
  });
});

describe('blocks in a DXF', () => {
  const tick = block('TICK', [10, 10], line(10, 10, 20, 10));

  it('are drawn where they are inserted, scaled and turned about their base', () => {
    const { map } = read(
      [
        ...insert('TICK', 50, 50),
        ...insert('TICK', 100, 50, [
          [41, 2],
          [42, 2],
          [50, 90],
        ]),
      ],
      page,
      tick,
    );
    const [plain = [], turned = []] = upright(map);
    expect(plain).to.deep.equal([
      [50, 50],
      [60, 50],
    ]);
    expect(turned[1][0]).to.be.closeTo(100, 1e-3);
    expect(turned[1][1]).to.be.closeTo(70, 1e-3);
  });

  it('within blocks are followed, and one within itself does not go on for ever', () => {
    const pair = block('PAIR', [0, 0], [...insert('TICK', 0, 0), ...insert('TICK', 0, 30)]);
    const { map } = read(insert('PAIR', 40, 20), page, [...tick, ...pair]);
    expect(upright(map).map(([from]) => from)).to.deep.equal([
      [40, 20],
      [40, 50],
    ]);
    const snake = block('SNAKE', [0, 0], [...line(0, 0, 1, 0), ...insert('SNAKE', 1, 0)]);
    expect(read(insert('SNAKE', 10, 10), page, snake).map.lines.length).to.be.within(1, 20);
  });

  it('that are not in the file draw nothing', () => {
    expect(read([...insert('GONE', 0, 0), ...line(0, 0, 5, 5)]).map.lines).to.have.length(1);
  });
});

describe('what a DXF holds besides lines', () => {
  it('is counted and told', () => {
    const words: Group[] = [
      [0, 'TEXT'],
      [8, '0'],
      [10, 0],
      [20, 0],
      [40, 2],
      [1, 'words'],
    ];
    expect(read([...words, ...line(0, 0, 5, 5)]).says.join(' ')).to.match(/One part/);
    expect(read([...words, ...words, ...line(0, 0, 5, 5)]).says.join(' ')).to.match(/2 parts/);
  });
});
