import { expect } from 'chai';
import fc from 'fast-check';
import { lightnessPlane } from '../colour/index.js';
import { luminanceOfWindow, type Plane } from '../raster/index.js';
import {
  accuracyScene,
  drawingScene,
  judgeStrokes,
  photographUnder,
  renderLightness,
  rulingsOf,
  type Rendering,
} from '../testing/index.js';
import {
  findDarknessLimit,
  findStrokes,
  findStrokesOfInk,
  joinStrokes,
  tellDrawing,
  tellStrokes,
  tonedShare,
  toneOf,
} from './index.js';
import { evenPaper } from './paper/paper.js';
import { withoutRulings } from './paper/rulings.js';
import { withoutSpecks } from './ink/patches.js';
import type { Mask } from './ink/mask.js';
import { thinned } from './skeleton/thin.js';

const pxPerMm = 4;

/** Paper with strokes on it: how much ink lies at a place, 0 to 1. */
function sheet(inkAt: (x: number, y: number) => number, { paper = 92, ink = 30, side = 240 } = {}): Plane {
  const data = Float32Array.from({ length: side * side }, (_, i) => {
    const [x, y] = [(i % side) + 0.5, Math.floor(i / side) + 0.5];
    // Tooth, so that the paper is as restless as paper is.
    const tooth = 0.4 * Math.sin(12.9898 * i) * Math.cos(78.233 * i);
    return paper + tooth + (ink - paper) * Math.min(1, Math.max(0, inkAt(x, y)));
  });
  return { width: side, height: side, data };
}

/** A stroke of some width along a straight, pixels. */
const straight =
  ([ax, ay]: [number, number], [bx, by]: [number, number], width = 3) =>
  (x: number, y: number) => {
    const [dx, dy] = [bx - ax, by - ay];
    const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
    return width / 2 - Math.hypot(x - ax - t * dx, y - ay - t * dy) + 0.5;
  };

const both =
  (...inks: ((x: number, y: number) => number)[]) =>
  (x: number, y: number) =>
    Math.max(...inks.map((ink) => ink(x, y)));

const strokesOf = (plane: Plane, gapMm = 1, scale = pxPerMm) =>
  joinStrokes(findStrokes(plane, scale), gapMm * scale);
const drawnOf = (plane: Plane, scale = pxPerMm) => {
  const strokes = strokesOf(plane, 1, scale);
  return tellStrokes(strokes, findDarknessLimit(strokes), scale).filter(({ kind }) => kind === 'drawing');
};

describe('strokes of a drawing', () => {
  it('run down the middle of a straight, to a tenth of a pixel, with its width', () => {
    const [stroke, ...others] = strokesOf(sheet(straight([30, 60.3], [200, 60.3], 4)));
    expect(others).to.have.length(0);
    for (let i = 13; i < stroke.points.length - 12; i += 2) expect(stroke.points[i]).to.be.closeTo(60.3, 0.1);
    expect(stroke.points[0]).to.be.closeTo(30, 3);
    expect(stroke.widths[40]).to.be.closeTo(4, 0.4);
    expect(stroke.darkness[40]).to.be.closeTo(62, 4);
  });

  it('are found light on dark as well', () => {
    const [stroke, ...others] = strokesOf(sheet(straight([30, 60], [200, 90], 4), { paper: 14, ink: 85 }));
    expect(others).to.have.length(0);
    expect(stroke.lengthPx).to.be.closeTo(Math.hypot(170, 30), 4);
  });

  it('that cross are carried straight through', () => {
    const strokes = strokesOf(sheet(both(straight([30, 40], [210, 200]), straight([30, 190], [210, 60]))));
    expect(strokes).to.have.length(2);
    for (const { lengthPx } of strokes) expect(lengthPx).to.be.greaterThan(200);
  });

  it('end on the stroke they meet', () => {
    const strokes = strokesOf(sheet(both(straight([30, 80], [210, 80]), straight([120, 80], [150, 200]))));
    expect(strokes).to.have.length(2);
    const leg = strokes.find(({ points }) => points[points.length - 1] > 150 || points[1] > 150);
    const ends = [leg?.points[1] ?? 0, leg?.points[(leg.points.length || 1) - 1] ?? 0];
    expect(Math.min(...ends)).to.be.closeTo(80, 1);
  });

  it('that close are closed', () => {
    const ring = (x: number, y: number) => 2 - Math.abs(Math.hypot(x - 120, y - 120) - 60);
    const [stroke, ...others] = strokesOf(sheet(ring));
    expect(others).to.have.length(0);
    expect(stroke.closed).to.equal(true);
    for (let i = 0; i < stroke.points.length; i += 2)
      expect(Math.hypot(stroke.points[i] - 120, stroke.points[i + 1] - 120)).to.be.closeTo(60, 0.4);
  });

  it('are joined over a gap as wide as asked, and dashes stay dashes otherwise', () => {
    const broken = both(straight([30, 60], [100, 60]), straight([107, 60], [200, 60]));
    expect(strokesOf(sheet(broken), 3)).to.have.length(1);
    expect(strokesOf(sheet(broken), 0.2)).to.have.length(2);
  });

  it('that run close beside each other stay two, and are one when they are taken for one restated', () => {
    const pair = sheet(both(straight([20, 80], [220, 140], 2), straight([20, 85], [220, 145], 2)));
    expect(strokesOf(pair, 1, 4.5)).to.have.length(2);
    const [one, ...others] = joinStrokes(findStrokes(pair, 4.5, { restatedMm: 1.2 }), 4.5);
    expect(others).to.have.length(0);
    // Down the middle of the two.
    for (let i = 40; i < one.points.length - 40; i += 2)
      expect(one.points[i + 1]).to.be.closeTo(82.5 + 0.3 * (one.points[i] - 20), 1);
  });

  it('of hatching are told from contour, long lines and scattered ones', () => {
    const hatches = Array.from({ length: 9 }, (_, k) => straight([60 + 9 * k, 70], [84 + 9 * k, 112], 2));
    const contour = straight([20, 150], [220, 150], 3);
    const scattered = [
      straight([20, 20], [50, 30], 2),
      straight([100, 30], [90, 50], 2),
      straight([180, 20], [210, 26], 2),
      straight([20, 180], [24, 220], 2),
      straight([150, 190], [190, 200], 2),
    ];
    const found = strokesOf(sheet(both(contour, ...hatches, ...scattered)));
    const known = tellStrokes(found, findDarknessLimit(found), pxPerMm);
    const hatching = known.filter(({ kind }) => kind === 'hatching');
    expect(hatching).to.have.length(9);
    for (const { points } of hatching) expect(points[1]).to.be.within(66, 116);
    expect(known.filter(({ kind }) => kind === 'drawing')).to.have.length(6);
  });

  it('go straight on where they cross at a sharp angle, or three in one place', () => {
    const ends = (angle: number): [[number, number], [number, number]] => [
      [120 - 95 * Math.cos(angle), 120 - 95 * Math.sin(angle)],
      [120 + 95 * Math.cos(angle), 120 + 95 * Math.sin(angle)],
    ];
    for (const angles of [
      [0.2, 0.75],
      [0.3, 1.1],
      [0.2, 1.2, 2.3],
      [0.1, 0.9, 1.9],
    ]) {
      const strokes = strokesOf(sheet(both(...angles.map((angle) => straight(...ends(angle), 3)))));
      expect(strokes, angles.join(', ')).to.have.length(angles.length);
      for (const { points } of strokes) {
        const angle = Math.atan2(
          points[points.length - 1] - points[1],
          points[points.length - 2] - points[0],
        );
        const own = angles.reduce((best, other) =>
          Math.abs(Math.sin(other - angle)) < Math.abs(Math.sin(best - angle)) ? other : best,
        );
        for (let i = 0; i < points.length; i += 2) {
          const off = Math.sin(own) * (points[i] - 120) - Math.cos(own) * (points[i + 1] - 120);
          expect(Math.abs(off), angles.join(', ')).to.be.below(1.2);
        }
      }
    }
  });

  it('turn round at the end of a hairpin, in no spike', () => {
    for (const [width, radius] of [
      [3, 4],
      [5, 5],
      [8, 7],
    ] as const) {
      const off = (x: number, y: number) => Math.abs(Math.hypot(x - 120, Math.min(0, y - 60)) - radius);
      const [stroke, ...others] = strokesOf(sheet((x, y) => (y < 200 ? width / 2 - off(x, y) + 0.5 : 0)));
      expect(others).to.have.length(0);
      for (let i = 0; i < stroke.points.length; i += 2)
        expect(off(stroke.points[i], stroke.points[i + 1]), `${width} wide`).to.be.below(1.6);
    }
  });

  it('that bend and only touch stay themselves', () => {
    const ring = (cx: number, cy: number, radius: number, width: number) => (x: number, y: number) =>
      width / 2 - Math.abs(Math.hypot(x - cx, y - cy) - radius) + 0.5;
    for (const [width, apart] of [
      [5, 3],
      [6, 4],
      [7, 2],
    ] as const) {
      const [one, other] = [
        { cx: 70, radius: 34 },
        { cx: 70 + 34 + apart + 44, radius: 44 },
      ];
      const strokes = strokesOf(
        sheet(both(ring(one.cx, 120, one.radius, width), ring(other.cx, 120, other.radius, width))),
      );
      expect(strokes.map(({ closed }) => closed)).to.deep.equal([true, true]);
      for (const { cx, radius } of [one, other]) {
        const own = strokes.find(
          ({ points }) => Math.abs(Math.hypot(points[0] - cx, points[1] - 120) - radius) < 2,
        );
        expect(own, `${width} ${cx}`).not.to.equal(undefined);
        for (let i = 0; own && i < own.points.length; i += 2) {
          const off = Math.hypot(own.points[i] - cx, own.points[i + 1] - 120) - radius;
          expect(Math.abs(off), `${width} ${cx} ${i}`).to.be.lessThan(1.6);
        }
      }
    }
  });

  it('run on over far fainter ones as if those were not there', () => {
    const bend = (x: number, y: number) => {
      let least = Infinity;
      for (let t = -70; t <= 70; t += 0.5)
        least = Math.min(least, Math.hypot(x - 120 - t, y - 80 - t ** 2 / 24));
      return 3.5 - least + 0.5;
    };
    const faint = straight([120, 0], [120, 80], 6);
    const strokes = strokesOf(sheet(both(bend, (x, y) => Math.min(0.33, faint(x, y)))));
    const alone = strokesOf(sheet(bend));
    const highest = (all: typeof strokes) =>
      Math.min(...all.flatMap(({ points }) => [...points].filter((_, i) => i % 2 === 1)));
    const dark = strokes.filter(({ darkness }) => Math.max(...darkness) > 40);
    expect(dark).to.have.length(1);
    expect(Math.abs(highest(dark) - highest(alone))).to.be.lessThan(1.5);
  });

  it('keep their corners sharp', () => {
    for (const [x, y] of [
      [200, 150],
      [150, 200],
      [80, 200],
    ] as const) {
      const [stroke, ...others] = strokesOf(
        sheet(both(straight([60, 60], [200, 60], 3), straight([200, 60], [x, y], 3))),
      );
      expect(others).to.have.length(0);
      let nearest = Infinity;
      for (let i = 0; i < stroke.points.length; i += 2)
        nearest = Math.min(nearest, Math.hypot(stroke.points[i] - 200, stroke.points[i + 1] - 60));
      expect(nearest, `towards ${x}, ${y}`).to.be.below(2.4);
    }
  });

  it('that are filled in are given by their outline', () => {
    const disc = (x: number, y: number) => 20 - Math.hypot(x - 170, y - 170) + 0.5;
    const strokes = strokesOf(
      sheet(both(disc, straight([20, 40], [200, 40]), straight([40, 20], [40, 200]))),
    );
    const black = strokes.find(({ black }) => black);
    expect(black?.closed).to.equal(true);
    expect(black?.lengthPx).to.be.closeTo(2 * Math.PI * 20, 8);
  });

  it('are none on bare paper, on black paper, and on paper that only grows darker', () => {
    expect(drawnOf(sheet(() => 0))).to.have.length(0);
    expect(drawnOf(sheet(() => 1))).to.have.length(0);
    expect(drawnOf(sheet((x) => (0.12 * x) / 240))).to.have.length(0);
  });

  it('are few enough to be worked with on a page of hatching, and of noise', () => {
    const hatching = (x: number, y: number) => 1.5 - Math.abs(((x + y) % 9) - 4.5);
    expect(strokesOf(sheet(hatching)).length).to.be.lessThan(500);
    let seed = 1;
    const noise = sheet(() => {
      seed = (seed * 16807) % 2147483647;
      return seed / 2147483647;
    });
    expect(strokesOf(noise).length).to.be.lessThan(4000);
  });
});

describe('thinned lines', () => {
  const masks = fc
    .array(fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }), { minLength: 12, maxLength: 12 })
    .map((rows): Mask => {
      // Blown up, so that there is something to thin, with a bare rim.
      const side = 12 * 3 + 4;
      const data = new Uint8Array(side * side);
      rows.forEach((row, y) =>
        row.forEach((on, x) => {
          if (!on) return;
          for (let k = 0; k < 9; k++) data[(3 * y + 2 + Math.floor(k / 3)) * side + 3 * x + 2 + (k % 3)] = 1;
        }),
      );
      return { width: side, height: side, data };
    });

  const partsOf = ({ width, data }: Mask, kind: 0 | 1): number => {
    const seen = new Set<number>();
    const sides = [-1, 1, -width, width];
    const steps = kind === 1 ? [...sides, -width - 1, -width + 1, width - 1, width + 1] : sides;
    let parts = 0;
    data.forEach((value, start) => {
      if (value !== kind || seen.has(start)) return;
      parts++;
      const open = [start];
      seen.add(start);
      for (let i = open.pop(); i !== undefined; i = open.pop())
        for (const step of steps) {
          const j = i + step;
          if (j < 0 || j >= data.length || data[j] !== kind || seen.has(j)) continue;
          if (Math.abs((j % width) - (i % width)) > 1) continue;
          seen.add(j);
          open.push(j);
        }
    });
    return parts;
  };

  it('hang together and enclose as what they were thinned from', () => {
    fc.assert(
      fc.property(masks, (mask) => {
        const lines = thinned(mask);
        expect(partsOf(lines, 1)).to.equal(partsOf(mask, 1));
        expect(partsOf(lines, 0)).to.equal(partsOf(mask, 0));
        lines.data.forEach((value, i) => expect(value === 0 || mask.data[i] === 1).to.equal(true));
      }),
      { numRuns: 60 },
    );
  });

  it('are as long as what they were thinned from, slanting lines two pixels wide too', () => {
    const mask: Mask = { width: 40, height: 40, data: new Uint8Array(1600) };
    for (let i = 5; i < 35; i++) for (const k of [0, 1]) mask.data[i * 40 + i + k] = 1;
    const rows = Array.from({ length: 40 }, (_, y) =>
      thinned(mask)
        .data.subarray(40 * y, 40 * y + 40)
        .includes(1),
    );
    expect(rows.filter(Boolean).length).to.be.within(28, 30);
  });

  it('lose specks and holes smaller than asked, and no others', () => {
    const mask: Mask = { width: 20, height: 20, data: new Uint8Array(400) };
    mask.data[2 * 20 + 2] = 1;
    for (let y = 8; y < 16; y++) for (let x = 8; x < 16; x++) mask.data[y * 20 + x] = 1;
    mask.data[10 * 20 + 10] = 0;
    for (const i of [12, 13]) for (const j of [12, 13, 14]) mask.data[i * 20 + j] = 0;
    const clean = withoutSpecks(mask, 4, 4);
    expect(clean.data[2 * 20 + 2]).to.equal(0);
    expect(clean.data[10 * 20 + 10]).to.equal(1);
    expect(clean.data[12 * 20 + 12]).to.equal(0);
    expect(clean.data[9 * 20 + 9]).to.equal(1);
  });
});

describe('a darkness limit', () => {
  const strokes = (...of: [strength: number, lengthPx: number][]) =>
    of.map(([strength, lengthPx]) => ({ strength, lengthPx, rim: false }));

  it('lies between a drawing and what it was built on', () => {
    const limit = findDarknessLimit(strokes([1, 500], [0.9, 400], [0.85, 300], [0.3, 200], [0.33, 150]));
    expect(limit).to.be.within(0.42, 0.75);
  });

  it('is low where there is one kind only', () => {
    expect(
      findDarknessLimit(strokes([1, 500], [0.8, 400], [0.7, 300], [0.6, 300], [0.5, 200])),
    ).to.be.lessThan(0.3);
  });
});

const looks: Rendering[] = [
  { tool: 'pen', paper: 93, contrast: 60, light: 'even', taken: 'scanned', pxPerMm, seed: 1 },
  { tool: 'pencil', paper: 75, contrast: 30, light: 'side', taken: 'photographed', pxPerMm, seed: 2 },
  { tool: 'chalk', paper: 15, contrast: -60, light: 'uneven', taken: 'photographed', pxPerMm: 6, seed: 3 },
];

describe('the tone of a drawing', () => {
  /** A wash, a black and strokes over both and beside them. */
  const wash = (x: number, y: number) => (x > 60 && x < 180 && y > 60 && y < 140 ? 0.3 : 0);
  const black = (x: number, y: number) => (Math.hypot(x - 200, y - 190) < 22 ? 1 : 0);
  const line = both(straight([20, 100], [220, 100], 3), straight([30, 30], [210, 30], 3));
  const toned = sheet((x, y) => Math.max(wash(x, y), black(x, y), 0.75 * line(x, y)));

  it('is what is left without its strokes', () => {
    const known = { strokeMm: 0.75, lightOnDark: false };
    const { lightness, strokes } = toneOf(toned, pxPerMm, known);
    const share = tonedShare(toned, pxPerMm, known);
    const at = (plane: Plane, x: number, y: number) => plane.data[y * 240 + x];
    // Bare paper where a stroke was, the wash beneath the other, and the black as it is.
    expect(at(lightness, 40, 30)).to.be.closeTo(92, 1.5);
    expect(at(lightness, 120, 100)).to.be.closeTo(92 - 0.3 * 62, 2);
    expect(at(lightness, 200, 190)).to.be.closeTo(30, 2);
    expect(share).to.be.closeTo((120 * 80 + Math.PI * 22 * 22) / 240 ** 2, 0.02);
    // Strokes are on the wash as they are beside it, and its rim and the black are none.
    expect(at(strokes, 120, 100)).to.be.within(50, 58);
    expect(at(strokes, 40, 100)).to.be.within(58, 65);
    expect(at(strokes, 120, 61)).to.be.below(4);
    expect(at(strokes, 200, 190)).to.be.below(4);
  });

  it('leaves strokes whole across the rim of a wash', () => {
    const { strokes: ink } = toneOf(toned, pxPerMm, { strokeMm: 0.75, lightOnDark: false });
    const found = joinStrokes(findStrokesOfInk(ink, pxPerMm), pxPerMm).filter(
      ({ strength }) => strength > 0.3,
    );
    expect(found.map(({ lengthPx }) => Math.round(lengthPx / 20))).to.have.members([10, 9]);
  });
});

describe('lines printed on the paper', () => {
  const drawing = drawingScene(3, false);
  const look: Rendering = {
    tool: 'pencil',
    paper: 92,
    contrast: 45,
    light: 'side',
    taken: 'photographed',
    pxPerMm,
    seed: 6,
  };

  for (const printed of [
    { everyMm: 5, contrast: 14, squared: true },
    { everyMm: 8, contrast: 25, squared: false },
  ]) {
    it(`every ${printed.everyMm} mm are taken away by their period, and the drawing over them stays`, () => {
      const print = { strokes: rulingsOf(drawing, printed), contrast: printed.contrast };
      const { lens, lightness: plane } = renderLightness(drawing, { ...look, printed: print });
      const { rulings } = withoutRulings(evenPaper(plane, look.pxPerMm).plane, look.pxPerMm);
      expect(rulings.map(({ runs }) => runs)).to.deep.equal(
        printed.squared ? ['across', 'down'] : ['across'],
      );
      // The photograph shows the sheet a little smaller than it is.
      for (const { everyMm } of rulings) expect(everyMm / printed.everyMm).to.be.within(0.88, 1);
      const strokes = joinStrokes(findStrokes(plane, look.pxPerMm, { rulings: 'taken-away' }), look.pxPerMm);
      const drawn = tellStrokes(strokes, findDarknessLimit(strokes), look.pxPerMm).filter(
        ({ kind }) => kind === 'drawing',
      );
      const { judgement } = judgeStrokes(drawing, lens, look.pxPerMm, drawn, look.tool);
      expect(judgement.precision, 'precision').to.be.greaterThan(0.98);
      expect(judgement.recall, 'recall').to.be.greaterThan(0.95);
    });
  }

  it('are not seen where there are none, and nothing is taken away', () => {
    const { lightness: plane } = renderLightness(drawing, look);
    const even = evenPaper(plane, look.pxPerMm).plane;
    const { ink: left, rulings } = withoutRulings(even, look.pxPerMm);
    expect(rulings).to.deep.equal([]);
    expect(left.data).to.deep.equal(even.data);
  });
});

describe('known drawings', () => {
  const planeOf = (rendering: Rendering, number: number) => {
    const drawing = drawingScene(number, true);
    const { lightness: plane, lens } = renderLightness(drawing, rendering);
    return { drawing, plane, lens };
  };

  for (const look of looks) {
    it(`in ${look.tool} are drawn once, where they are, without what lies beneath`, () => {
      const { drawing, lens, plane } = planeOf(look, 4);
      const drawn = drawnOf(plane, look.pxPerMm).map(({ points, closed }) => ({ points, closed }));
      const { judgement } = judgeStrokes(drawing, lens, look.pxPerMm, drawn, look.tool);
      const rough = look.tool === 'chalk';
      expect(judgement.once, 'once').to.be.greaterThan(rough ? 0.9 : 0.98);
      expect(judgement.doubled, 'doubled').to.be.lessThan(rough ? 0.02 : 0.01);
      expect(judgement.precision, 'precision').to.be.greaterThan(0.96);
      expect(judgement.meanOff, 'mean off, mm').to.be.lessThan(rough ? 0.1 : 0.05);
      expect(judgement.beneath, 'beneath').to.be.lessThan(0.05);
    });

    it(`in ${look.tool} are told from photographs`, () => {
      expect(tellDrawing(planeOf(look, 7).plane, look.pxPerMm).kind).to.equal('drawing');
    });
  }

  it('are no photographs of shapes and textures', () => {
    for (const number of [1, 2, 3]) {
      const scene = accuracyScene(number);
      const picture = photographUnder(scene, 'texture', pxPerMm, number);
      const { width, height } = picture;
      const luminance = luminanceOfWindow(picture, { x: 0, y: 0, width, height }, width, height);
      const told = tellDrawing({ width, height, data: lightnessPlane(luminance.data) }, pxPerMm);
      expect(told.kind, `scene ${number}`).to.equal('photograph');
    }
  });
});
